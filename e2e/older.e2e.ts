import bcd from '@mdn/browser-compat-data' with { type: 'json' };
import { parse } from 'acorn';
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { addPiece } from '@/core/stage/add';
import { starterShow } from '@/core/show/starter';
import { differsFromGolden } from '@/server/paint/golden';
import { deskOf } from './desk-of';
import { until, wordsOn, World } from './world';

/*
 * The outlet's page in the oldest browser that it promises, Chromium 80, and the app in its own. There is none of those here: what this Chromium has beyond it is
 * taken away before the page loads, by MDN's table of what came with which version (@mdn/browser-compat-data).
 */

const OLDEST = 80;
/** And the app's own. */
const APP_OLDEST = 111;
const SHOW = 'older';
const OUTLET = 'older-outlet-key-0123456789';
const DESK = 'older-desk-key-0123456789';
const SIZE = { width: 540, height: 960 };

interface Compat {
  __compat?: { support: { chrome: Added | Added[] } };
}
interface Added {
  version_added: string | false | null;
}
type Tree = Compat & { [name: string]: Tree };

/** Whether Chromium had none of it in a version. */
function isNewer({ __compat }: Tree, oldest: number): boolean {
  const versions = [__compat?.support.chrome ?? []].flat().map(({ version_added }) => Number(version_added || NaN));
  const known = versions.filter((version) => !Number.isNaN(version));
  return known.length > 0 && Math.min(...known) > oldest;
}

/** All that is newer: names of interfaces, and of what they have ("Array.at"). */
function newerIn(tree: Tree, oldest: number, within: string[] = []): string[] {
  return Object.entries(tree).flatMap(([name, below]) => {
    if (name === '__compat') return [];
    if (below.__compat && isNewer(below, oldest)) return [[...within, name].join('.')];
    return within.length === 0 || (within[0] === 'Intl' && within.length < 2)
      ? newerIn(below, oldest, [...within, name])
      : [];
  });
}
const { api, javascript } = bcd as unknown as { api: Tree; javascript: { builtins: Tree } };
const newerThan = (version: number): string[] => [...newerIn(javascript.builtins, version), ...newerIn(api, version)];
const NEWER = newerThan(OLDEST);
const script = (name: string): string => readFileSync(`dist/outlet/${name}`, 'utf8');

/** Runs in the page, for each of the things that have such a name: a string, since it must need nothing itself. */
const forEach = (paths: readonly string[], what: string): string => `
  for (const path of ${JSON.stringify(paths)}) {
    const names = path.split('.');
    const name = names.pop();
    let owner = path.startsWith('TypedArray.') ? Object.getPrototypeOf(Int8Array) : window;
    if (names[0] !== 'Window' && names[0] !== 'TypedArray') for (const each of names) owner = owner && owner[each];
    for (const each of [owner, owner && owner.prototype]) if (each && Object.prototype.hasOwnProperty.call(each, name)) { ${what} }
  }`;
const takeAway = (paths: readonly string[]): string => forEach(paths, 'delete each[name];');
/** Notes in `asked` what the page asks for. */
const LISTEN = `window.asked = [];${forEach(
  NEWER,
  `const { value: has, configurable } = Object.getOwnPropertyDescriptor(each, name);
   if (configurable && has !== undefined) Object.defineProperty(each, name, {
     configurable: true,
     get: () => (asked.indexOf(path) >= 0 || asked.push(path), has),
     set(value) { Object.defineProperty(this, name, { value, writable: true, configurable: true }); },
   });`,
)}`;

let world: World;
before(async () => {
  world = await World.open();
  const show = { ...starterShow(SHOW), pieces: [], cues: [] } as ReturnType<typeof starterShow>;
  const text = (id: string, words: string): void => {
    addPiece(show, 'text', { piece: id, own: `${id}-own` }, null);
    show.pieces = show.pieces.map((piece) => (piece.id === id && piece.kind === 'text' ? { ...piece, words } : piece));
  };
  text('one', 'Odavarn fires at eight ❤️ 👩🏽‍🚀 1️⃣ 🏴󠁧󠁢󠁳󠁣󠁴󠁿');
  text('two', 'مرحبا بكم في الفرن');
  text('three', 'สวัสดี');
  text('four', 'こんにちは');
  for (const kind of ['goal', 'counter', 'countdown', 'lantern', 'plate', 'leaderboard'] as const)
    addPiece(show, kind, { piece: kind, own: `${kind}-own` }, null);
  const [outlet] = show.outlets;
  const sent = await fetch(`${world.address}/api/shows/${SHOW}`, {
    method: 'PUT',
    headers: { authorization: `Bearer ${DESK}`, 'content-type': 'application/json' },
    body: JSON.stringify({ show, outletKeys: { [outlet?.id ?? '']: OUTLET } }),
  });
  assert.equal(sent.status, 204, await sent.text());
});
after(() => world.close());

/** The outlet's page in a browser that lacks this much. */
async function opened(without: readonly string[], before = takeAway(without)): Promise<{ page: Page; said: string[] }> {
  const page = await (await world.person({ viewport: SIZE, hasTouch: false, isMobile: false })).newPage();
  const said: string[] = [];
  page.on('console', (message) => said.push(message.text()));
  page.on('pageerror', (error) => said.push(`error: ${error.message}`));
  await page.addInitScript({ content: before });
  await page.goto(`${world.address}/o/${OUTLET}`);
  return { page, said };
}

/** What it paints once that stays the same, as a PNG: taken from outside, since nothing in the page can be relied on. */
async function picture(page: Page): Promise<Buffer> {
  await until(
    () => wordsOn(page),
    (words) => words.includes('こんにちは'),
  );
  let last = '';
  let same = 0;
  return until(
    async () => {
      await page.waitForTimeout(200);
      const now = await page.screenshot({ omitBackground: true });
      same = now.equals(Buffer.from(last, 'base64')) ? same + 1 : 0;
      last = now.toString('base64');
      return now;
    },
    () => same >= 3,
  );
}

async function looksTheSame(without: readonly string[]): Promise<string[]> {
  const { page, said } = await opened(without);
  assert.equal(differsFromGolden('e2e/golden/older.png', await picture(page)), 0, without.join());
  await page.context().close();
  return said;
}

test('with all that this browser has, and without all that is newer than Chromium 80, it paints the same', async () => {
  assert.deepEqual(await looksTheSame([]), []);
  assert.ok(NEWER.length > 1000, 'the table was read');
  const said = await looksTheSame(NEWER);
  assert.deepEqual(said.sort(), [
    'This browser has no ImageDecoder: animated pictures stand still.',
    'This browser has no Intl.Segmenter: lines in Thai and Japanese may break within a word.',
  ]);
});

test('without each one of what it asks for', async () => {
  const listening = await opened([], LISTEN);
  await picture(listening.page);
  const asked = (await listening.page.evaluate('window.asked')) as string[];
  await listening.page.context().close();
  for (const name of ['Array.at', 'Intl.Segmenter']) assert.ok(asked.includes(name), asked.join());
  for (const name of [...new Set([...asked, 'ImageDecoder'])]) {
    const said = await looksTheSame([name]);
    assert.deepEqual(
      said.filter((line) => line.startsWith('error')),
      [],
      name,
    );
  }
});

test('its scripts are read by a browser of that age', () => {
  // Chromium 80 reads ECMAScript 2020 (its optional chaining came with 80), and what starts the page any since 2016 (ECMAScript 2015).
  for (const name of ['outlet.js', 'older.js', 'sounds.js']) parse(script(name), { ecmaVersion: 2020 });
  parse(script('first.js'), { ecmaVersion: 2015 });
  assert.throws(() => parse('a ||= 1', { ecmaVersion: 2020 }), 'the reader tells them apart');
});

test('a browser in which it cannot run at all says so in one sentence', async () => {
  for (const without of ['Path2D', 'ReadableStream']) {
    const { page } = await opened([without]);
    await page.getByRole('alert').filter({ hasText: 'This browser is too old for an outlet of Gavirn.' }).waitFor();
    await page.context().close();
  }
});

test('the app opens in the oldest browser that it is made for, and is refused with a sentence by what is older', async () => {
  const open = async (without: readonly string[]): Promise<Page> => {
    const page = await (await world.person()).newPage();
    await page.addInitScript({ content: takeAway(without) });
    await page.goto(`${world.address}/feeds`);
    return page;
  };
  const good = await open(newerThan(APP_OLDEST));
  await good.getByRole('heading', { name: 'Feeds' }).waitFor();
  for (const lacking of ['Array.toSorted', 'Intl.Segmenter']) {
    const old = await open([lacking]);
    await old.getByText('This browser is too old for Gavirn. It needs Chromium 111').waitFor();
    await old.waitForTimeout(1500);
    assert.equal(await old.getByRole('heading').count(), 0, 'nothing has taken the sentence’s place');
    await old.context().close();
  }
  await good.context().close();
});

test('the desk knows in which browser an outlet is open, how large, and what that does without', async () => {
  const { page } = await opened(['ImageDecoder']);
  const known = await until(
    async () => (await deskOf(world, SHOW, DESK)).outletPages,
    (pages) => Object.values(pages).flat().length > 0,
  );
  const [said] = Object.values(known).flat();
  assert.deepEqual({ ...said, browser: '' }, { browser: '', ...SIZE, lacks: ['film'], blocked: false, heard: null });
  assert.match(said?.browser ?? '', /^Chrome \d+, Linux$/);
  await page.context().close();
  await until(
    async () => Object.values((await deskOf(world, SHOW, DESK)).outletPages).flat().length,
    (pages) => pages === 0,
  );
});
