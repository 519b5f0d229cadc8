import { aGift, START } from '@/core/event/examples';
import { plainly, starterShow } from '@/core/show/starter';
import { rehearse } from './rehearsal';

const burst = (count: number, everyMs: number, givers: number) =>
  Array.from({ length: count }, (_, n) => ({
    ...aGift({ by: `g${n % givers}` }),
    id: `r${n}`,
    at: START + n * everyMs,
    seenAt: START + n * everyMs,
  }));

test('a plain queue: every alert waits for those before it', () => {
  const { alerts, shown, joined, shortened, passed, meanWaitMs, longestWaitMs } = rehearse(
    plainly(starterShow('s')),
    burst(3, 1000, 3),
  );
  expect(alerts.map(({ askedAt, from, until, waitMs }) => [askedAt, from, until, waitMs])).toEqual([
    [0, 0, 4000, 0],
    [1000, 4000, 8000, 3000],
    [2000, 8000, 12_000, 6000],
  ]);
  expect({ shown, joined, shortened, passed, meanWaitMs, longestWaitMs }).toEqual({
    shown: 3,
    joined: 0,
    shortened: 0,
    passed: 0,
    meanWaitMs: 3000,
    longestWaitMs: 6000,
  });
});

test('a calm one: a burst is joined, and every giver is named', () => {
  const { alerts, joined, passed, longestWaitMs } = rehearse(starterShow('s'), burst(200, 300, 60));
  expect(new Set(alerts.flatMap(({ names }) => names)).size).toBe(60);
  expect([passed, alerts.length + joined]).toEqual([0, 200]);
  expect(longestWaitMs).toBeLessThanOrEqual(60_000);
});

test('nothing happens: nothing is told', () => {
  expect(rehearse(starterShow('s'), [])).toEqual({
    alerts: [],
    shown: 0,
    joined: 0,
    shortened: 0,
    passed: 0,
    meanWaitMs: 0,
    longestWaitMs: 0,
    held: {},
  });
});

test('a cue that was held back is told with its reason', () => {
  const show = plainly(starterShow('s'));
  const held = { ...show, cues: show.cues.map((cue) => ({ ...cue, holds: { ...cue.holds, every: 10 } })) };
  expect(rehearse(held, burst(3, 1000, 3))).toMatchObject({ shown: 1, held: { thanks: { cooldown: 2 } } });
});
