import { fold } from './fold';
import type { Input } from './input';
import { newState, serialize, deserialize } from './state';
import { aGift, START } from '@/core/event/examples';
import type { Show } from '@/core/show/show';
import { leftOf, startCountdown } from '@/core/engine/feature/countdown/schema';
import { base, S, kiln, session } from './numbers.setup';

describe('by hand', () => {
  test('set or nudged, each change is listed with what it was and what it became, and is taken back by itself', () => {
    const { state, command, gift } = session([]);
    command(1, { command: 'set', number: 'counter/throws', to: 9 });
    command(2, { command: 'nudge', number: 'goal/g', by: 30 });
    command(10, { command: 'set', number: 'countdown/kiln', to: 300 });
    expect(state.hand.map(({ id, at, number, from, to }) => [id, (at - START) / S, number, from, to])).toEqual([
      ['h1', 1, 'counter/throws', 5, 9],
      ['h2', 2, 'goal/g', 0, 30],
      ['h3', 10, 'countdown/kiln', 50, 300],
    ]);
    // What comes in between stays.
    gift(11, 2);
    command(12, { command: 'takeBack', change: 'h2' });
    expect(state.goals.get('g')?.value).toBe(20);
    command(13, { command: 'takeBack', change: 'h2' });
    command(13, { command: 'takeBack', change: 'h9' });
    expect([state.goals.get('g')?.value, state.hand.map(({ undone }) => undone)]).toEqual([20, [false, true, false]]);
    command(14, { command: 'takeBack', change: 'h3' });
    expect(Math.round(leftOf(state.countdowns.get('kiln') ?? startCountdown(kiln, null), state.now) / S)).toBe(46);
  });

  test('what changes nothing, or is of no number, leaves no trace', () => {
    const { state, command } = session([]);
    command(1, { command: 'set', number: 'counter/throws', to: 5 });
    command(1, { command: 'nudge', number: 'counter/gone', by: 3 });
    command(1, { command: 'set', number: 'nothing', to: 3 });
    expect(state.hand).toEqual([]);
  });

  test('only so many are kept, and a frozen state has them', () => {
    const { state, command } = session([]);
    for (let n = 0; n < 130; n += 1) command(n, { command: 'nudge', number: 'counter/throws', by: 1 });
    expect([state.hand.length, state.hand.at(-1)?.id, state.counters.get('throws')]).toEqual([100, 'h130', 135]);
    expect(deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>).hand).toEqual(
      state.hand,
    );
  });
});

test('reset: each kind is back at how it begins, what is counted afterwards counts again, and a goal may be reached anew', () => {
  const show: Show = {
    ...base,
    goals: [{ id: 'g', name: 'G', measure: 'coins', start: 3, target: 10, onReach: { kind: 'double' } }],
    counters: [{ id: 'c', name: 'C', start: 5, step: 1, target: null }],
    lanterns: [{ id: 'l', name: 'L', of: 'gifts', every: 2 }],
  };
  const state = newState(show);
  const reached: number[] = [];
  const send = (n: number, input: object): void =>
    void fold(state, { at: START + n * S, ...input } as Input, (effect) => {
      if (effect.effect === 'goal') reached.push(effect.target);
    });
  const gift = (n: number): void => {
    const event = { ...aGift({ count: 1, unitCoins: 8 }), id: `g${n}`, at: START + n * S, seenAt: START + n * S };
    send(n, { input: 'event', event });
  };
  const stands = () => [
    state.goals.get('g')?.value,
    state.goals.get('g')?.target,
    state.counters.get('c'),
    state.lanterns.get('l')?.gone,
    Math.round(leftOf(state.countdowns.get('kiln') ?? { id: '', endsAt: null, left: NaN }, state.now) / S),
  ];
  send(0, { input: 'begin', session: 's' });
  gift(1);
  gift(2);
  send(3, { input: 'command', command: { command: 'nudge', number: 'counter/c', by: 4 } });
  expect(stands()).toEqual([19, 20, 9, 1, 57]);
  for (const [list, id] of [
    ['goals', 'g'],
    ['counters', 'c'],
    ['lanterns', 'l'],
    ['countdowns', 'kiln'],
    ['goals', 'nobody'],
    ['nothing', 'x'],
  ])
    send(4, { input: 'command', command: { command: 'reset', list, id } });
  expect(stands()).toEqual([3, 10, 5, 0, 60]);
  gift(5);
  expect(stands()).toEqual([11, 20, 5, 0, 59]);
  expect(reached).toEqual([10, 10]);
});
