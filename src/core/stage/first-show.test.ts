import { HOUSE_STYLES, type HouseStyle } from '@/core/piece/style';
import type { Feed } from '@/core/platform/feed';
import { showSchema } from '@/core/show/show';
import { cueProblem } from '@/core/show/sentence';
import { nodeMeasure } from '@/server/paint/node-host';
import { firstShow, sightsFor, SIGHTS, type Sight, type Streams } from './first-show';
import { judge } from './judge';
import { frameKey, inLayout } from './turn-frame';

const feed = (platform: 'brindle' | 'oxbow' | 'tarn'): Feed =>
  ({
    id: 'f',
    handle: 'odavarn.kiln',
    on: true,
    rate: { coin: 0, kept: 0 },
    admitted: [],
    platform,
    ...(platform === 'oxbow' ? { helper: '' } : {}),
  }) as Feed;

const ids = (): (() => string) => {
  let n = 0;
  return () => `id${(n += 1)}`;
};
const make = (
  sees: readonly Sight[],
  streams: Streams,
  of: Feed | null = feed('brindle'),
  style: HouseStyle = 'slip',
) => firstShow({ id: 'show', name: 'My show', language: 'en' }, { streams, feed: of, sees, style }, ids(), nodeMeasure);

const ALL = SIGHTS.map(({ kind }) => kind);
const USUAL = SIGHTS.flatMap(({ kind, usual }) => (usual ? [kind] : []));
const CHOICES: [string, Sight[]][] = [
  ['nothing', []],
  ['the usual', USUAL],
  ['all', ALL],
  ...ALL.map((kind): [string, Sight[]] => [`only ${kind}`, [kind]]),
  ...ALL.map((kind): [string, Sight[]] => [`all but ${kind}`, ALL.filter((each) => each !== kind)]),
];

/** Both has an upright and a wide layout in one: all choices are tried there. */
const FEW = CHOICES.slice(0, 3);

describe.each([
  ['upright', FEW],
  ['wide', FEW],
  ['both', CHOICES],
] as [Streams, typeof CHOICES][])('streaming %s', (streams, choices) => {
  test.each(choices)(
    '%s: a valid show that shows what was asked for, and nothing needs to be put right',
    (_name, sees) => {
      const show = make(sees, streams);
      expect(showSchema.safeParse(show).error).toBeUndefined();
      expect(
        show.pieces
          .filter(({ off }) => !off)
          .map(({ kind }) => kind)
          .sort(),
      ).toEqual([...sees].sort());
      for (const key of show.beside ?? [frameKey(show.frame)]) {
        const stood = inLayout(show, key);
        expect(stood.pieces.filter(({ off }) => off)).toEqual([]);
        expect(judge(stood, '', nodeMeasure).filter(({ key }) => !show.dismissed.includes(key))).toEqual([]);
      }
    },
  );
});

test.each(HOUSE_STYLES)(
  'every piece is in the look that was chosen: %s, and nothing needs to be put right',
  (style) => {
    const show = make(USUAL, 'upright', feed('brindle'), style);
    expect(new Set(show.pieces.map((piece) => piece.style))).toEqual(new Set([style]));
    expect(judge(show, '', nodeMeasure)).toEqual([]);
  },
);

test.each(['brindle', 'oxbow', 'tarn'] as const)(
  'with %s no cue waits for what cannot come, and what is counted can come',
  (platform) => {
    const of = feed(platform);
    const show = make(
      sightsFor(of).map(({ kind }) => kind),
      'upright',
      of,
    );
    expect(show.cues.length).toBeGreaterThan(0);
    expect(show.cues.map((cue) => cueProblem(cue, show))).toEqual(show.cues.map(() => null));
    const board = show.pieces.find(({ kind }) => kind === 'leaderboard');
    expect([show.goals[0]?.measure, board?.kind === 'leaderboard' && board.measure]).toEqual(
      { brindle: ['coins', 'coins'], tarn: ['likes', 'likes'], oxbow: ['follows', 'chats'] }[platform],
    );
  },
);

test('both: an outlet for each frame, and one of them sounds', () => {
  const show = make(USUAL, 'both');
  expect(show.beside).toEqual(['1080×1920', '1920×1080']);
  expect(show.outlets.map(({ layout, sounds }) => [layout, sounds])).toEqual([
    ['1080×1920', true],
    ['1920×1080', false],
  ]);
});
