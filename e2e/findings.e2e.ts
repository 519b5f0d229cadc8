import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { PIECE_KINDS, type Piece, type PieceKindName } from '@/core/piece';
import { newCue, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { goTo, openShowFile } from './person';
import { until, World } from './world';

/* Shows in which much is wrong, opened from a file: every kind of finding comes up and is put right by its own tap. */

let world: World;
let page: Page;
before(async () => {
  world = await World.open();
  page = await (await world.person()).newPage();
  await goTo(page, '/feeds');
});
after(() => world.close());

async function open(show: Show): Promise<void> {
  await openShowFile(page, show);
  await goTo(page, '/stage');
  await page.getByRole('button', { name: /^! \d+ to put right$/ }).tap();
  await page.getByRole('dialog').waitFor();
}
const list = () => page.getByRole('list', { name: 'Findings' });

/** Taps the first finding's mend, and waits until it is not said any more; what it said. */
async function mendFirst(): Promise<string> {
  const said = (await list().getByRole('listitem').first().innerText()).split('\n')[0] ?? '';
  // By its words: what has just been mended may still be leaving the list above it.
  await list().getByRole('listitem').filter({ hasText: said }).getByRole('button').first().tap();
  await until(
    () => list().innerText(),
    (text) => !text.split('\n').includes(said),
  );
  return said;
}

const base = starterShow('findings', 'Much is wrong');
const piece = (kind: PieceKindName, id: string, changed: object): Piece =>
  ({ ...PIECE_KINDS[kind].make(id, base), name: id, ...changed }) as Piece;
const [goal, spotlight, board] = base.pieces as [Piece, Piece, Piece];
const words = (id: string, said: string) => [{ kind: 'show' as const, spotlight: id, words: said, seconds: 4 }];
/** Where pieces stand and how they read. */
const placed: Show = {
  ...base,
  safe: { ...base.safe, cover: 1 },
  pieces: [
    { ...goal, place: { x: 60, y: 215, w: 700, h: 36 } },
    spotlight,
    { ...board, rows: 10 } as Piece,
    piece('text', 'Over', { words: 'Over it', place: { x: 100, y: 1100, w: 300, h: 90 } }),
    piece('text', 'Faint', {
      words: 'Faint',
      backing: false,
      type: { fill: '#8a6a4e' },
      place: { x: 60, y: 700, w: 420, h: 100 },
    }),
    piece('plate', 'Outside', { place: { x: 900, y: 820, w: 420, h: 118 } }),
    piece('audience', 'Below', { place: { x: 300, y: 1600, w: 320, h: 160 } }),
    piece('chat', 'Small', { size: 26, place: { x: 650, y: 980, w: 260, h: 220 } }),
  ],
};
/** What they say, and to whom. */
const said: Show = {
  ...base,
  id: 'said',
  name: 'Said twice',
  safe: { ...base.safe, cover: 1 },
  scenes: [
    { id: 'a', name: 'First' },
    { id: 'b', name: 'Second' },
  ],
  feeds: [
    { id: 'f', platform: 'brindle', handle: 'kiln.findings', on: false, rate: { coin: 0, kept: 0 }, admitted: [] },
  ],
  pieces: [
    piece('camera', 'Cam', { mic: true }),
    piece('game', 'Game', { mic: true }),
    ...base.pieces,
    piece('goal', 'Again', { place: { x: 90, y: 720, w: 700, h: 140 } }),
    piece('chat', 'Chat', { place: { x: 640, y: 900, w: 260, h: 220 } }),
    piece('spotlight', 'Gone', { off: true, place: { x: 640, y: 1140, w: 260, h: 120 } }),
    piece('spotlight', 'Elsewhere', { scenes: ['b'], place: { x: 90, y: 1290, w: 500, h: 110 } }),
    piece('audience', 'Nowhere', { place: { x: 640, y: 1290, w: 260, h: 120 } }),
  ],
  cues: [
    newCue('one', { kind: 'follow' }, words('Gone', 'Hello')),
    { ...newCue('two', { kind: 'scene', scene: 'a' }, words('Elsewhere', 'Soon')), name: 'Soon' },
  ],
  outlets: [
    {
      id: 'main',
      name: 'Everything',
      sounds: true,
      whose: 'viewers',
      shows: { kind: 'pieces', pieces: ['goal', 'spotlight', 'leaderboard', 'Again', 'Chat', 'Gone', 'Elsewhere'] },
    },
  ],
};

for (const [what, show, kinds] of [
  [
    'where pieces stand and how they read',
    placed,
    [
      /lies under/,
      /is outside the frame/,
      /is under Brindle’s/,
      /beyond its backing/,
      /is hard to tell from what lies behind it/,
      /is too small to read/,
      /places fit into/,
    ],
  ],
  [
    'what pieces say, and to whom',
    said,
    [
      /which is taken off/,
      /plays in First, where Elsewhere is not/,
      /comes out of no outlet/,
      /says the same as/,
      /already shows viewers/,
      /sound at once/,
    ],
  ],
] as [string, Show, RegExp[]][]) {
  test(`${what}: every kind of finding is said, and put right by its tap`, async () => {
    await open(show);
    const heard: string[] = [];
    for (let most = 30; most > 0 && (await list().getByRole('listitem').count()) > 0; most -= 1)
      heard.push(await mendFirst());
    await page.getByText('Nothing to put right').first().waitFor();
    for (const sentence of kinds)
      assert.ok(
        heard.some((each) => sentence.test(each)),
        `${String(sentence)} came up; said: ${heard.join(' | ')}`,
      );
  });
}

test('too much that is covered is made smaller by a tap', async () => {
  await open({ ...base, id: 'covered', name: 'Covered', safe: { ...base.safe, cover: 0.12 } });
  assert.match(await mendFirst(), /of the picture is covered; you want 12 % at most/);
});
