import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { streamEventSchema } from '@/core/event/event';
import { seeded } from './chance';
import { CROWDS, CROWD_NAMES, rateAt, type CrowdModel } from './crowd';
import { arrivals, crowdEvents, kindsSent } from './events';

const feed = (platform: 'brindle' | 'oxbow' | 'tarn', admitted: Show['feeds'][number]['admitted'] = []) =>
  ({
    id: platform,
    platform,
    handle: 'odavarn',
    on: true,
    rate: { coin: 0, kept: 0 },
    admitted,
    ...(platform === 'oxbow' ? { helper: '' } : {}),
  }) as Show['feeds'][number];
const SHOW: Show = {
  ...starterShow('one'),
  feeds: [feed('brindle'), feed('oxbow', ['tip', 'subscribe', 'giftSubs']), feed('tarn')],
};
const asked = { crowd: 'usual', seed: 7, size: 1, gifts: 1 } as const;

const STEADY: CrowdModel = {
  title: CROWDS.usual.title,
  says: CROWDS.usual.says,
  minutes: 2000,
  watching: 10,
  rates: { follow: 3 },
  stretches: [],
};

test('things happen as a Poisson process: counts by the minute pass a chi-squared test', () => {
  const perMinute = new Array<number>(STEADY.minutes).fill(0);
  for (const at of arrivals(STEADY, 'follow', 1, seeded(5)))
    perMinute[Math.floor(at / 60_000)] = (perMinute[Math.floor(at / 60_000)] ?? 0) + 1;
  // Ten classes: 0 to 8, and 9 and more; each is expected 5 times at least.
  const classes = Array.from(
    { length: 10 },
    (_, k) => perMinute.filter((count) => (k === 9 ? count >= 9 : count === k)).length,
  );
  let p = Math.exp(-3);
  let rest = 1;
  const expected = Array.from({ length: 10 }, (_, k) => {
    if (k === 9) return rest * STEADY.minutes;
    const of = p * STEADY.minutes;
    rest -= p;
    p *= 3 / (k + 1);
    return of;
  });
  const chi = classes.reduce((sum, count, k) => sum + (count - (expected[k] ?? 0)) ** 2 / (expected[k] ?? 1), 0);
  // 9 degrees of freedom, upper 1 %: 21.666 (NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.6.7.4; from memory).
  expect(chi).toBeLessThan(21.666);
  // And an even trickle, which is none, does not pass.
  const even = classes.map((_, k) => (k === 3 ? STEADY.minutes : 0));
  expect(
    even.reduce((sum, count, k) => sum + (count - (expected[k] ?? 0)) ** 2 / (expected[k] ?? 1), 0),
  ).toBeGreaterThan(1000);
});

test('gaps are exponential: their mean is the rate’s inverse, and so is their deviation', () => {
  const times = arrivals(STEADY, 'follow', 1, seeded(11));
  const gaps = times.slice(1).map((at, n) => at - (times[n] ?? 0));
  const mean = gaps.reduce((a, b) => a + b, 0) / gaps.length;
  const deviation = Math.sqrt(gaps.reduce((sum, gap) => sum + (gap - mean) ** 2, 0) / gaps.length);
  expect(Math.abs(mean / 20_000 - 1)).toBeLessThan(0.04);
  expect(Math.abs(deviation / mean - 1)).toBeLessThan(0.04);
});

test('in a rush things happen more often, by as much as it says, and where two lie over each other both count', () => {
  const model: CrowdModel = {
    ...STEADY,
    stretches: [
      { from: 0.5, until: 0.75, times: { follow: 4 } },
      { from: 0.6, until: 0.75, times: { follow: 2 } },
    ],
  };
  expect([0, 0.5, 0.6, 0.75].map((at) => rateAt(model, 'follow', at))).toEqual([3, 12, 24, 3]);
  const times = arrivals(model, 'follow', 0.5, seeded(3));
  const within = (from: number, until: number): number =>
    times.filter((at) => at >= from * 2000 * 60_000 && at < until * 2000 * 60_000).length / ((until - from) * 2000);
  for (const [from, until, rate] of [
    [0, 0.5, 1.5],
    [0.5, 0.6, 6],
    [0.6, 0.75, 12],
  ] as const)
    expect(Math.abs(within(from, until) / rate - 1)).toBeLessThan(0.1);
});

test.each(CROWD_NAMES)('%s: the same seed is the same crowd, another is another; every event is one', (crowd) => {
  const [once, again, other] = [3, 3, 4].map((seed) => crowdEvents(SHOW, { ...asked, crowd, seed }));
  expect(again).toEqual(once);
  expect(other).not.toEqual(once);
  for (const event of once?.slice(0, 500) ?? []) expect(streamEventSchema.safeParse(event).success).toBe(true);
  expect(new Set(once?.map(({ id }) => id)).size).toBe(once?.length);
  const times = once?.map(({ seenAt }) => seenAt) ?? [];
  expect([...times].sort((a, b) => a - b)).toEqual(times);
});

test('twice as many do twice as much; a generous crowd gives more, and writes no more', () => {
  const count = (size: number, gifts: number, kind: string): number =>
    crowdEvents(SHOW, { ...asked, crowd: 'busy', size, gifts }).filter((event) => event.kind === kind).length;
  expect(Math.abs(count(2, 1, 'chat') / count(1, 1, 'chat') - 2)).toBeLessThan(0.1);
  expect(count(1, 4, 'chat')).toBe(count(1, 1, 'chat'));
  expect(count(1, 4, 'tip') / count(1, 1, 'tip')).toBeGreaterThan(2.5);
});

test('only what some feed of the show sends is in it', () => {
  const only = { ...SHOW, feeds: [feed('brindle')] };
  expect(kindsSent(only)).not.toContain('tip');
  expect(new Set(crowdEvents(only, asked).map(({ kind }) => kind))).not.toContain('tip');
  expect(kindsSent({ ...SHOW, feeds: [] })).toEqual([]);
  expect(crowdEvents({ ...SHOW, feeds: [] }, asked)).toEqual([]);
  expect(crowdEvents(SHOW, { ...asked, crowd: 'raid' }).filter(({ kind }) => kind === 'raid')).toHaveLength(1);
});
