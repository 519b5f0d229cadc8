import type { Op } from '@/core/paint/display';
import { nodeMeasure } from '@/server/paint/node-host';
import { aLike, START } from '@/core/event/examples';
import { fold } from '@/core/session/fold';
import { deserialize, newState, serialize } from '@/core/session/state';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { Stage, alternativeLines } from '@/core/stage/stage';
import { leftWords } from './goal';
import { HOUSE_STYLES } from './style';
import { liveOf, PIECE_KINDS, type Live, type Piece } from './index';

const show: Show = {
  ...starterShow('s'),
  counters: [{ id: 'c', name: 'Throws', start: 3, step: 1, target: 10 }],
  countdowns: [{ id: 't', name: 'Time left', seconds: 600, most: 0 }],
  lanterns: [{ id: 'l', name: 'Kiln glow', of: 'likes', every: 100 }],
  draws: [
    {
      id: 'd',
      name: 'Next glaze',
      from: 'choices',
      keyword: '',
      choices: [
        { label: 'Celadon', weight: 1 },
        { label: 'Ash', weight: 2 },
      ],
    },
  ],
};
const drawn = (piece: Piece, live: Live) => {
  const stage = new Stage({ measure: nodeMeasure, seen: 'air' });
  const scene = { frame: show.frame, pieces: [piece], live: { [piece.id]: live } };
  return { at: (now: number) => stage.at(scene, now), words: (now: number) => alternativeLines(scene, now) };
};
const texts = (ops: readonly Op[]): string[] => ops.flatMap((op) => (op.op === 'text' ? [op.text] : []));
const KINDS = ['countdown', 'counter', 'lantern', 'reel', 'ticker'] as const;

describe.each(KINDS)('%s', (kind) => {
  test.each(HOUSE_STYLES)(
    'in the style %s: at its first size, at its least, and at ten times the width, all words lie inside',
    (style) => {
      const made = PIECE_KINDS[kind].make('p', show);
      const { least } = PIECE_KINDS[kind];
      for (const size of [made.place, { ...made.place, ...least }, { ...made.place, w: made.place.w * 10 }]) {
        const piece = { ...made, style, place: size } as Piece;
        const live: Live =
          kind === 'ticker'
            ? {
                kind: 'ticker',
                lines: [{ id: '1', text: 'Inês sent 3 Glaze Pots and said something that is long enough to be cut' }],
              }
            : liveOf(piece, newState(show));
        for (const group of drawn(piece, live).at(5000).groups) {
          for (const op of group.ops) {
            if (op.op !== 'text') continue;
            expect(op.x).toBeGreaterThanOrEqual(-1);
            expect(op.x + nodeMeasure(op.text, op.font)).toBeLessThanOrEqual(size.w + 1);
            expect(op.baseline).toBeLessThanOrEqual(size.h + 1);
          }
        }
      }
    },
  );

  test('one whose number is gone is empty on the air, and says so in the editor', () => {
    const piece = PIECE_KINDS[kind].make('p', show) as Piece;
    const gone = liveOf(piece, newState({ ...show, counters: [], countdowns: [], lanterns: [], draws: [] }));
    expect(drawn(piece, gone).at(0).groups).toEqual([]);
    expect(
      new Stage({ measure: nodeMeasure, seen: 'edit' })
        .at({ frame: show.frame, pieces: [piece], live: { p: gone } }, 0)
        .groups.flatMap(({ ops }) => texts(ops))
        .join(' '),
    ).not.toBe('');
  });
});

test('a countdown is drawn anew once a second, and not between; it says when', () => {
  const piece = PIECE_KINDS.countdown.make('p', show);
  const { at, words } = drawn(piece, { kind: 'countdown', countdown: { name: 'Time left', endsAt: 100_000, left: 0 } });
  expect(texts(at(40_000).groups[0]?.ops ?? [])).toContain('1:00');
  expect(at(40_500).groups[0]?.ops).toBe(at(40_001).groups[0]?.ops);
  expect([at(40_000).next, at(40_250).next]).toEqual([41_000, 41_000]);
  expect([at(100_000).next, words(99_001), words(200_000)]).toEqual([
    Infinity,
    ['Time left: 0:01'],
    ['Time left: 0:00'],
  ]);
  expect(
    drawn(piece, { kind: 'countdown', countdown: { name: 'Time left', endsAt: null, left: 5000 } }).at(1).next,
  ).toBe(Infinity);
});

test('a reel passes by its labels and stops at the one that was drawn; what was drawn is not said while it turns', () => {
  const piece = PIECE_KINDS.reel.make('p', show);
  const { at, words } = drawn(piece, {
    kind: 'reel',
    draw: {
      name: 'Next glaze',
      labels: ['A', 'B', 'C', 'Celadon'],
      turns: { from: 1000, until: 5000 },
      check: 'check abc',
      says: '',
    },
  });
  const label = (now: number): string => texts(at(now).groups[0]?.ops ?? [])[1] ?? '';
  const seen = Array.from({ length: 80 }, (_, n) => label(1000 + n * 50));
  expect(new Set(seen)).toEqual(new Set(['A', 'B', 'C', 'Celadon']));
  expect([label(5000), label(9000), at(5000).next]).toEqual(['Celadon', 'Celadon', Infinity]);
  expect(words(2000)[0]).toBe('Next glaze: turning (check abc)');
  // Slower and slower.
  const turns = seen.map((each, n) => (each === seen[n - 1] ? 0 : 1));
  const half = (from: number, to: number): number => turns.slice(from, to).reduce((sum: number, each) => sum + each, 0);
  expect(half(0, 40)).toBeGreaterThan(half(40, 80) * 2);
});

test('a lantern’s light rises with what it has gathered', () => {
  const piece = PIECE_KINDS.lantern.make('p', show);
  const light = (lit: number): number => {
    const rect = drawn(piece, { kind: 'lantern', lantern: { name: 'Glow', lit, gone: 0 } })
      .at(0)
      .groups[0]?.ops.find((op) => op.op === 'rect' && typeof op.fill === 'object');
    return rect?.op === 'rect' ? rect.h : 0;
  };
  expect(light(0)).toBe(0);
  expect(light(50)).toBeGreaterThan(light(20));
  expect(light(100)).toBeGreaterThan(light(50));
});

test('a ticker has the latest first: those that were shown, not those that were tried, and those for which there was no time', () => {
  const state = newState(show);
  const alert = {
    id: 'a1',
    cue: 'c',
    spotlight: 'spotlight',
    at: 0,
    from: 0,
    until: 100,
    length: 1,
    place: 0,
    text: 'first',
    sounds: [],
    begun: true,
    trial: false,
    words: '',
    values: {},
    joins: null,
    key: null,
    names: [],
    worth: 0,
  };
  state.played.push(
    alert,
    { ...alert, id: 'a2', until: 300, text: 'third' },
    { ...alert, id: 'a3', until: 400, text: 'tried', trial: true },
  );
  state.lines.push({ id: 'a4', at: 200, text: 'second, not shown' });
  expect(liveOf(PIECE_KINDS.ticker.make('p', show), state)).toEqual({
    kind: 'ticker',
    lines: [
      { id: 'a2', text: 'third' },
      { id: 'a4', text: 'second, not shown' },
      { id: 'a1', text: 'first' },
    ],
  });
});

test('a ticker lists the kinds that it is asked for', () => {
  const [cue] = show.cues;
  if (!cue) throw new Error('The starter show has cues.');
  const state = newState({
    ...show,
    cues: [
      { ...cue, id: 'f', when: { kind: 'follow' } },
      { ...cue, id: 'r', when: { kind: 'session', what: 'begins' } },
    ],
  });
  state.lines.push(
    { id: '1', at: 1, text: 'a follow', cue: 'f' },
    { id: '2', at: 2, text: 'a beginning', cue: 'r' },
    { id: '3', at: 3, text: 'of a cue that is gone', cue: 'x' },
  );
  const lines = (of?: ['follow']) =>
    (
      liveOf({ ...PIECE_KINDS.ticker.make('p', show), ...(of ? { of } : {}) }, state) as { lines: { text: string }[] }
    ).lines.map(({ text }) => text);
  expect([lines(), lines(['follow'])]).toEqual([['of a cue that is gone', 'a beginning', 'a follow'], ['a follow']]);
});

test.each([1, 59, 600, 3599, 3600, 36_000, 86_399, 86_400, 30 * 86_400])(
  'a countdown of %i s is as large running as it is paused, in every box',
  (seconds) => {
    const now = Date.UTC(2026, 10, 20, 19);
    for (const place of [
      { x: 0, y: 0, w: 400, h: 170 },
      { x: 0, y: 0, w: 900, h: 300 },
    ]) {
      const piece = { ...PIECE_KINDS.countdown.make('p', show), place } as Piece;
      const sizeOf = (countdown: { endsAt: number | null; left: number }): number => {
        const { groups } = drawn(piece, { kind: 'countdown', countdown: { name: 'Left', ...countdown } }).at(now);
        return Math.max(...groups.flatMap(({ ops }) => ops.flatMap((op) => (op.op === 'text' ? [op.font.size] : []))));
      };
      expect(sizeOf({ endsAt: now + seconds * 1000, left: 0 })).toBe(sizeOf({ endsAt: null, left: seconds * 1000 }));
    }
  },
);

describe('a lantern’s burst, and the time that a goal has left', () => {
  const burstShow: Show = {
    ...starterShow('b'),
    lanterns: [{ id: 'l', name: 'Glow', of: 'likes', every: 10 }],
  };
  const lanternPiece = { ...PIECE_KINDS.lantern.make('l', burstShow), lantern: 'l' };

  test('sparks and a flash from when it lets go on, for two seconds and within its reach; none before and none after', () => {
    const state = newState({ ...burstShow, pieces: [lanternPiece] });
    fold(state, { input: 'begin', at: START, session: 's' });
    const stage = new Stage({ measure: nodeMeasure, seen: 'air' });
    const at = (now: number) =>
      stage.at({ frame: burstShow.frame, pieces: [lanternPiece], live: { l: liveOf(lanternPiece, state) } }, now);
    expect(at(START + 500).groups).toHaveLength(1);
    fold(state, { input: 'event', at: START + 1000, event: aLike({ count: 25, at: START, seenAt: START + 1000 }) });
    const burst = at(START + 1400);
    expect(burst.groups.length).toBeGreaterThan(12);
    expect(burst.next).toBe(START + 1400);
    const { x, y, w, h } = lanternPiece.place;
    for (const { box, dx, dy } of burst.groups)
      expect([Math.abs(box.x + dx - x - w / 2) < w * 1.3, Math.abs(box.y + dy - y - h / 2) < h * 1.3]).toEqual([
        true,
        true,
      ]);
    expect(at(START + 4000).groups).toHaveLength(1);
    // It is known after a restart, too.
    const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as never);
    expect(liveOf(lanternPiece, again)).toEqual(liveOf(lanternPiece, state));
  });

  test('the time left is told by the minute, and only of a goal that has an end', () => {
    expect([0, 1, 60_000, 61_000, 3_600_000, 90_000_000, 3 * 86_400_000].map((ms) => leftWords(ms))).toEqual([
      'time is up',
      '1 min left',
      '1 min left',
      '2 min left',
      '1 h left',
      '1 day 1 h left',
      '3 days left',
    ]);
    const goals: Show['goals'] = [
      {
        id: 'g',
        name: 'G',
        measure: 'likes',
        target: 5,
        onReach: { kind: 'stay' },
        window: { over: 'days', from: '2026-11-19', days: 2 },
      },
      { id: 'open', name: 'Open', measure: 'likes', target: 5, onReach: { kind: 'stay' } },
    ];
    const pieces = goals.map(({ id }) => ({ ...PIECE_KINDS.goal.make(id, burstShow), goal: id, left: true }));
    const state = newState({ ...burstShow, zone: 'UTC', goals, pieces });
    // Thursday, 19 November 2026, 19:00 UTC: until midnight of the day after next there are 29 hours.
    fold(state, { input: 'begin', at: START, session: 's' });
    expect(
      pieces.map((piece) => PIECE_KINDS.goal.alternative(piece, PIECE_KINDS.goal.live(piece, state), START)),
    ).toEqual(['G: 0 of 5, 1 day 5 h left', 'Open: 0 of 5']);
    const [group] = PIECE_KINDS.goal.draw(pieces[0] as never, PIECE_KINDS.goal.live(pieces[0] as never, state), {
      measure: nodeMeasure,
      seen: 'air',
    });
    const first = group?.clock?.(START);
    expect(first?.next).toBeLessThanOrEqual(START + 60_000);
    expect(JSON.stringify(first?.ops)).toContain('1 day 5 h left');
    expect(group?.clock?.(START + 1)?.ops).toBe(first?.ops);
  });
});
