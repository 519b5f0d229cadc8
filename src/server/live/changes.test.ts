import { SteadyClock } from './clock';
import { Changes, NewEntries } from './changes';
import { Recorder } from '@/core/desk/happened';
import { HealthKeeper } from '@/core/desk/feed-health';
import { aFollow, aGift, START } from '@/core/event/examples';

test('only sections that have changed are told, and those that are gone', () => {
  const changes = new Changes();
  expect(changes.of({ a: 1, b: { c: 2 } })).toEqual({ a: 1, b: { c: 2 } });
  expect(changes.of({ a: 1, b: { c: 2 } })).toBeNull();
  expect(changes.of({ a: 1, b: { c: 3 } })).toEqual({ b: { c: 3 } });
  expect(changes.of({ a: 1 })).toEqual({ b: null });
});

test('of a list only what is new is told', () => {
  const fresh = new NewEntries<{ id: number }>();
  const [a, b] = [{ id: 1 }, { id: 2 }];
  expect([fresh.of([a]), fresh.of([a, b]), fresh.of([a, b])]).toEqual([[a], [b], []]);
});

test('a wall clock that is set back moves nothing, and after a restart time goes on from the journal', () => {
  let wall = 1_000_000;
  let steady = 0;
  const clock = new SteadyClock(
    () => wall,
    () => steady,
  );
  wall -= 3_600_000;
  steady += 500;
  expect(clock.now()).toBe(1_000_500);
  clock.notBefore(2_000_000);
  steady += 250;
  expect(clock.now()).toBe(2_000_250);
  clock.notBefore(1_500_000);
  expect(clock.now()).toBe(2_000_250);
});

const KNOWN = { alert: null, worth: 0, first: false };

test('the steps of a streak are one line that grows, until it ends or falls silent', () => {
  const recorder = new Recorder();
  const step = { streakId: 'k', streakOpen: true };
  recorder.record(aGift({ ...step, count: 2 }), START, { ...KNOWN, alert: 'a1' });
  recorder.record(aFollow(), START + 1, KNOWN);
  recorder.record(aGift({ ...step, count: 3 }), START + 2, { ...KNOWN, alert: 'a2' });
  expect(recorder.lines.map(({ kind, count, open, alert }) => [kind, count, open, alert])).toEqual([
    ['follow', 1, false, null],
    ['gift', 5, true, 'a2'],
  ]);
  recorder.close('f', 'k');
  expect(recorder.lines.at(-1)).toMatchObject({ count: 5, open: false });
});

test('however many events come, the lines and the marks of a minute stay few', () => {
  const recorder = new Recorder();
  for (let n = 0; n < 20_000; n += 1) recorder.record(aFollow(), START + n * 10, KNOWN);
  expect(recorder.lines.length).toBeLessThanOrEqual(120);
  expect(recorder.marks.length).toBeLessThanOrEqual(152);
  expect(recorder.marks.reduce((sum, { count }) => sum + count, 0)).toBeGreaterThan(5900);
});

test('a platform whose clock is minutes off is told from a slow one', () => {
  const skewed = new HealthKeeper(START);
  for (const late of [300, 120, 900]) skewed.event(aFollow({ at: START + 180_000, seenAt: START + late }), START);
  expect(skewed.health.clockAheadMs).toBeCloseTo(180_000 - 120, -1);
  expect(skewed.health.latencyMs).toBeLessThan(300);
  const slow = new HealthKeeper(START);
  slow.event(aFollow({ at: START, seenAt: START + 700 }), START);
  expect(slow.health).toMatchObject({ clockAheadMs: 0, latencyMs: 700 });
});
