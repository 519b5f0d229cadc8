import { seeded } from '@/core/rehearsal/chance';
import { atRate } from './faults';

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['performance'] });
  jest.spyOn(performance, 'now').mockImplementation(() => Date.now());
});
afterEach(() => {
  jest.useRealTimers();
  jest.restoreAllMocks();
});

test.each([
  [0.5, 5],
  [1, 10],
  [40, 400],
])('at %d a second there are %i steps in ten seconds, and none after it was stopped', (rate, steps) => {
  let done = 0;
  const stop = atRate(rate, () => (done += 1));
  jest.advanceTimersByTime(10_000);
  expect(Math.abs(done - steps)).toBeLessThanOrEqual(1);
  stop();
  const before = done;
  jest.advanceTimersByTime(10_000);
  expect(done).toBe(before);
});

test('the same seed is the same chance', () => {
  const [a, b, c] = [seeded(7), seeded(7), seeded(8)];
  const first = [a(), a(), a()];
  expect([b(), b(), b()]).toEqual(first);
  expect([c(), c(), c()]).not.toEqual(first);
  expect(first.every((number) => number >= 0 && number < 1)).toBe(true);
});
