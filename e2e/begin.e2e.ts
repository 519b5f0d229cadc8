import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { BrowserContext, Page } from 'playwright-core';
import { ownTime } from './own-time';
import { until, World, wordsOn } from './world';

/* Somebody who has never seen it: from an empty browser to an alert on the air, by thumb, with the taps counted. */

let world: World;
before(async () => {
  world = await World.open();
  await world.brindle('odavarn.kiln', { act: 'open' });
});
after(() => world.close());

/** The taps of the walk that are too many. */
const MOST_TAPS = 25;
const MOST_MS = 120_000;

/** Counts what a finger does in every page of a context. */
async function countingTaps(context: BrowserContext): Promise<() => number> {
  let taps = 0;
  await context.exposeFunction('tapped', () => {
    taps += 1;
  });
  await context.addInitScript(() =>
    window.addEventListener('pointerdown', () => void (window as unknown as { tapped: () => void }).tapped(), true),
  );
  return () => taps;
}

const heading = (page: Page, name: string): Promise<void> => page.getByRole('heading', { level: 1, name }).waitFor();
const leftToDo = (page: Page, what: string, how: 'done' | 'left to do'): Promise<void> =>
  page.getByRole('listitem', { name: `${what}: ${how}` }).waitFor();

test('four questions make a show; its alert is in the compositor within 25 taps and two minutes', async () => {
  const took = ownTime();
  const me = await world.person({ permissions: ['clipboard-read', 'clipboard-write'] });
  const taps = await countingTaps(me);
  const page = await me.newPage();
  await page.goto('/');

  await heading(page, 'How do you stream?');
  await page.getByRole('button', { name: 'From a phone, upright' }).tap();
  await heading(page, 'Where do you go live?');
  await page.getByRole('radio', { name: 'Brindle' }).tap();
  const field = page.getByLabel('Your handle on Brindle');
  await field.tap();
  await field.fill('odavarn.kilm');
  await page.getByRole('button', { name: 'Next: what viewers see' }).tap();
  await page.getByText('Nobody on Brindle has the handle odavarn.kilm.').waitFor();
  await field.fill('odavarn.kiln');
  await page.getByRole('button', { name: 'Next: what viewers see' }).tap();
  await heading(page, 'What should viewers see?');
  await page.getByRole('checkbox', { name: 'Newest follower' }).tap();
  await page.getByRole('button', { name: 'Next: how it looks' }).tap();
  await heading(page, 'How should it look?');
  await page.getByRole('radio', { name: 'Tide' }).tap();
  await page.getByRole('button', { name: 'Make my show' }).tap();
  await heading(page, 'Your show is ready');
  await page.getByText('4 pieces and 6 cues').waitFor();

  // The three things that are left, each ticked off when it has happened.
  await leftToDo(page, 'Paste the address', 'left to do');
  await page.getByRole('button', { name: 'Copy address' }).tap();
  const address = await page.evaluate(() => navigator.clipboard.readText());
  // On a screen on which its picture is in sight: a browser does not paint what is not.
  const studio = await world.person({ viewport: { width: 1280, height: 800 }, isMobile: false });
  const more = await countingTaps(studio);
  const compositor = await studio.newPage();
  await compositor.goto(`${world.standins}/standins/weir`);
  await compositor.getByLabel('Address').tap();
  await compositor.getByLabel('Address').fill(address);
  await compositor.getByRole('button', { name: 'Lay it over' }).tap();
  await leftToDo(page, 'Paste the address', 'done');
  await leftToDo(page, 'See and hear a test alert', 'left to do');
  await page.getByRole('button', { name: 'Send a test alert' }).tap();
  const outlet = compositor.frameLocator('iframe').locator('#words');
  await until(
    () => outlet.innerText(),
    (words) => /Inês/.test(words),
  );
  await leftToDo(page, 'See and hear a test alert', 'done');
  await page.getByText('It is on the frame in your compositor now').waitFor();

  const all = taps() + more();
  assert.ok(all > 8, `a finger was counted: ${all}`);
  assert.ok(all <= MOST_TAPS, `${all} taps`);
  assert.ok(took() < MOST_MS, `${took()} ms`);

  await leftToDo(page, 'Go live', 'left to do');
  await world.brindle('odavarn.kiln', { act: 'live' });
  await leftToDo(page, 'Go live', 'done');
  await page.getByRole('button', { name: 'All done: to the stage' }).tap();
  await page.getByRole('button', { name: 'Choose Spotlight' }).waitFor();
  assert.equal(await page.getByRole('button', { name: /to put right$/ }).count(), 0, 'nothing needs to be put right');
  await page.getByRole('link', { name: 'Feeds' }).tap();
  await page.getByText('Connected').first().waitFor();
  await world.brindle('odavarn.kiln', { act: 'end' });
});

test('back goes a question back and forward brings it again; a reload loses no answer', async () => {
  const page = await (await world.person()).newPage();
  await page.goto('/');
  await page.getByRole('button', { name: 'Both' }).tap();
  await page.getByRole('radio', { name: 'Another one, or later' }).tap();
  await page.getByRole('button', { name: 'Next: what viewers see' }).tap();
  await page.getByRole('checkbox', { name: 'A countdown' }).tap();
  await page.goBack();
  await heading(page, 'Where do you go live?');
  await page.goForward();
  await heading(page, 'What should viewers see?');
  await page.reload();
  await page.getByRole('checkbox', { name: 'A countdown', checked: true }).waitFor();
  await page.getByRole('button', { name: 'Next: how it looks' }).tap();
  await page.getByRole('button', { name: 'Make my show' }).tap();
  await heading(page, 'Your show is ready');
  // One address for each of the two frames.
  await page.getByText('Give the layer 1080 wide, 1920 high.').waitFor();
  await page.getByText('Give the layer 1920 wide, 1080 high.').waitFor();
  await page.goto('/');
  await heading(page, 'Feeds');
});

test('the questions can be skipped, and called up again for another show', async () => {
  const page = await (await world.person()).newPage();
  await page.goto('/');
  await page.getByRole('button', { name: 'Skip the questions' }).tap();
  await heading(page, 'Feeds');
  await page.goto('/');
  await heading(page, 'Feeds');
  await page.goto('/shows');
  await page.getByRole('button', { name: 'New show' }).tap();
  await page.getByRole('button', { name: 'From a console' }).tap();
  await page.getByRole('radio', { name: 'Oxbow' }).tap();
  await page.getByLabel('Your handle on Oxbow').fill('bram.ittel');
  await page.getByRole('button', { name: 'Next: what viewers see' }).tap();
  // What the platform cannot send is not offered.
  await page.getByRole('checkbox', { name: 'Alerts' }).waitFor();
  assert.equal(await page.getByRole('checkbox', { name: 'Likes filling up' }).count(), 0);
  await page.getByRole('button', { name: 'Next: how it looks' }).tap();
  await page.getByRole('button', { name: 'Make my show' }).tap();
  await heading(page, 'Your show is ready');
  await page.goto('/shows');
  await page.getByRole('main').getByRole('list').getByRole('listitem').nth(1).waitFor();
});

test('the outlet of a show that was made says what is on its frame', async () => {
  const me = await world.person();
  const page = await me.newPage();
  await page.goto('/');
  await page.getByRole('button', { name: 'From a phone, upright' }).tap();
  await page.getByRole('radio', { name: 'Another one, or later' }).tap();
  await page.getByRole('button', { name: 'Next: what viewers see' }).tap();
  await page.getByRole('button', { name: 'Next: how it looks' }).tap();
  await page.getByRole('button', { name: 'Make my show' }).tap();
  await heading(page, 'Your show is ready');
  const outlet = await me.newPage();
  await outlet.goto(await page.getByLabel('Address', { exact: true }).innerText());
  await until(
    () => wordsOn(outlet),
    (words) => /Goal: 0 of 200/.test(words) && /Top supporters/.test(words),
  );
});
