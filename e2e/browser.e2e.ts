import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { get, type IncomingMessage } from 'node:http';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { SHOW_VERSION } from '@/core/show/show';
import { starterShow } from '@/core/show/starter';
import { addBrindle, chooseFile, goTo } from './person';
import { until, VIEWERS, World } from './world';

/* Bad input and bad luck, in the browser. */

const HANDLE = 'odavarn.kiln';
let world: World;
before(async () => {
  world = await World.open();
});
after(() => world.close());

const opened = async (path: string, options = {}): Promise<Page> => {
  const page = await (await world.person(options)).newPage();
  await page.goto(path);
  await page.getByRole('navigation', { name: 'Places' }).waitFor();
  return page;
};

test('two tabs that edit the same show: both edits are kept, and each tab sees the other’s', async () => {
  const one = await opened('/cues');
  const two = await one.context().newPage();
  await goTo(two, '/stage');
  await one.getByRole('listitem').first().getByRole('button', { name: 'More for this cue' }).tap();
  await one.getByRole('button', { name: 'Delete this cue' }).tap();
  // Nobody changes tabs faster.
  await two.waitForTimeout(500);
  await two.getByRole('button', { name: 'Choose Gift goal' }).tap();
  await two.getByRole('button', { name: 'Edit Gift goal' }).tap();
  await two.getByLabel('Words on the goal').fill('From the other tab');
  await one.getByRole('link', { name: 'Stage' }).tap();
  await until(
    () => one.getByLabel('On the frame').innerText(),
    (words) => words.includes('From the other tab'),
  );
  await goTo(two, '/cues');
  await two.getByText('2 cues').waitFor();
  await one.context().close();
});

test('a full browser is said, and the change is on the server all the same', async () => {
  const page = await opened('/cues');
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The storage is full.', 'QuotaExceededError');
    };
  });
  const published = page.waitForResponse((response) => response.url().endsWith('/step') && response.ok());
  await page.getByRole('listitem').first().getByRole('button', { name: 'More for this cue' }).tap();
  await page.getByRole('button', { name: 'Delete this cue' }).tap();
  await page.getByRole('alert').filter({ hasText: 'This browser’s storage is full.' }).waitFor();
  assert.equal((await published).status(), 200);
  await page.getByText('2 cues').waitFor();
  await page.context().close();
});

test('show files: saved, opened again as a copy; one of a later version is refused with a sentence', async () => {
  const page = await opened('/shows');
  const choose = (content: string): Promise<void> => chooseFile(page, 'show.json', content);
  await choose(JSON.stringify({ ...starterShow('x'), version: 9 }));
  await page
    .getByRole('alert')
    .filter({ hasText: `saved by a later Gavirn (version 9; this one reads up to ${SHOW_VERSION})` })
    .waitFor();
  await page.getByLabel('Name of this show').fill('Evening show');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a file' }).tap(),
  ]);
  const saved = readFileSync(await download.path(), 'utf8');
  assert.equal((JSON.parse(saved) as { name: string }).name, 'Evening show');
  assert.doesNotMatch(saved, /[0-9a-f]{32}.*[0-9a-f]{32}/s, 'no key is in the file');
  const names = (): Promise<string[]> => page.getByRole('main').getByRole('list').getByRole('listitem').allInnerTexts();
  const named = (...all: string[]): Promise<string[]> =>
    until(names, (there) => JSON.stringify(there.map((each) => each.split('\n')[0])) === JSON.stringify(all));
  // It is here already: beside it, it has a name of its own; in its place, it is as it was saved, which can be undone.
  await choose(saved);
  await page.getByRole('dialog', { name: 'Evening show is here already' }).waitFor();
  await page.getByRole('button', { name: 'Open beside it' }).tap();
  await named('Evening show', 'Evening show 2');
  await page.getByRole('button', { name: 'Put Evening show on', exact: true }).tap();
  const name = page.getByLabel('Name of this show');
  await until(
    () => name.inputValue(),
    (value) => value === 'Evening show',
  );
  await name.fill('Morning show');
  await named('Morning show', 'Evening show 2');
  await choose(saved);
  await page.getByRole('button', { name: 'Replace it' }).tap();
  await named('Evening show', 'Evening show 2');
  await page.getByRole('button', { name: 'Make a copy' }).tap();
  await named('Evening show', 'Evening show 2', 'Evening show 3');
  await page.context().close();
});

test('odd names, half and huge messages: shown as text, counted, and nothing stops', async () => {
  const page = await opened('/feeds');
  await addBrindle(page, HANDLE);
  await world.brindle(HANDLE, { act: 'live' });
  const send = (nickname: string): Promise<void> =>
    world.brindle(HANDLE, { act: 'follow', user: { uid: nickname.slice(0, 20) || 'x', handle: 'someone', nickname } });
  await send('<script>document.title = "broken"</script>');
  await send('W'.repeat(200));
  await send('\u202eevil\u0000');
  await send('👩‍👩‍👧‍👦');
  await world.brindle(HANDLE, { act: 'malformed', text: '{"msgId":"half' });
  await world.brindle(HANDLE, {
    act: 'malformed',
    text: JSON.stringify({ msgId: 'm', at: new Date().toISOString(), user: VIEWERS.ines, text: 'x'.repeat(1_000_000) }),
  });
  await world.brindle(HANDLE, { act: 'follow', user: VIEWERS.ines });
  await page.getByText('2 unreadable').waitFor();
  await page.getByRole('button', { name: /Details$/ }).tap();
  const unreadable = page.getByRole('list', { name: 'Unreadable' });
  await unreadable.getByText(/its JSON cannot be read/).waitFor();
  await unreadable.getByText(/no more than 65,536 are read/).waitFor();
  await page.getByRole('link', { name: 'Desk' }).tap();
  await page.getByRole('tab', { name: 'Happened' }).tap();
  await page.getByText('<script>document.title = "broken"</script>').first().waitFor();
  await page.getByAltText('👩‍👩‍👧‍👦').first().waitFor();
  await page.getByText('Inês').first().waitFor();
  assert.match(await page.title(), /^Desk · .* · Gavirn$/);
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  assert.ok(wide <= 390, `nothing is wider than the phone, ${wide}`);

  // The desk: what plays is skipped, what was shown is shown again.
  const spotlight = page.getByRole('group', { name: 'Spotlight' });
  await spotlight.getByText(/^Then /).waitFor();
  await page.getByRole('button', { name: 'Skip what is on air in Spotlight' }).tap();
  await until(
    () => spotlight.innerText(),
    (text) => text.includes('WWWW'),
  );
  const waiting = async (): Promise<number> => Number(/(\d+) · \d+ s/.exec(await spotlight.innerText())?.[1] ?? 0);
  const before = await waiting();
  // Pressed until there are more: what waits has its turn meanwhile, and one may leave as another comes.
  await until(
    async () => {
      await page.getByRole('button', { name: /^Replay: Inês/ }).tap();
      await page.waitForTimeout(500);
      return waiting();
    },
    (now) => now > before,
  );
  // A name that is read from the right begins its row all the same, where the others do.
  await world.brindle(HANDLE, { act: 'gift', user: VIEWERS.layla, gift: 'slip-splash' });
  await page.getByRole('link', { name: 'Recap' }).tap();
  const name = page.getByRole('list', { name: 'To thank' }).getByText(VIEWERS.layla.nickname);
  assert.deepEqual(
    await name.evaluate((element) => [getComputedStyle(element).direction, getComputedStyle(element).textAlign]),
    ['rtl', 'left'],
  );
  await world.brindle(HANDLE, { act: 'end' });
  await page.context().close();
});

test('being without the server is seen on every screen, also one that was never opened, and over when it is back', async () => {
  const page = await opened('/feeds');
  await addBrindle(page, HANDLE);
  await page.getByRole('region', { name: 'Pulse' }).getByText('waiting').waitFor();
  // Once the page stands still, it has asked for all places.
  await page.waitForFunction(() => {
    const loaded = performance.getEntriesByType('resource').map(({ name }) => name);
    return ['stage', 'cues', 'desk', 'recap'].every((place) => loaded.some((name) => name.includes(`/web/${place}-`)));
  });
  await world.killServer();
  try {
    for (const place of ['Stage', 'Cues', 'Desk', 'Recap', 'Feeds']) {
      await page.getByRole('link', { name: place }).tap();
      await page.getByRole('region', { name: 'Pulse' }).getByText('no server').waitFor();
      await (
        place === 'Stage' ? page.getByLabel('On the frame') : page.getByRole('heading', { name: place, level: 1 })
      ).waitFor();
    }
  } finally {
    await world.startServer();
  }
  await page.getByRole('region', { name: 'Pulse' }).getByText('waiting').waitFor();
  await page.context().close();
});

test('a place whose script does not come says so, leaves the others as they are, and opens by itself when it can', async () => {
  const page = await opened('/feeds');
  const context = page.context();
  await context.route(/\/web\/cues-[^/]+\.js$/, (route) => route.abort());
  await context.route(
    (url) => url.pathname === '/',
    (route) => route.abort(),
  );
  await page.reload();
  await page.getByRole('link', { name: 'Cues' }).tap();
  await page.getByRole('heading', { name: 'This place has not loaded' }).waitFor();
  await page.getByRole('link', { name: 'Desk' }).tap();
  await page.getByRole('heading', { name: 'Desk', level: 1 }).waitFor();
  await page.getByRole('link', { name: 'Cues' }).tap();
  await page.getByRole('heading', { name: 'This place has not loaded' }).waitFor();
  await context.unrouteAll();
  await page.getByText('3 cues').waitFor();
  await context.close();
});

test('built files come as they were compressed when they were built, and as they are to whoever takes no such form', async () => {
  const html = await (await fetch(world.address)).text();
  const script = /src="(\/_expo\/[^"]+\.js)"/.exec(html)?.[1];
  assert.ok(script, 'the page names its script');
  const asked = (path: string, encoding: string): Promise<IncomingMessage> =>
    new Promise((resolve, reject) =>
      get(`${world.address}${path}`, { headers: { 'accept-encoding': encoding } }, (answer) => {
        answer.resume();
        resolve(answer);
      }).on('error', reject),
    );
  for (const path of [script, '/outlet/outlet.js']) {
    const [small, whole] = [await asked(path, 'gzip, br'), await asked(path, 'identity')];
    assert.deepEqual([small.statusCode, small.headers['content-encoding']], [200, 'br']);
    assert.deepEqual([whole.statusCode, whole.headers['content-encoding']], [200, undefined]);
    assert.ok(Number(small.headers['content-length']) < 0.4 * Number(whole.headers['content-length']));
  }
});
