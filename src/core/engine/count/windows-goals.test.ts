import { carryOverOf } from '@/core/session/carry-over';
import { aChat, aFollow, aGift, aLike } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { leaderboard } from '@/core/piece/leaderboard';
import type { Show } from '@/core/show/show';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import type { Goal } from '@/core/engine/feature/goal/schema';
import type { Command } from '@/core/session/input';
import { courseOf } from '@/core/engine/feature/goal/course';
import { outlooks } from '@/core/session/outlook';
import { newState, type SessionState } from '@/core/session/state';
import { ZONE, SUNDAY, HOUR, goalOf, base, show, at, event, sessions } from './windows.setup';

describe('goals', () => {
  const run = (goal: Goal, events: StreamEvent[]): { state: SessionState; reached: number[] } => {
    const reached: number[] = [];
    const state = newState({ ...base, zone: ZONE, goals: [goal] });
    fold(state, { input: 'begin', at: SUNDAY - 30 * HOUR, session: 'one' });
    for (const e of events)
      fold(state, event(e), (effect: Effect) => {
        if (effect.effect === 'goal') reached.push(effect.target);
      });
    return { state, reached };
  };

  test('a day’s goal begins anew at midnight by itself, with every cue page closed', () => {
    const goal = goalOf('g', { over: 'day' }, { target: 20, onReach: { kind: 'double' } });
    const { state, reached } = run(goal, [aGift({ count: 5, ...at(-30) })]);
    expect([state.goals.get('g')?.value, state.goals.get('g')?.target, reached]).toEqual([50, 80, [20, 40]]);
    // Midnight in Lisbon is 23:00 UTC before the change of the clock.
    expect(state.derived.rollsAt).toBe(Date.UTC(2026, 9, 24) - HOUR);
    fold(state, { input: 'tick', at: state.derived.rollsAt });
    expect([state.goals.get('g')?.value, state.goals.get('g')?.target, state.goals.get('g')?.reached]).toEqual([
      0, 20, 0,
    ]);
  });

  test('a late gift goes to the day it belongs to', () => {
    const { state } = run(goalOf('g', { over: 'day' }), [
      aGift({ count: 1, ...at(-30) }),
      aGift({ count: 3, ...at(-20) }),
      aGift({ count: 4, at: SUNDAY - 29 * HOUR, seenAt: SUNDAY - 19 * HOUR }),
    ]);
    expect(state.goals.get('g')?.value).toBe(30);
  });

  test('a ladder: each rung is reached once, in order, also several by one jump; above the last it stays full', () => {
    const goal = goalOf(
      'g',
      { over: 'session' },
      {
        onReach: {
          kind: 'ladder',
          rungs: [
            { at: 20, name: 'glaze choice' },
            { at: 50, name: 'second firing' },
            { at: 100, name: 'open the kiln' },
          ],
        },
      },
    );
    const { state, reached } = run(goal, [
      aGift({ count: 1, ...at(0) }),
      aGift({ count: 6, ...at(0) }),
      aGift({ count: 9, ...at(0) }),
      aGift({ count: 9, ...at(0) }),
    ]);
    expect(reached).toEqual([20, 50, 100]);
    expect(state.goals.get('g')).toMatchObject({ value: 250, target: 100, reached: 3 });
  });

  test('start again: from nothing to the same target, with what is beyond', () => {
    const { state, reached } = run(goalOf('g', { over: 'session' }, { target: 40, onReach: { kind: 'again' } }), [
      aGift({ count: 3, ...at(0) }),
      aGift({ count: 6, ...at(0) }),
    ]);
    expect(reached).toEqual([40, 40]);
    expect(state.goals.get('g')).toMatchObject({ value: 10, target: 40, reached: 2 });
  });

  test('a starting amount counts, and every measure has its own', () => {
    const count = (measure: Goal['measure']): number | undefined =>
      run(goalOf('g', { over: 'session' }, { measure, start: 100 }), [
        aGift({ count: 2, ...at(0) }),
        aLike({ count: 7, ...at(0) }),
        aFollow(at(0)),
        aChat(at(0)),
        { ...aFollow(at(0)), kind: 'share' } as StreamEvent,
      ]).state.goals.get('g')?.value;
    expect((['coins', 'gifts', 'likes', 'follows', 'chats', 'shares', 'raids'] as const).map(count)).toEqual([
      120, 102, 107, 101, 101, 101, 100,
    ]);
  });

  test('its course: minute by minute, from what it began with to what it has', () => {
    const { state } = run(goalOf('g', { over: 'ever' }, { start: 5 }), [
      aGift({ count: 1, ...at(-30) }),
      aGift({ count: 2, ...at(-30) }),
      aGift({ count: 3, ...at(-28) }),
    ]);
    const begun = SUNDAY - 30 * HOUR;
    expect(courseOf(state, 'g')).toEqual([
      [begun, 5],
      [begun + 60_000, 35],
      [SUNDAY - 28 * HOUR, 65],
      [SUNDAY - 28 * HOUR, 65],
    ]);
    expect(courseOf(state, 'gone')).toEqual([]);
  });

  test('when it will be reached at the rate of the last ten minutes; never when nothing comes', () => {
    // 30 coins in the last ten minutes of an hour, 60 still to go: twenty minutes more.
    const { state } = run(goalOf('g', { over: 'session' }, { target: 100 }), [
      aGift({ count: 1, ...at(-29.5) }),
      aGift({ count: 3, at: SUNDAY - 29 * HOUR - 300_000, seenAt: SUNDAY - 29 * HOUR - 300_000 }),
    ]);
    fold(state, { input: 'tick', at: SUNDAY - 29 * HOUR });
    expect(outlooks(state)).toEqual({ 'goal/g': SUNDAY - 29 * HOUR + 20 * 60_000 });
    fold(state, { input: 'tick', at: SUNDAY - 28 * HOUR });
    expect(outlooks(state)).toEqual({ 'goal/g': -1 });
  });

  test('a month’s goal goes on in the next session with its target and what was added by hand', () => {
    const of = {
      ...base,
      zone: ZONE,
      goals: [goalOf('g', { over: 'month' }, { target: 50, onReach: { kind: 'double' } })],
    };
    const first = newState(of);
    fold(first, { input: 'begin', at: SUNDAY, session: 'one' });
    fold(first, event(aGift({ count: 4, ...at(0) })));
    fold(first, { input: 'command', at: SUNDAY, command: { command: 'nudge', number: 'goal/g', by: 15 } });
    const next = newState(of);
    fold(next, { input: 'begin', at: SUNDAY + 48 * HOUR, session: 'two', lasting: carryOverOf(first) });
    const reached: number[] = [];
    fold(next, event(aGift({ count: 1, ...at(49) })), (effect) => {
      if (effect.effect === 'goal') reached.push(effect.target);
    });
    expect([next.goals.get('g')?.value, next.goals.get('g')?.target, reached]).toEqual([65, 100, []]);
  });
});

test('a correction by hand reaches every number that depends on it, and is taken back', () => {
  const of: Show = { ...show, goals: show.goals.filter(({ id }) => id !== 'since') };
  const state = sessions(of, [
    [aGift({ count: 5, ...at(-30) })],
    [aGift({ count: 2, ...at(-2) }), aGift({ by: 'mirek', count: 1, ...at(-2) })],
  ]);
  const numbers = () => [
    [...state.goals.values()].map(({ value }) => value),
    of.pieces.map((piece) =>
      piece.kind === 'leaderboard'
        ? leaderboard.live(piece, state).rows.map(({ name, value }) => `${name} ${value}`)
        : [],
    ),
    state.totals.coins,
  ];
  const before = numbers();
  const command = (body: Command): void => void fold(state, { input: 'command', at: SUNDAY, command: body });
  command({ command: 'nudge', number: 'viewer/coins/f/mirek', by: 25 });
  // The session, the day (it is Sunday), the week, the month, the two days and all time: each has 25 more.
  expect([...state.goals.values()].map(({ value }) => value)).toEqual(
    (before[0] as number[]).map((value) => value + 25),
  );
  expect(numbers()[1]).toEqual(expect.arrayContaining([['mirek 35', 'ines 20']]));
  command({ command: 'set', number: 'viewer/coins/f/mirek', to: 0 });
  expect(numbers()[1]).toEqual(expect.arrayContaining([['ines 20']]));
  expect(state.hand.map(({ from, to }) => [from, to])).toEqual([
    [10, 35],
    [35, 0],
  ]);
  for (const { id } of [...state.hand].reverse()) command({ command: 'takeBack', change: id });
  expect(numbers()).toEqual(before);
});

describe('off the boards', () => {
  const board = leaderboard.make('b', base);
  const names = (of: Show, events: StreamEvent[]): string[] =>
    leaderboard.live(board, sessions({ ...of, pieces: [board] }, [events])).rows.map(({ name }) => name);
  const host = {
    ...aGift({ by: 'oda', count: 9, ...at(0) }),
    viewer: { id: 'oda', handle: 'oda', name: 'oda', roles: ['host' as const] },
  };

  test('hosts and bots are, moderators when asked for; named viewers; at once and for good', () => {
    expect(names(base, [host, aGift(at(0))])).toEqual(['ines']);
    expect(names({ ...base, leftOut: { ...base.leftOut, hosts: false } }, [host, aGift(at(0))])).toEqual([
      'oda',
      'ines',
    ]);
    // Who becomes a moderator in the middle goes then.
    const moderator = {
      ...aChat(at(0)),
      viewer: { id: 'ines', handle: 'ines', name: 'ines', roles: ['moderator' as const] },
    };
    expect(
      names({ ...base, leftOut: { ...base.leftOut, moderators: true } }, [
        aGift(at(0)),
        aGift({ by: 'mirek', ...at(0) }),
        moderator,
      ]),
    ).toEqual(['mirek']);
    expect(
      names({ ...base, leftOut: { ...base.leftOut, named: [{ feed: 'f', viewer: 'ines', name: 'ines' }] } }, [
        aGift(at(0)),
        aGift({ by: 'mirek', ...at(0) }),
      ]),
    ).toEqual(['mirek']);
  });

  test('a viewer asks to be left out, and comes back', () => {
    const of = { ...base, leftOut: { ...base.leftOut, keyword: '!hide' } };
    const all = [aGift(at(0)), aGift({ by: 'mirek', ...at(0) }), aChat({ text: '!hide', ...at(0) })];
    expect(names(of, all)).toEqual(['mirek']);
    expect(names(of, [...all, aGift({ count: 3, ...at(0) }), aChat({ text: '!HIDE', ...at(0) })])).toEqual([
      'ines',
      'mirek',
    ]);
  });
});
