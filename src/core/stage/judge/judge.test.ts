import { readFileSync } from 'node:fs';
import { readShow } from '@/core/show/file';
import { PIECE_KINDS, type Piece, type PieceKindName } from '@/core/piece';
import { showSchema, type Show } from '@/core/show/show';
import { newCue, starterShow } from '@/core/show/starter';
import { nodeMeasure } from '@/server/paint/node-host';
import { judge, judgedOf } from '.';
import type { Group } from '@/core/paint/display';
import type { Behind, Finding, Judged } from './finding';
import { arcOf, overflow, sizeForArc, smallestType } from './reading';
import { mendShow, offered } from './mend';
import { english } from '@/core/words/phrase';
import { inEnglish } from '@/core/words/in-english.setup';

const base = starterShow('judge');
const add = (show: Show, kind: PieceKindName, changed: Partial<Piece> = {}): Show => ({
  ...show,
  pieces: [...show.pieces, { ...PIECE_KINDS[kind].make(kind, show), ...changed } as Piece],
});
const change = (show: Show, id: string, changed: object): Show => ({
  ...show,
  pieces: show.pieces.map((piece) => (piece.id === id ? ({ ...piece, ...changed } as Piece) : piece)),
});
const scenes = [
  { id: 'before', name: 'Before' },
  { id: 'live', name: 'Live' },
];
const white: Behind = { width: 1, height: 1, rgba: new Uint8ClampedArray([255, 255, 255, 255]) };

test('what someone begins with has nothing to put right, upright and on any picture', () => {
  expect(judge(base, '', nodeMeasure)).toEqual([]);
});

test.each(['kiln-hours', 'salvage-sunday'])('the demo show %s has nothing to put right in any scene', (name) => {
  const read = readShow(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(english(read.reason));
  for (const scene of read.show.scenes.length > 0 ? read.show.scenes.map(({ id }) => id) : [''])
    expect(judge(read.show, scene, nodeMeasure)).toEqual([]);
});

const [board] = base.pieces.filter(({ id }) => id === 'leaderboard');
const FAULTY: [string, RegExp, Show, string?][] = [
  [
    'a piece lies under another',
    /% of Leaderboard lies under Words/,
    add(base, 'text', { place: { ...board!.place, y: board!.place.y + 40, h: 120 } } as Partial<Piece>),
  ],
  [
    'a live piece lies under a picture that is over it',
    /lies under Picture/,
    add(base, 'picture', { place: board!.place }),
  ],
  [
    'it leaves the frame',
    /of Leaderboard is outside the frame/,
    change(base, 'leaderboard', { place: { ...board!.place, x: -200 } }),
  ],
  [
    'turned, it leaves the frame',
    /of Leaderboard is outside the frame/,
    change(base, 'leaderboard', { turn: 60, place: { ...board!.place, x: 10 } }),
  ],
  [
    'it is under the platform’s chat',
    /of Leaderboard is under Brindle’s chat/,
    change(base, 'leaderboard', { place: { ...board!.place, y: 1480 } }),
  ],
  [
    'text is too small',
    /smallest text of Chat is too small to read\. [\d.]+ minutes of arc/,
    add(base, 'chat', { size: 26, place: { x: 600, y: 1000, w: 300, h: 300 } } as Partial<Piece>),
  ],
  [
    'text does not stand out',
    /Text of Words is hard to tell from what lies behind it\. Its contrast is [\d.]+ : 1/,
    add(base, 'text', {
      backing: false,
      type: { fill: '#ffffff' },
      place: { x: 60, y: 1400, w: 700, h: 90 },
    } as Partial<Piece>),
  ],
  [
    'text runs off its backing',
    /reaches \d+ px beyond its backing/,
    change(base, 'goal', { place: { x: 90, y: 200, w: 820, h: 36 } }),
  ],
  ['rows do not all fit', /\d of 10 places fit into Leaderboard/, change(base, 'leaderboard', { rows: 10 })],
  [
    'lines of a ticker do not all fit',
    /\d of 8 lines fit into Ticker/,
    add(base, 'ticker', { rows: 8, place: { x: 60, y: 1300, w: 700, h: 180 } } as Partial<Piece>),
  ],
  [
    'a number becomes smaller than its name as it grows',
    /the number of Counter becomes smaller than its name\. The number comes to \d+ px/,
    {
      ...add(base, 'counter', { counter: 'c', place: { x: 60, y: 1240, w: 320, h: 170 } } as Partial<Piece>),
      counters: [{ id: 'c', name: 'Throws', start: 0, step: 1, target: 1_000_000 }],
    },
  ],
  [
    'two say the same',
    /Goal 2 says the same as Gift goal/,
    add(base, 'goal', { name: 'Goal 2', place: { x: 60, y: 1360, w: 700, h: 120 } } as Partial<Piece>),
  ],
  [
    'chat stands there twice',
    /Brindle’s chat already shows viewers/,
    {
      ...add(base, 'chat', { place: { x: 640, y: 900, w: 280, h: 400 } } as Partial<Piece>),
      feeds: [{ id: 'b', platform: 'brindle', handle: 'kiln', on: true, rate: { coin: 0, kept: 0 }, admitted: [] }],
    },
  ],
  [
    'two microphones sound at once',
    /microphones of Camera and Game view sound at once/,
    add(add(base, 'camera', { mic: true } as Partial<Piece>), 'game', { mic: true } as Partial<Piece>),
  ],
  [
    'too much is covered',
    /% of the picture is covered; you want 12 % at most/,
    { ...base, safe: { ...base.safe, cover: 0.12 } },
  ],
  [
    'a piece comes out of no outlet',
    /Gift goal comes out of no outlet/,
    { ...base, outlets: [{ ...base.outlets[0]!, shows: { kind: 'pieces', pieces: ['spotlight', 'leaderboard'] } }] },
  ],
  [
    'a cue’s spotlight is taken off',
    /3 cues show words in Spotlight, which is taken off/,
    change(base, 'spotlight', { off: true }),
  ],
  [
    'a cue’s spotlight is in another scene',
    /plays in Before, where Spotlight is not/,
    {
      ...change(base, 'spotlight', { scenes: ['live'] }),
      scenes,
      cues: [
        {
          ...newCue('c', { kind: 'scene', scene: 'before' }, [
            { kind: 'show', spotlight: 'spotlight', words: 'Soon', seconds: 4 },
          ]),
          name: 'Soon',
        },
      ],
    },
    'live',
  ],
];

test.each(FAULTY)('%s: it is said with its numbers, and its mend puts it right', (_name, says, show, scene = '') => {
  const behind = /contrast/.test(String(says)) ? [white] : [];
  const found = judge(show, scene, nodeMeasure, behind).filter((finding) =>
    says.test(`${english(finding.says)} ${english(finding.figures ?? '')}`),
  );
  expect(found).toHaveLength(1);
  const mended = structuredClone(show);
  mendShow(mended, found[0]!.mend.does);
  expect(showSchema.safeParse(mended).success).toBe(true);
  expect(judge(mended, scene, nodeMeasure, behind).filter(({ key }) => key === found[0]!.key)).toEqual([]);
});

test('on a dark picture white letters stand out; an outline makes them stand out on any', () => {
  const letters = add(base, 'text', {
    backing: false,
    type: { fill: '#ffffff' },
    place: { x: 60, y: 1400, w: 700, h: 90 },
  } as Partial<Piece>);
  const dark: Behind = { width: 1, height: 1, rgba: new Uint8ClampedArray([20, 16, 14, 255]) };
  const says = (show: Show, behind: Behind[]): number =>
    judge(show, '', nodeMeasure, behind).filter((finding) => /contrast/.test(english(finding.figures ?? ''))).length;
  expect([says(letters, [dark]), says(letters, [white]), says(letters, [dark, white])]).toEqual([0, 1, 1]);
  expect(
    says(change(letters, 'text', { type: { fill: '#ffffff', outline: { color: '#000000', width: 10 } } }), [white]),
  ).toBe(0);
});

test('a finding of one scene says nothing of another, and its mend changes only where it is', () => {
  const own = { ...board!.place, y: 1480 };
  const show = { ...change(base, 'leaderboard', { places: { live: own } }), scenes };
  expect(judge(show, 'before', nodeMeasure).filter(({ pieces }) => pieces.includes('leaderboard'))).toEqual([]);
  const [found] = judge(show, 'live', nodeMeasure).filter((finding) => /under Brindle/.test(english(finding.says)));
  const mended = structuredClone(show);
  mendShow(mended, found!.mend.does);
  const piece = mended.pieces.find(({ id }) => id === 'leaderboard');
  expect(piece?.place).toEqual(board!.place);
  expect(piece?.places?.live).not.toEqual(own);
});

test('what finds no room is offered to be taken off, by name: what matters less, and not the one that is there for alerts', () => {
  // A column of chat over all that is free leaves nothing clear, however small either of the two is made.
  const full = add(
    change(base, 'leaderboard', { place: { ...base.pieces.find(({ id }) => id === 'spotlight')!.place } }),
    'chat',
    { place: { x: 0, y: 0, w: 1080, h: 1920 } } as Partial<Piece>,
  );
  const found = judge(full, '', nodeMeasure).find(
    ({ pieces, says }) =>
      pieces.includes('spotlight') && pieces.includes('leaderboard') && /lies under/.test(english(says)),
  );
  const offer = offered(full, found!.mend);
  expect(inEnglish(offer.label)).toBe('Hide Leaderboard');
  const mended = structuredClone(full);
  mendShow(mended, found!.mend.does);
  expect(mended.pieces.find(({ id }) => id === 'leaderboard')?.off).toBe(true);
  expect(judge(mended, '', nodeMeasure).some(({ pieces }) => pieces.includes('leaderboard'))).toBe(false);
  // Where there is room, the offer is to move it.
  const [over] = judge(add(base, 'text', { place: { ...board!.place, h: 120 } } as Partial<Piece>), '', nodeMeasure);
  expect(inEnglish(offered(base, over!.mend).label)).toMatch(/^Move /);
});

test('text of 16 minutes of arc passes, and none that is clearly smaller', () => {
  // ISO 9241-303 (from memory): 16 minutes at least.
  const chatAt = (arc: number): Show =>
    add(base, 'chat', {
      size: Math.round(sizeForArc(arc, base.frame, base.safe.screen)),
      place: { x: 600, y: 1000, w: 300, h: 300 },
    } as Partial<Piece>);
  const small = (show: Show): number =>
    judge(show, '', nodeMeasure).filter(({ key }) => key.startsWith('small/')).length;
  const least = [12, 13, 14, 15, 15.5, 16.2, 18].map((arc) => {
    const show = chatAt(arc);
    const groups = judgedOf(show, '', nodeMeasure, []).groups.get(show.pieces.at(-1)!.id) ?? [];
    return { comes: arcOf(smallestType(groups), base.frame, base.safe.screen), found: small(show) };
  });
  for (const { comes, found } of least)
    expect([comes.toFixed(2), found]).toEqual([comes.toFixed(2), comes >= 15.95 ? 0 : 1]);
  expect(new Set(least.map(({ found }) => found))).toEqual(new Set([0, 1]));
});

test('words that run through their box on purpose do not run off it, and the same words without a clip do', () => {
  const [piece] = add(base, 'text', { place: { x: 60, y: 1300, w: 200, h: 120 } } as Partial<Piece>).pieces.slice(-1);
  const long: Group = {
    key: 'run',
    box: { w: 200, h: 120 },
    ops: [
      {
        op: 'text',
        text: 'A long line that runs through',
        x: 0,
        baseline: 60,
        font: { family: 'Noto Sans', weight: 400, size: 40 },
        fill: '#fff',
      },
    ],
  } as unknown as Group;
  const judged = (group: Group): Finding[] =>
    overflow({
      pieces: [piece!],
      groups: new Map([[piece!.id, [group]]]),
      measure: nodeMeasure,
      scene: '',
      show: base,
    } as unknown as Judged);
  expect([judged({ ...long, clip: { x: 0, y: 0, w: 200, h: 120 } }).length, judged(long).length]).toEqual([0, 1]);
});

test('a piece that is taken off is missed by nobody, whatever outlets carry', () => {
  const show = {
    ...change(base, 'goal', { off: true }),
    outlets: [{ ...base.outlets[0]!, shows: { kind: 'pieces' as const, pieces: ['spotlight', 'leaderboard'] } }],
  };
  const nowhere = (of: Show): string[] =>
    judge(of, '', nodeMeasure)
      .filter(({ key }) => key.startsWith('nowhere/'))
      .flatMap(({ pieces }) => pieces);
  expect([nowhere(show), nowhere(change(show, 'goal', { off: false }))]).toEqual([[], ['goal']]);
});
