import fc from 'fast-check';
import { advanceGoal, startGoal, type Goal } from './schema';

const goal = (onReach: Goal['onReach'], target = 200): Goal => ({
  id: 'g',
  name: 'Gift goal',
  measure: 'coins',
  target,
  onReach,
});

test('raise by a step: a jump over several targets passes each of them, in order', () => {
  const g = goal({ kind: 'raise', step: 100 });
  const state = startGoal(g);
  expect(advanceGoal(g, state, 199)).toEqual([]);
  expect(advanceGoal(g, state, 430)).toEqual([200, 300, 400]);
  expect(state).toMatchObject({ value: 430, target: 500, reached: 3 });
});

test('double', () => {
  const g = goal({ kind: 'double' });
  const state = startGoal(g);
  expect(advanceGoal(g, state, 900)).toEqual([200, 400, 800]);
  expect(state.target).toBe(1600);
});

test('stay full and hide are reached once', () => {
  for (const kind of ['stay', 'hide'] as const) {
    const g = goal({ kind });
    const state = startGoal(g);
    expect(advanceGoal(g, state, 250)).toEqual([200]);
    expect(advanceGoal(g, state, 900)).toEqual([]);
    expect(state).toMatchObject({ value: 900, target: 200, reached: 1, hidden: kind === 'hide' });
  }
});

test('a step of 1 under a million coins is counted, not walked', () => {
  const g = goal({ kind: 'raise', step: 1 }, 1);
  const state = startGoal(g);
  const passed = advanceGoal(g, state, 1e9);
  expect(state).toMatchObject({ target: 1e9 + 1, reached: 1e9 });
  expect(passed).toHaveLength(50);
  expect(passed.at(-1)).toBe(1e9);
});

test('however the value rises, the target lies above it and as many were passed as in one jump', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(300), { maxLength: 30 }), fc.integer({ min: 1, max: 90 }), (rises, step) => {
      const g = goal({ kind: 'raise', step }, 50);
      const slow = startGoal(g);
      let value = 0;
      for (const rise of rises) advanceGoal(g, slow, (value += rise));
      const fast = startGoal(g);
      advanceGoal(g, fast, value);
      expect(slow).toEqual(fast);
      expect(slow.target).toBeGreaterThan(value);
    }),
  );
});
