import { aFollow, aGift, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import type { Show } from '@/core/show/show';
import { starterShow } from '@/core/show/starter';
import { CROWDS, CROWD_NAMES, type CrowdAsked } from './crowd';
import { crowdEvents, crowdFlow } from './events';
import { BEGINS, type Flow } from './flow';
import { pastFlow } from './past';

/* The same crowd as it comes, and all of it at once. */

const feed = (platform: string) =>
  ({
    id: platform,
    platform,
    handle: 'odavarn',
    on: true,
    rate: { coin: 0, kept: 0 },
    admitted: [],
  }) as unknown as Show['feeds'][number];
const show: Show = { ...starterShow('one'), feeds: [feed('brindle'), feed('oxbow'), feed('tarn')] };

/** Asked for by steps of so many ms. */
function bySteps(flow: Flow, step: number): StreamEvent[] {
  const events: StreamEvent[] = [];
  for (let ms = step; ms <= flow.lengthMs + 120_000; ms += step) {
    const part = flow.before(ms);
    for (const { seenAt } of part) {
      expect(seenAt - BEGINS).toBeLessThan(ms);
      expect(seenAt - BEGINS).toBeGreaterThanOrEqual(events.length === 0 ? 0 : ms - step);
    }
    events.push(...part);
  }
  return events;
}
const ids = (events: readonly StreamEvent[]): string[] => events.map(({ id, seenAt }) => `${seenAt} ${id}`).sort();

test.each(['raid', 'rush'] as const)(
  '“%s” by the second is what it is at once: nothing is lost, doubled or early',
  (crowd) => {
    const asked: CrowdAsked = { crowd, seed: 3, size: 1, gifts: 1 };
    expect(ids(bySteps(crowdFlow(show, asked), 1000))).toEqual(ids(crowdEvents(show, asked)));
  },
);

test('a past session by the second, with those who do the same a little later', () => {
  const events = Array.from({ length: 200 }, (_, n) => aFollow({ by: `v${n}`, seenAt: START + n * 777 }));
  const asked = { seed: 1, size: 2.5, gifts: 1, pace: 2 };
  const all = pastFlow(show, events, asked).before(Infinity);
  expect(all.length).toBeGreaterThan(400);
  expect(ids(bySteps(pastFlow(show, events, asked), 1000))).toEqual(ids(all));
});

test('a crowd is joined a little before it is at its busiest, and one that is as busy all the time at its beginning', () => {
  const busyMinute = (crowd: CrowdAsked['crowd']): number =>
    crowdFlow(show, { crowd, seed: 1, size: 1, gifts: 1 }).busyMs / 60_000;
  expect(CROWD_NAMES.map((crowd) => [crowd, Math.round(busyMinute(crowd) * 100) / 100])).toEqual([
    ['quiet', 0],
    ['usual', 0],
    ['busy', 0],
    // 20 s before 40 % and 30 % of an hour, and before the larger rush of three hours.
    ['rush', 23.67],
    ['raid', 17.67],
    ['evening', 134.67],
  ]);
  // The raid itself is in what comes.
  const flow = crowdFlow(show, { crowd: 'raid', seed: 1, size: 2, gifts: 1 });
  flow.before(flow.busyMs);
  const raids = flow.before(flow.busyMs + 60_000).filter(({ kind }) => kind === 'raid');
  expect(raids).toMatchObject([{ viewers: CROWDS.raid.raid.viewers * 2 }]);
});

test('a past session is busiest in the minute with most of what alerts come of, by its pace', () => {
  const events = [
    aGift({ seenAt: START }),
    ...Array.from({ length: 5 }, (_, n) => aGift({ seenAt: START + 600_000 + n })),
    aFollow({ seenAt: START + 1_200_000 }),
  ];
  expect(pastFlow(show, events, { seed: 1, size: 1, gifts: 1, pace: 1 }).busyMs).toBe(600_000);
  expect(pastFlow(show, events, { seed: 1, size: 1, gifts: 1, pace: 4 }).busyMs).toBe(120_000);
  expect(pastFlow(show, [], { seed: 1, size: 1, gifts: 1, pace: 1 })).toMatchObject({ busyMs: 0, lengthMs: 0 });
});
