import { PLAIN } from '@/core/engine/alert/plan';
import { ANY } from '@/core/engine/cue/range';
import type { SpotlightPiece } from '@/core/piece/spotlight';
import { readFileSync } from 'node:fs';
import { migrate, readShow } from './file';
import { SHOW_VERSION } from './show';
import { starterShow } from './starter';
import { english } from '@/core/words/phrase';
import { inEnglish } from '@/core/words/in-english.setup';

const starter = starterShow('s');
const text = (changed: object): string => JSON.stringify({ ...starter, ...changed });

test('what was saved is read back as it was', () => {
  expect(readShow(JSON.stringify(starter))).toEqual({ ok: true, show: starter });
});

test('the demo show is a show', () => {
  expect(readShow(readFileSync('demo/kiln-hours.json', 'utf8'))).toMatchObject({
    ok: true,
    show: { name: 'Kiln Hours' },
  });
  expect(readShow(readFileSync('demo/salvage-sunday.json', 'utf8'))).toMatchObject({
    ok: true,
    show: { name: 'Salvage Sunday', frame: { width: 1920, height: 1080 } },
  });
});

test.each([
  ['a later version', text({ version: SHOW_VERSION + 1 }), /later Gavirn \(version 4; this one reads up to 3\)/],
  ['no show', '{"hello":1}', /not a show file/],
  ['no JSON', '{', /JSON cannot be read/],
  [
    'a piece that cannot be',
    text({ pieces: [{ ...starter.pieces[0], place: { x: 0, y: 0, w: -5, h: 1 } }] }),
    /part that cannot be used: pieces/,
  ],
  ['a name twice', text({ pieces: [starter.pieces[0], starter.pieces[0]] }), /names "goal" twice/],
  [
    'a feed whose id holds a slash',
    text({ feeds: [{ id: 'a/b', platform: 'brindle', handle: 'kiln', on: true }] }),
    /part that cannot be used: feeds › 0 › id/,
  ],
  ['a list', '[]', /not a show file/],
])('%s is refused with a sentence that says nothing was changed', (_name, file, reason) => {
  const read = readShow(file);
  expect(inEnglish(read)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) });
  expect(inEnglish(read)).toMatchObject({ reason: expect.stringMatching(/Nothing was changed\.$/) });
});

test('migrations are passed through one after another, and a missing one is noticed', () => {
  const steps = {
    1: (doc: Record<string, unknown>) => ({ ...doc, a: 1 }),
    2: (doc: Record<string, unknown>) => ({ ...doc, b: doc.a }),
  };
  expect(migrate({ version: 1 }, 1, 3, steps)).toEqual({ version: 3, a: 1, b: 1 });
  expect(migrate({ version: 2, a: 7 }, 2, 3, steps)).toEqual({ version: 3, a: 7, b: 7 });
  expect(migrate({ version: 1 }, 1, 4, steps)).toBeNull();
});

test('a file of version 2 is brought up: one gift or any, likes of one viewer, a plain queue, one outlet that sounds', () => {
  const { queue: _queue, ...spotlight } = starterShow('two').pieces.find(
    ({ kind }) => kind === 'spotlight',
  ) as SpotlightPiece;
  const step = { kind: 'show', spotlight: spotlight.id, words: 'x', seconds: 2 };
  const two = {
    ...starterShow('two'),
    version: 2,
    pieces: [spotlight],
    outlets: [
      { id: 'a', name: 'A' },
      { id: 'b', name: 'B' },
    ],
    cues: [
      { id: 'any', on: true, when: { kind: 'gift', gift: null }, steps: [step] },
      { id: 'one', on: true, when: { kind: 'gift', gift: { id: 'g', name: 'G' } }, steps: [step] },
      { id: 'likes', on: false, when: { kind: 'likes', every: 50 }, steps: [step] },
    ],
  };
  const read = readShow(JSON.stringify(two));
  if (!read.ok) throw new Error(english(read.reason));
  expect(read.show.cues.map(({ on, when }) => [on, when])).toEqual([
    [true, { kind: 'gift', gifts: [], coins: ANY, at: 'step' }],
    [true, { kind: 'gift', gifts: [{ id: 'g', name: 'G' }], coins: ANY, at: 'step' }],
    [false, { kind: 'every', every: 50, of: 'likes', by: 'viewer', within: 0 }],
  ]);
  expect(read.show.pieces).toMatchObject([{ queue: PLAIN }]);
  expect(read.show.outlets.map(({ sounds }) => sounds)).toEqual([true, false]);
});
