import { KIT } from '@/core/engine/features';
import type { Show } from '@/core/show/show';
import { sampleOf, type Live, type Piece } from '@/core/piece';
import type { OwnPicture } from '@/core/piece/own-picture';

/*
 * Made-up content for looking at a piece when nothing has happened: in the gallery, in golden pictures, and where a layout is judged by
 * what it will hold.
 */

export const EXAMPLES = ['empty', 'usual', 'overfull', 'scripts'] as const;
export type Example = (typeof EXAMPLES)[number];

const NAMES: Record<Exclude<Example, 'empty'>, readonly string[]> = {
  usual: ['Inês', 'Đorđe', 'Mirek', 'Hana', 'Teo', 'Layla'],
  overfull: [
    'Bartholomäus of the very long handle',
    'Anneliese-Marguerite Featherstonehaugh',
    'x'.repeat(60),
    'Mirek',
    'Teo',
    'Layla',
    'Oda',
    'Bram',
    'Nour',
    'Hana',
    'Ines',
    'Kim',
  ],
  scripts: ['山田 はな', 'ليلى', 'हाना यादव', 'สมชาย ใจดี', 'Đorđe', '🏺 Tēo 🌊'],
};

/** What a file's id begins with that is one of the samples which come with Gavirn. */
export const SAMPLE_FILE = 'sample:';
const sampleFile = (name: string, width: number, height: number): OwnPicture => ({
  id: `${SAMPLE_FILE}${name}`,
  width,
  height,
  frames: [],
  ms: 0,
});

/** What an example is made of: names of its kind, the first of them, and whether there is too much of everything. */
interface Made {
  names: readonly string[];
  first: string;
  large: boolean;
  example: Example;
  /** ms, the engine's clock. */
  now: number;
}

type Examples = { [K in Piece['kind']]?: (made: Made, piece: Extract<Piece, { kind: K }>, show: Show) => Live };

/** Of what is said, and of who says it. */
const TALK: Examples = {
  spotlight: ({ names, first, large, now }) => ({
    kind: 'spotlight',
    alerts: [
      {
        id: 'e',
        from: now - 2000,
        until: now + 2000,
        text: large
          ? `${first} and ${names[1]} sent 1,200 Glaze Pots and wrote something that goes on and on`
          : `${first} sent 12 Slip Splash`,
        names: large ? names.slice(0, 8) : [],
        place: 0,
      },
    ],
  }),
  ticker: ({ names }, piece) => ({
    kind: 'ticker',
    lines: names.slice(0, piece.rows).map((name, n) => ({ id: String(n), text: `${name} sent ${n + 1} Slip Splash` })),
  }),
  drift: ({ now }, piece, show) => ({
    ...sampleOf(piece, show, KIT),
    kind: 'drift',
    floating: ['🏺', '🌊', '❤️'].map((emoji, n) => ({ id: `e${n}`, at: now - 1500 * (n + 1), emoji })),
  }),
  featured: ({ first, large, now }) => ({
    kind: 'featured',
    line: {
      id: 'e',
      at: now - 2000,
      until: now + 8000,
      name: first,
      text: large
        ? 'how long does it stay in the kiln, and is it the same for a large bowl as for a small one, or longer, and what if it cracks halfway through the night?'
        : 'which glaze is that, the grey one?',
      mark: 0,
    },
  }),
  plate: ({ first }) => ({ kind: 'plate', lines: [first] }),
  chat: ({ names, large, now }) => ({
    kind: 'chat',
    lines: names.slice(0, 8).map((name, n) => ({
      id: String(n),
      at: now - 8000 + n * 900,
      name,
      role: n === 1 ? 'mod' : '',
      text: large
        ? 'that glaze runs and runs and never seems to stop before the foot of the pot 🌊🏺'
        : (['lovely curve', 'what clay is that?', 'هذا جميل جدا', '釉薬がきれい'][n % 4] ?? ''),
    })),
  }),
  info: ({ names, large }) => ({
    kind: 'info',
    lines: [
      { word: '!shards', says: 'your shards' },
      { word: '!place', says: 'your place' },
      { word: '!glaze', says: 'Choose a glaze, 500 shards' },
      ...(large ? names.map((says, n) => ({ word: `!long-keyword-${n}`, says })) : []),
    ],
  }),
};

/** Of what is counted. */
const COUNT: Examples = {
  shelf: ({ large }) => ({
    kind: 'shelf',
    items: Array.from({ length: large ? 60 : 9 }, (_, n) => ({
      name: ['Slip Splash', 'Glaze Pot', 'Ember'][n % 3] ?? '',
      coins: [1, 25, 400, 1200][n % 4] ?? 1,
    })),
    cleared: large ? 12 : 0,
  }),
  gifts: ({ names, large }, piece) => ({
    kind: 'gifts',
    gifts: names.slice(0, piece.rows).map((viewer, n) => ({
      id: String(n),
      viewer,
      gift: ['Slip Splash', 'Glaze Pot', 'Ember'][n % 3] ?? '',
      count: large ? 1200 * (n + 1) : n + 1,
      coins: [10, 50, 1][n % 3] ?? 1,
    })),
  }),
  credits: ({ names, now }) => ({ kind: 'credits', names, roll: { from: now - 4500, until: now + 60_000 } }),
  goal: ({ large, example }) => ({
    kind: 'goal',
    goal: {
      name: large
        ? 'Open the large kiln and unload every shelf tonight'
        : example === 'scripts'
          ? '窯を開ける'
          : 'Open the kiln',
      value: large ? 1_234_567 : 1640,
      target: large ? 2_000_000 : 2000,
      hidden: false,
    },
  }),
  countdown: ({ large }) => ({
    kind: 'countdown',
    countdown: {
      name: large ? 'Until the very last pot is thrown' : 'Time left',
      endsAt: null,
      left: large ? 7 * 86_400_000 : 754_000,
    },
  }),
  counter: ({ large }, piece) => ({
    kind: 'counter',
    counter: {
      name: large ? 'Pots that came off the wheel in one piece' : 'Throws',
      value: large ? 1_204_118 : 12,
      target: large ? 2_000_000 : 40,
    },
  }),
  lantern: ({ large }) => ({
    kind: 'lantern',
    lantern: { name: 'Kiln glow', lit: large ? 100 : 60, gone: large ? 118 : 2 },
  }),
  audience: ({ large }) => ({ kind: 'audience', watching: large ? 1_204_118 : 1204 }),
  leaderboard: ({ names, large }, piece) => ({
    kind: 'leaderboard',
    rows: names.slice(0, piece.rows).map((name, n) => ({
      name,
      value: large ? 12_345_678 - n : Math.round(1860 / (n + 1)),
      ...(n === 1 ? { moved: 2 } : {}),
    })),
  }),
};

/** A clip looks as its picture does. */
const PICTURES: Examples = {
  picture: () => ({ kind: 'picture', picture: sampleFile('tall-pot', 400, 400) }),
  clip: () => ({ kind: 'clip', picture: sampleFile('kiln-fire', 400, 400) }),
  art: () => ({ kind: 'art', picture: sampleFile('porthole', 1920, 1080) }),
};

const BY_KIND: Examples = { ...TALK, ...COUNT, ...PICTURES };

/** What a piece shows by way of example; one that has none is as it is without anything. `now`: alerts are in the middle of their time then. */
export function exampleOf(piece: Piece, show: Show, example: Example, now: number): Live {
  // The table's own type says that what it has for a kind takes pieces of this kind.
  const make = BY_KIND[piece.kind] as ((made: Made, piece: Piece, show: Show) => Live) | undefined;
  if (example === 'empty' || !make) return sampleOf(piece, show, KIT);
  const names = NAMES[example];
  return make({ names, first: names[0] ?? '', large: example === 'overfull', example, now }, piece, show);
}
