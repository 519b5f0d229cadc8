import { starterShow } from '@/core/show/starter';
import type { Live, Piece } from '@/core/piece';
import { PIECE_KINDS } from '@/core/piece';
import { rowsThatFit, type LeaderboardPiece } from '@/core/piece/leaderboard';
import { HOUSE_STYLES } from '@/core/piece/style';
import type { Measure } from '@/core/paint/text';
import { Stage, alternativeLines } from './stage';

const measure: Measure = (text, { size }) => text.length * size * 0.5;
const show = starterShow('s');
const [goal, spotlight, board] = show.pieces as [Piece, Piece, LeaderboardPiece];
const alert = { id: 'a1', from: 1000, until: 5000, text: 'Welcome, Inês', names: [], place: 0 };
const live: Record<string, Live> = {
  goal: { kind: 'goal', goal: { name: 'Gift goal', value: 150, target: 200, hidden: false } },
  spotlight: {
    kind: 'spotlight',
    alerts: [alert, { id: 'a2', from: 5000, until: 9000, text: 'Next', names: [], place: 0 }],
  },
  leaderboard: { kind: 'leaderboard', rows: [{ name: 'Inês', value: 50 }] },
};
const scene = { frame: show.frame, pieces: show.pieces, live };
const textsOf = (piece: Piece, shown: Live, seen: 'air' | 'edit' = 'air'): string[] =>
  new Stage({ measure, seen })
    .at({ frame: show.frame, pieces: [piece], live: { [piece.id]: shown } }, 2000)
    .groups.flatMap(({ ops }) => ops.flatMap((op) => (op.op === 'text' ? [op.text] : [])));

describe('an alert', () => {
  const stage = new Stage({ measure, seen: 'air' });
  const at = (now: number) => stage.at(scene, now);
  const groupAt = (now: number, id = 'a1') => at(now).groups.find(({ key }) => key === `spotlight/${id}`);

  test('is there from its time to its end, and the next one follows without a message', () => {
    expect([groupAt(999), groupAt(5000)]).toEqual([undefined, undefined]);
    expect(groupAt(2000)).toMatchObject({ opacity: 1, dy: 0 });
    expect(groupAt(5400, 'a2')).toMatchObject({ opacity: 1 });
  });

  test('comes and goes by motion alone, on the same drawing', () => {
    const coming = groupAt(1100);
    expect(coming?.opacity).toBeGreaterThan(0);
    expect(coming?.opacity).toBeLessThan(1);
    expect(coming?.ops).toBe(groupAt(2000)?.ops);
    expect(groupAt(4900)?.opacity).toBeLessThan(1);
  });

  test('says when the frame will next change by itself: now while it moves, its end when it rests, never when it is over', () => {
    expect(at(0).next).toBe(1000);
    expect(at(1100).next).toBe(1100);
    expect(at(2000).next).toBe(4780);
    expect(at(9500).next).toBe(Infinity);
  });

  test('opened late, the rest of it is shown', () => {
    expect(new Stage({ measure, seen: 'air' }).at(scene, 4000).groups.some(({ key }) => key === 'spotlight/a1')).toBe(
      true,
    );
  });
});

test('a piece that has not changed is not drawn again', () => {
  const stage = new Stage({ measure, seen: 'air' });
  const before = stage.at(scene, 2000).groups;
  const after = stage.at(
    {
      ...scene,
      live: { ...live, goal: { kind: 'goal', goal: { name: 'Gift goal', value: 160, target: 200, hidden: false } } },
    },
    2016,
  ).groups;
  const ops = (groups: typeof before, key: string) => groups.find((group) => group.key === key)?.ops;
  expect(ops(after, 'leaderboard')).toBe(ops(before, 'leaderboard'));
  expect(ops(after, 'goal')).not.toBe(ops(before, 'goal'));
});

test('the frame in words', () => {
  expect(alternativeLines(scene, 2000)).toEqual([
    'Gift goal: 150 of 200',
    'Welcome, Inês',
    'Top supporters: 1 Inês 50',
  ]);
  expect(alternativeLines(scene, 9500)).toEqual(['Gift goal: 150 of 200', 'Top supporters: 1 Inês 50']);
});

describe('empty states', () => {
  test('a spotlight covers nothing on the air, and can be found in the editor', () => {
    expect(textsOf(spotlight, { kind: 'spotlight', alerts: [] })).toEqual([]);
    expect(textsOf(spotlight, { kind: 'spotlight', alerts: [] }, 'edit')).toEqual(['Spotlight: alerts appear here']);
  });

  test('a leaderboard of nobody has its places, a goal without its goal asks for one in the editor only', () => {
    expect(textsOf(board, { kind: 'leaderboard', rows: [] })).toContain('Yours to take');
    expect(textsOf(goal, { kind: 'goal', goal: null })).toEqual([]);
    expect(textsOf(goal, { kind: 'goal', goal: null }, 'edit')).toContain('Choose a goal for this piece');
  });

  test('a goal that hides when reached is gone from the air', () => {
    expect(textsOf(goal, { kind: 'goal', goal: { name: 'x', value: 9, target: 9, hidden: true } })).toEqual([]);
  });
});

test.each(HOUSE_STYLES)('in %s a leaderboard shows whole rows only, inside its box', (style) => {
  for (let h = 60; h < 900; h += 37) {
    const piece: LeaderboardPiece = { ...board, style, rows: 10, place: { ...board.place, h } };
    const rows = Array.from({ length: 10 }, (_, n) => ({ name: `Viewer ${n}`, value: 10 - n }));
    const { rows: fit } = rowsThatFit(piece);
    const groups = new Stage({ measure, seen: 'air' }).at(
      { frame: show.frame, pieces: [piece], live: { [piece.id]: { kind: 'leaderboard', rows } } },
      0,
    ).groups;
    const texts = groups.flatMap(({ ops }) => ops.flatMap((op) => (op.op === 'text' ? [op] : [])));
    expect(texts.filter(({ text }) => text.startsWith('Viewer'))).toHaveLength(fit);
    if (fit > 0) for (const { baseline } of texts) expect(baseline).toBeLessThan(h);
  }
});

test('names of any length stay inside their piece', () => {
  const long = { name: 'W'.repeat(200), value: 1_234_567 };
  const piece = board;
  const ops =
    new Stage({ measure, seen: 'air' }).at(
      { frame: show.frame, pieces: [piece], live: { [piece.id]: { kind: 'leaderboard', rows: [long] } } },
      0,
    ).groups[0]?.ops ?? [];
  for (const op of ops)
    if (op.op === 'text') expect(op.x + measure(op.text, op.font)).toBeLessThanOrEqual(piece.place.w);
});

test.each(Object.values(PIECE_KINDS))(
  '$kind: what it makes is a piece by its own schema, and no smaller than it can be read',
  (kind) => {
    const piece = kind.make('new', show);
    expect(kind.schema.safeParse(piece)).toMatchObject({ success: true });
    expect(piece.place.w).toBeGreaterThanOrEqual(kind.least.w);
    expect(piece.place.h).toBeGreaterThanOrEqual(kind.least.h);
  },
);
