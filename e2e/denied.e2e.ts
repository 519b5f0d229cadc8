import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { ownTime } from './own-time';
import { addBrindle, outletAddress } from './person';
import { until, World } from './world';

/* What a browser or a server refuses: storage, answers, an address. Nothing is misleading then, and nothing lost in silence. */

let world: World;
before(async () => {
  world = await World.open();
});
after(() => world.close());

/** As a browser does that is told to keep nothing of a page. */
const DENIED = `for (const name of ['indexedDB', 'localStorage', 'sessionStorage'])
  Object.defineProperty(window, name, { get() { throw new DOMException('denied', 'SecurityError'); } });`;

test('storage that is denied: all of it works until the page is closed, and one line says so', async () => {
  const me = await world.person();
  await me.addInitScript({ content: DENIED });
  const page = await me.newPage();
  await page.goto('/');
  await page.getByRole('button', { name: 'Skip the questions' }).tap();
  await page.getByText('This browser does not let the page keep data').waitFor();
  await page.getByRole('link', { name: 'Stage' }).tap();
  await page.getByRole('button', { name: 'Choose Gift goal' }).tap();
  await page.getByRole('link', { name: 'Cues' }).tap();
  const cues = page.getByRole('list', { name: 'Cues' }).getByRole('listitem');
  await cues.first().waitFor();
  const before = await cues.count();
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('button', { name: /^Thank followers/ }).tap();
  await until(
    () => cues.count(),
    (count) => count === before + 1,
  );
  // Another language is spoken at once: to load the page anew would lose all of it.
  await page.getByRole('button', { name: /more places/ }).tap();
  await page.getByRole('link', { name: /^Shows/ }).tap();
  await page.getByRole('radiogroup', { name: 'Language of the app' }).getByRole('radio', { name: 'العربية' }).tap();
  await page.getByRole('link', { name: 'الإشارات' }).tap();
  await page.getByRole('list', { name: 'الإشارات' }).getByRole('listitem').nth(before).waitFor();
  await page.evaluate(() => history.back());
  await page.getByRole('radiogroup', { name: 'لغة التطبيق' }).getByRole('radio', { name: 'English' }).tap();
  await page.getByRole('link', { name: 'Cues' }).tap();
  // The way out: a file.
  await page.getByRole('button', { name: /more places/ }).tap();
  await page.getByRole('link', { name: /^Shows/ }).tap();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).tap();
  assert.match((await download).suggestedFilename(), /\.gavirn\.json$/);
  assert.equal(await page.getByRole('alert').filter({ hasText: 'keep data' }).count(), 1);
});

test('a server that is away: a press is said to be lost, counts are said to be unknown, and the line goes when it is back', async () => {
  const page = await (await world.person()).newPage();
  await world.brindle('away.potter', { act: 'open' });
  await addBrindle(page, 'away.potter');
  await page.getByRole('link', { name: 'Desk' }).tap();
  await page.getByRole('button', { name: 'Hold in Spotlight' }).waitFor();
  await world.killServer();
  await page.getByText('no server').first().waitFor();
  await page.getByRole('button', { name: 'Hold in Spotlight' }).tap();
  const lost = page.getByText('Gavirn’s server does not answer, so that this was not done.');
  await lost.waitFor();
  await page.getByRole('link', { name: 'Stage' }).tap();
  await page.getByRole('link', { name: /^Outlets\s+not known/ }).waitFor();
  await page.getByRole('link', { name: 'Desk' }).tap();
  await page.getByRole('button', { name: 'Hold in Spotlight' }).tap();
  await lost.waitFor();
  await world.startServer();
  await page.getByText('no server').first().waitFor({ state: 'detached' });
  const stayed = ownTime();
  await lost.waitFor({ state: 'detached' });
  assert.ok(stayed() < 1000, `the line stayed for ${stayed()} ms`);
  await page.getByRole('button', { name: 'Hold in Spotlight' }).tap();
  await page.getByRole('button', { name: 'Go on in Spotlight' }).waitFor();
});

test('a wrong outlet address: a person is told, a compositor has an empty frame', async () => {
  const page = await (await world.person()).newPage();
  const address = await outletAddress(page);
  const wrong = `${address.slice(0, -1)}${address.endsWith('0') ? '1' : '0'}`;
  const compositor = await (await world.person({ viewport: { width: 540, height: 960 } })).newPage();
  await compositor.goto(wrong);
  await until(
    () => compositor.title(),
    (title) => title === 'No outlet has this address',
  );
  const said = compositor.getByText('No outlet of Gavirn has this address.');
  assert.equal(await said.isVisible(), false);
  await compositor.mouse.move(100, 100);
  await said.waitFor();
});

test('six feeds of one platform are told apart in the pulse', async () => {
  const page = await (await world.person()).newPage();
  for (const handle of ['first.kiln', 'second.kiln']) {
    await world.brindle(handle, { act: 'open' });
    await addBrindle(page, handle);
  }
  const pulse = page.getByRole('region', { name: 'Pulse' });
  await pulse.getByText('first.kiln').waitFor();
  await pulse.getByText('second.kiln').waitFor();
});
