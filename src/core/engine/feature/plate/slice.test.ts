import { carryOverOf } from '@/core/session/carry-over';
import { serialize, deserialize } from '@/core/session/state';
import fc from 'fast-check';
import { aChat, aFollow, aGift, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { leaderboard } from '@/core/piece/leaderboard';
import { plate, type PlatePiece } from '@/core/piece/plate';
import { shelf } from '@/core/piece/shelf';
import { emptyShow } from '@/core/show/starter';
import { Audience } from '@/core/engine/feature/audience/slice';
import { fold } from '@/core/session/fold';
import { newState, type SessionState } from '@/core/session/state';

const base = emptyShow('s', 'S');
const plateOf = (more: Partial<PlatePiece>): PlatePiece => ({
  ...plate.make('p', base),
  words: '{viewer}: {total}',
  ...more,
});
const at = (seconds: number) => ({ at: START + seconds * 1000, seenAt: START + seconds * 1000 });

function run(events: readonly StreamEvent[], pieces = [plateOf({ of: 'gift', which: 'top' })]): SessionState {
  const state = newState({ ...base, pieces });
  fold(state, { input: 'begin', at: START, session: 'one' });
  for (const event of events)
    fold(state, { input: 'event', at: Math.max(state.now, event.seenAt), event: structuredClone(event) });
  return state;
}
const says = (state: SessionState, more: Partial<PlatePiece>): string[] => plate.live(plateOf(more), state).lines;

const gifts = [
  aGift({ by: 'ines', count: 2, ...at(1) }),
  aGift({ by: 'mirek', count: 9, ...at(2) }),
  aGift({ by: 'ines', count: 8, ...at(3) }),
];

test('the latest, the last few, the largest, the first, and who did most', () => {
  const state = run(gifts);
  expect(says(state, { of: 'gift', which: 'latest' })).toEqual(['ines: 80']);
  expect(says(state, { of: 'gift', which: 'few', few: 2 })).toEqual(['ines: 80', 'mirek: 90']);
  expect(says(state, { of: 'gift', which: 'largest' })).toEqual(['mirek: 90']);
  expect(says(state, { of: 'gift', which: 'first' })).toEqual(['ines: 20']);
  expect(says(state, { of: 'gift', which: 'top' })).toEqual(['ines: 100']);
  expect(says(state, { of: 'follow', which: 'latest' })).toEqual([]);
});

test('a streak is one gift that grows', () => {
  const step = (count: number, seconds: number, open: boolean) =>
    aGift({ by: 'hana', count, streakId: 'k', streakOpen: open, ...at(seconds) });
  const state = run([gifts[0]!, step(1, 4, true), step(3, 5, true), step(0, 6, false)]);
  expect(says(state, { of: 'gift', which: 'few', few: 5 })).toEqual(['hana: 40', 'ines: 20']);
  expect(says(state, { of: 'gift', which: 'largest' })).toEqual(['hana: 40']);
});

test('the order in which events come decides nothing', () => {
  const some = fc.array(
    fc.record({ by: fc.constantFrom('ines', 'mirek', 'hana'), count: fc.integer({ min: 1, max: 4 }), s: fc.nat(20) }),
    { minLength: 1, maxLength: 15 },
  );
  fc.assert(
    fc.property(some, fc.nat(), (list, turn) => {
      const events = list.map(({ s, ...given }) => aGift({ ...given, ...at(s) }));
      const turned = [...events.slice(turn % events.length), ...events.slice(0, turn % events.length)];
      expect([...run(turned).notables]).toEqual([...run(events).notables]);
    }),
  );
});

test('a plate keeps the latest from session to session, and through a restart', () => {
  const state = run([...gifts, aFollow({ by: 'aiko', ...at(9) })]);
  const next = newState(state.show);
  fold(next, {
    input: 'begin',
    at: START + 9e6,
    session: 'two',
    lasting: carryOverOf(deserialize(structuredClone(serialize(state)))),
  });
  expect([
    says(next, { of: 'follow', which: 'latest', words: '{viewer}' }),
    says(next, { of: 'gift', which: 'few' }),
    says(next, { of: 'gift', which: 'largest' }),
  ]).toEqual([['aiko'], ['ines: 80', 'mirek: 90', 'ines: 20'], []]);
});

test('several in turn: each for its seconds, by the clock', () => {
  const piece = plateOf({ of: 'gift', which: 'few', few: 3, seconds: 6 });
  const [group] = plate.draw(
    piece,
    { kind: 'plate', lines: ['one', 'two', 'three'] },
    { measure: (text, font) => text.length * font.size * 0.5, seen: 'air' },
  );
  const shown = (now: number): string[] =>
    (group?.clock?.(now).ops ?? []).flatMap((op) => (op.op === 'text' ? [op.text] : []));
  expect([0, 5999, 6000, 12_000, 18_000].map((now) => shown(now).at(-1))).toEqual([
    'one',
    'one',
    'two',
    'three',
    'one',
  ]);
  expect(group?.clock?.(6500).next).toBe(12_000);
});

test('a leaderboard of several measures: each in turn under its own title', () => {
  const piece = {
    ...leaderboard.make('b', base),
    title: 'Glazers',
    turns: ['gifts' as const, 'coins' as const],
    seconds: 5,
  };
  const state = run(gifts, [piece] as never);
  const live = leaderboard.live(piece, state);
  expect(live.others?.map(({ measure, rows }) => [measure, rows.map(({ value }) => value)])).toEqual([
    ['gifts', [10, 9]],
  ]);
  const [group] = leaderboard.draw(piece, live, {
    measure: (text, font) => text.length * font.size * 0.4,
    seen: 'air',
  });
  const title = (now: number): string =>
    (group?.clock?.(now).ops ?? []).flatMap((op) => (op.op === 'text' ? [op.text] : []))[0] ?? '';
  expect([0, 4999, 5000, 10_000].map(title)).toEqual(['Glazers', 'Glazers', 'Glazers: gifts', 'Glazers']);
  expect(leaderboard.alternative(piece, live, 0)).toBe(
    'Glazers: 1 ines 100, 2 mirek 90. Glazers: gifts: 1 ines 10, 2 mirek 9',
  );
});

test('a leaderboard tells who has come up and who has gone down since the minute before', () => {
  const piece = { ...leaderboard.make('b', base), title: '', moves: true };
  const give = (by: string, count: number, seconds: number) => aGift({ by, count, ...at(seconds) });
  const state = run(
    [
      give('ines', 5, 1),
      give('mirek', 3, 2),
      give('hana', 1, 3),
      give('hana', 1, 61),
      give('hana', 4, 125),
      give('aiko', 1, 126),
    ],
    [piece] as never,
  );
  expect(
    leaderboard.alternative(piece, leaderboard.live(piece, deserialize(structuredClone(serialize(state)))), 0),
  ).toBe(': 1 hana 60 (+2), 2 ines 50 (−1), 3 mirek 30 (−1), 4 aiko 10');
});

describe('the shelf', () => {
  const piece = shelf.make('s', base);
  test('a pot for each gift, cleared each time it is full, with what is beyond', () => {
    const state = run([
      aGift({ count: 50, ...at(1) }),
      aGift({ name: 'Glaze Pot', unitCoins: 50, count: 14, ...at(2) }),
    ]);
    expect(shelf.live(piece, state)).toEqual({
      kind: 'shelf',
      cleared: 1,
      items: Array.from({ length: 4 }, () => ({ name: 'Glaze Pot', coins: 50 })),
    });
    expect(shelf.live({ ...piece, every: 0 }, state).items.length).toBe(64);
    expect(shelf.alternative(piece, shelf.live(piece, deserialize(structuredClone(serialize(state)))), 0)).toBe(
      'Tonight’s shelf: 4 gifts, filled 1 ×',
    );
  });

  test('however many there are, every pot stands on the shelf and within it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.integer({ min: 300, max: 1000 }),
        fc.integer({ min: 160, max: 500 }),
        (count, w, h) => {
          const [group] = shelf.draw(
            { ...piece, place: { x: 0, y: 0, w, h } },
            { kind: 'shelf', cleared: 0, items: Array.from({ length: count }, () => ({ name: 'a', coins: 9999 })) },
            { measure: (text, font) => text.length * font.size * 0.5, seen: 'air' },
          );
          for (const op of group?.ops ?? [])
            if (op.op === 'rect')
              expect([op.x >= 0, op.y >= 0, op.x + op.w <= w + 0.01, op.y + op.h <= h + 0.01]).toEqual([
                true,
                true,
                true,
                true,
              ]);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the audience', () => {
  test('now, at most, and the mean over time, weighted by how long each number stood (by hand: 10 for 60 s, 40 for 30 s, 4 for 10 s)', () => {
    const audience = new Audience();
    for (const [seconds, watching] of [
      [0, 10],
      [60, 40],
      [90, 4],
    ] as const)
      audience.take('a', watching, START + seconds * 1000);
    expect([audience.now(), audience.peak, audience.mean(START + 100_000)]).toEqual([
      4,
      40,
      Math.round((10 * 60 + 40 * 30 + 4 * 10) / 100),
    ]);
  });

  test('feeds add up, each from its first word; a word that comes late changes nothing', () => {
    const audience = new Audience();
    audience.take('a', 10, START);
    audience.take('b', 5, START + 10_000);
    audience.take('a', 99, START - 1);
    expect([audience.now(), audience.peak, audience.mean(START + 20_000)]).toEqual([15, 15, 15]);
    expect(new Audience(structuredClone(audience.serialize())).mean(START + 20_000)).toBe(15);
  });
});

test('a viewer asks for their own place, also behind the first twenty; equals share it', () => {
  const posts: string[] = [];
  const state = newState({ ...base, pieces: [{ ...leaderboard.make('b', base), ask: '!place' }] });
  fold(state, { input: 'begin', at: START, session: 'one' });
  for (let n = 0; n < 30; n += 1)
    fold(state, { input: 'event', at: START, event: aGift({ by: `v${n}`, count: 30 - Math.min(n, 24) }) });
  const ask = (by: string, seconds: number): void =>
    void fold(
      state,
      { input: 'event', at: START + seconds * 1000, event: aChat({ by, text: '!PLACE please', ...at(seconds) }) },
      (effect) => {
        if (effect.effect === 'post') posts.push(effect.text);
      },
    );
  ask('v0', 5);
  ask('v29', 10);
  ask('nobody', 15);
  ask('v1', 15.5);
  expect(posts).toEqual([
    'v0: place 1 with 300 (coins, this session).',
    'v29: place 25 with 60 (coins, this session).',
    'nobody: nothing yet on this leaderboard.',
  ]);
});
