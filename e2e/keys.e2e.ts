import { readFileSync } from 'node:fs';
import { after, before, test } from 'node:test';
import { focused, tabTo } from './keys';
import { until, World } from './world';

/* By keys alone: the first frame, in Arabic as in English. (All that can be pressed in a place is looked at in sizes.e2e.ts, in a sheet in back.e2e.ts.) */

let world: World;
before(async () => {
  world = await World.open();
  await world.brindle('odavarn.kiln', { act: 'open' });
});
after(() => world.close());

const ARABIC = JSON.parse(readFileSync('src/ui/words/catalogue/ar.json', 'utf8')) as Record<string, string>;

for (const language of ['en', 'ar'])
  test(`by keys, from an empty browser to an alert in the compositor, in ${language}`, async () => {
    const said = (id: string): string => (language === 'ar' ? (ARABIC[id] ?? `no ${id}`) : id);
    const context = await world.person({
      locale: language,
      viewport: { width: 1280, height: 800 },
      isMobile: false,
      hasTouch: false,
      permissions: ['clipboard-read', 'clipboard-write'],
    });
    const page = await context.newPage();
    await page.goto('/');
    const heading = (id: string): Promise<void> =>
      page.getByRole('heading', { level: 1, name: said(id), exact: true }).waitFor();
    const press = async (id: string): Promise<void> => {
      await tabTo(page, said(id));
      await page.keyboard.press('Enter');
    };
    await heading('How do you stream?');
    await press('From a phone, upright');
    await heading('Where do you go live?');
    await tabTo(page, /^(Brindle|Oxbow|Tarn)/);
    for (let n = 0; n < 6 && !(await focused(page)).startsWith('Brindle'); n += 1)
      await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Space');
    // A name stands in marks of its own among letters that run from the right.
    const handle = new RegExp(said('Your handle on {name}').replace('{name}', '\u2068?Brindle'));
    await page.getByLabel(handle).waitFor();
    await tabTo(page, handle, 1);
    await page.keyboard.type('odavarn.kiln');
    await press('Next: what viewers see');
    await heading('What should viewers see?');
    await press('Next: how it looks');
    await heading('How should it look?');
    await press('Make my show');
    await heading('Your show is ready');
    await press('Copy address');
    const address = await page.evaluate(() => navigator.clipboard.readText());
    const compositor = await context.newPage();
    await compositor.goto(`${world.standins}/standins/weir`);
    await tabTo(compositor, 'Address');
    await compositor.keyboard.type(address);
    await tabTo(compositor, 'Lay it over');
    await compositor.keyboard.press('Enter');
    await compositor.locator('iframe').last().contentFrame().locator('#words').waitFor({ state: 'attached' });
    await page.bringToFront();
    await press('Send a test alert');
    await until(
      () => compositor.locator('iframe').last().contentFrame().locator('#words').innerText(),
      (words) => /Inês/.test(words),
    );
    await context.close();
  });
