import { carryOverOf } from '@/core/session/carry-over';
import { serialize } from '@/core/session/state';
import { aChat, aGift, aLike, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { fold } from '@/core/session/fold';
import type { Input } from '@/core/session/input';
import { POINTS } from '@/core/engine/feature/points/schema';
import { newState, type SessionState } from '@/core/session/state';
import { emptyShow } from '@/core/show/starter';
import { withoutViewer } from './forget';
import { personView, roll } from './roll';

const DAY = 86_400_000;
const show = {
  ...emptyShow('s', 'S'),
  points: { ...POINTS, on: true },
  notes: [{ feed: 'f', viewer: 'ines', name: 'ines', note: 'blue' }],
};
const event = (e: StreamEvent): Input => ({ input: 'event', at: e.seenAt, event: e });
const on = (day: number) => ({ at: START + day * DAY, seenAt: START + day * DAY });

function inputs(): Input[] {
  const first: Input[] = [
    { input: 'show', at: START, show },
    { input: 'begin', at: START, session: 'one' },
    event(aGift({ count: 3, ...on(0) })),
    event(aLike({ by: 'mirek', count: 40, ...on(0) })),
  ];
  const lasting = carryOverOf(run(first));
  return [
    ...first.slice(0, 1),
    { input: 'begin', at: START + 2 * DAY, session: 'two', lasting },
    event(aGift({ count: 1, ...on(2) })),
    event(aChat({ by: 'hana', text: 'it is me, Hana', ...on(3) })),
    { input: 'command', at: START + 3 * DAY, command: { command: 'nudge', number: 'points/f/ines', by: 5 } },
  ];
}
function run(all: readonly Input[]): SessionState {
  const state = newState(show);
  for (const input of all) fold(state, structuredClone(input));
  return state;
}

test('everybody of this session and of earlier ones, once; sums are of all time', () => {
  const { entries, all } = roll(run(inputs()), { order: 'coins' });
  expect(all).toBe(3);
  expect(entries.map(({ name, coins, likes, balance }) => [name, coins, likes, balance])).toEqual([
    ['ines', 40, 0, 45],
    ['hana', 0, 0, 2],
    ['mirek', 0, 40, 4],
  ]);
});

test('sought by a part of the name or handle, in several orders, page by page', () => {
  const state = run(inputs());
  expect(roll(state, { sought: '@IN' }).entries.map(({ name }) => name)).toEqual(['ines']);
  expect(roll(state, { order: 'last' }).entries.map(({ name }) => name)).toEqual(['hana', 'ines', 'mirek']);
  expect(roll(state, { order: 'first' }).entries.map(({ name }) => name)).toEqual(['ines', 'mirek', 'hana']);
  expect(roll(state, { order: 'likes', from: 0, most: 1 })).toMatchObject({ entries: [{ name: 'mirek' }], found: 3 });
});

describe('sought', () => {
  const of = (viewers: readonly (readonly [id: string, name: string, handle: string])[]): SessionState => {
    const state = newState(emptyShow('s', 'S'));
    fold(state, { input: 'begin', at: START, session: 'one' });
    viewers.forEach(
      ([id, name, handle], n) =>
        void fold(
          state,
          event({
            ...aChat({ at: START + n, seenAt: START + n }),
            id: `c${n}`,
            viewer: { id, name, handle, roles: [] },
          }),
        ),
    );
    return state;
  };
  const all = of([
    ['1', 'Inês', 'ines.barro'],
    ['3', 'Agnes', 'shinestone'],
    ['2', '山田 はな', 'hana_yama'],
  ]);
  const ids = (sought: string): string[] => roll(all, { sought }).entries.map(({ viewer }) => viewer);

  test('by a part of the name or of the handle, in any case and any script, who was last seen first', () => {
    expect(ids('INES')).toEqual(['3', '1']);
    expect(ids('@hana_')).toEqual(['2']);
    expect(ids('はな')).toEqual(['2']);
    expect(ids(' ')).toEqual(['2', '3', '1']);
    expect(ids('nobody')).toEqual([]);
    // What means something to a pattern is sought as it stands.
    expect(ids('ines.b')).toEqual(['1']);
    expect(ids('.*')).toEqual([]);
  });

  test('no more than are asked for, of very many', () => {
    const { entries, found } = roll(
      of(Array.from({ length: 3000 }, (_, n) => [String(n), `V ${n}`, `v${n}`] as const)),
      { sought: 'v', most: 40 },
    );
    expect([entries.length, found]).toEqual([40, 3000]);
  });
});

test('one viewer: by session and in all, day by day, with every change of their points', () => {
  const person = personView(run(inputs()), 'f', 'ines');
  expect(person).toMatchObject({
    session: { coins: 10, gifts: 1, points: 15 },
    ever: { coins: 40, gifts: 4, points: 45 },
    firstAt: START,
    lastAt: START + 2 * DAY,
    leftOut: false,
  });
  expect(person?.days).toEqual([{ day: 20261119, coins: 30, likes: 0, chats: 0 }]);
  expect(person?.lines.map(({ why, points }) => [why, points])).toEqual([
    ['coin', 30],
    ['coin', 10],
    ['hand', 5],
  ]);
  expect(personView(run(inputs()), 'f', 'nobody')).toBeNull();
});

test('who is forgotten is nowhere any more; what they gave stays in the totals', () => {
  const before = run(inputs());
  const left = inputs().flatMap((input) => withoutViewer(input, { feed: 'f', viewer: 'ines' }) ?? []);
  const after = run(left);
  expect(
    JSON.stringify([
      left,
      serialize({ ...after, show: before.show, derived: after.derived }).viewers,
      [...after.ledger.accounts],
      [...after.past.viewers],
    ]),
  ).not.toMatch(/"ines|\bines"/);
  expect([after.totals.coins, after.totals.gifts, after.past.quarters.list()]).toEqual([
    before.totals.coins,
    before.totals.gifts,
    before.past.quarters.list(),
  ]);
  expect(roll(after, {}).entries.map(({ name }) => name)).toEqual(['hana', 'mirek']);
});

test('what others handed to who is forgotten stays in their account, without a name', () => {
  const account = {
    feed: 'f',
    id: 'mirek',
    name: 'mirek',
    handle: 'mirek',
    earned: 9,
    balance: 4,
    likes: 0,
    seenAt: 0,
    chatAt: 0,
    watched: 0,
    given: 0,
    perks: {},
    lines: [{ why: 'sent' as const, note: 'Inês', points: -5, at: 1, until: 1, count: 1 }],
  };
  const left = withoutViewer(
    {
      input: 'begin',
      at: START,
      session: 'one',
      lasting: {
        accounts: [account],
        quarters: [],
        viewers: [],
        goals: [],
        counters: [],
        sides: [],
        unlisted: ['f/ines', 'f/hana'],
        latest: [],
      },
    },
    { feed: 'f', viewer: 'ines', name: 'Inês' },
  );
  expect(left).toMatchObject({
    lasting: { accounts: [{ id: 'mirek', balance: 4, lines: [{ note: '', points: -5 }] }], unlisted: ['f/hana'] },
  });
});

test('a goal that was theirs alone goes with them, and their side; a team loses them by name', () => {
  const named = { feed: 'f', viewer: 'ines', name: 'Inês' };
  const show = {
    ...emptyShow('s', 'S'),
    teams: [{ id: 'ash', name: 'Ash', keyword: '', members: [named] }],
    goals: [
      {
        id: 'hers',
        name: 'For her',
        measure: 'coins' as const,
        target: 10,
        onReach: { kind: 'stay' as const },
        by: { kind: 'viewer' as const, ...named },
      },
    ],
  };
  expect(withoutViewer({ input: 'show', at: START, show }, { feed: 'f', viewer: 'ines' })).toMatchObject({
    show: { goals: [], teams: [{ id: 'ash', members: [] }] },
  });
  const sides = [
    { feed: 'f', viewer: 'ines', team: 'ash' },
    { feed: 'f', viewer: 'hana', team: 'ash' },
  ];
  expect(
    withoutViewer(
      {
        input: 'begin',
        at: START,
        session: 'x',
        lasting: { accounts: [], quarters: [], viewers: [], goals: [], counters: [], sides, unlisted: [], latest: [] },
      },
      { feed: 'f', viewer: 'ines' },
    ),
  ).toMatchObject({ lasting: { sides: [{ viewer: 'hana' }] } });
});

test('another viewer of the same id on another feed is not forgotten with them', () => {
  const other = { ...aGift(on(2)), feed: 'g' };
  expect(withoutViewer(event(other), { feed: 'f', viewer: 'ines' })).toEqual(event(other));
});

test('who comes from a file by a handle alone is known by the platform’s id once they are seen', () => {
  const state = run(inputs());
  fold(state, {
    input: 'command',
    at: START + 3 * DAY,
    command: {
      command: 'import',
      rows: [
        { feed: 'f', id: 'handle:teo', handle: 'Teo', name: 'Teo', points: 70 },
        { feed: 'f', id: 'ines', handle: 'ines', name: 'ines', points: 1 },
      ],
    },
  });
  expect(roll(state, { order: 'points' }).entries.map(({ viewer, balance }) => [viewer, balance])).toEqual([
    ['handle:teo', 70],
    ['mirek', 4],
    ['hana', 2],
    ['ines', 1],
  ]);
  fold(
    state,
    event({ ...aGift({ by: 'teo', ...on(3) }), viewer: { id: 'u9', handle: 'teo', name: 'Teo', roles: [] } }),
  );
  expect(roll(state, { sought: 'teo' }).entries.map(({ viewer, balance }) => [viewer, balance])).toEqual([['u9', 80]]);
});
