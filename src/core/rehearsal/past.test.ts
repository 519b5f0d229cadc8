import { aChat, aGift, aLike, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { writeEventLine } from '@/core/file/events';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { pastEvents } from './past';

const feed = { id: 'f', platform: 'brindle', handle: 'kiln', on: true, rate: null } as unknown as Show['feeds'][number];
const show: Show = { ...starterShow('s'), feeds: [feed] };
const at = <E extends StreamEvent>(event: E, s: number): E => ({
  ...event,
  at: START + s * 1000,
  seenAt: START + s * 1000,
});
const log = [
  at(aChat({ by: 'ines', text: 'hello' }), 0),
  at(aGift({ by: 'hana', count: 1, streakId: 'k', streakOpen: true }), 10),
  at(aGift({ by: 'hana', count: 2, streakId: 'k', streakOpen: false }), 12),
  ...Array.from({ length: 40 }, (_, n) => at(aLike({ by: `v${n}` }), 20 + n)),
]
  .map(writeEventLine)
  .join('');
const as = { seed: 1, size: 1, gifts: 1, pace: 1 };
const seconds = (events: readonly StreamEvent[]): number =>
  ((events.at(-1)?.seenAt ?? 0) - (events[0]?.seenAt ?? 0)) / 1000;

test('as it was it is what happened, in its order and at its pace; twice as fast it takes half as long', () => {
  const events = pastEvents(show, log, as);
  expect(events.map(({ kind }) => kind).slice(0, 4)).toEqual(['chat', 'gift', 'gift', 'like']);
  expect(events).toHaveLength(43);
  expect(seconds(events)).toBe(59);
  expect(seconds(pastEvents(show, log, { ...as, pace: 2 }))).toBeCloseTo(29.5);
});

test('with more people each has a name and a streak of their own; the same seed gives the same', () => {
  const events = pastEvents(show, log, { ...as, size: 3 });
  expect(events).toHaveLength(3 * 43);
  expect(new Set(events.map(({ id }) => id)).size).toBe(3 * 43);
  const givers = events.flatMap((event) => (event.kind === 'gift' ? [`${event.viewer?.name} ${event.streakId}`] : []));
  expect([...new Set(givers)].sort()).toEqual(['hana 2 k+1', 'hana 3 k+2', 'hana k']);
  for (const giver of new Set(givers)) expect(givers.filter((each) => each === giver)).toHaveLength(2);
  expect(pastEvents(show, log, { ...as, size: 3 })).toEqual(events);
});

test('with fewer, whoever is left out is left out whole', () => {
  const half = pastEvents(show, log, { ...as, size: 0.5 });
  expect(half.length).toBeGreaterThan(8);
  expect(half.length).toBeLessThan(36);
  expect([0, 2]).toContain(half.filter(({ kind }) => kind === 'gift').length);
});

test('twice as generous, only what is given is doubled', () => {
  const events = pastEvents(show, log, { ...as, gifts: 2 });
  expect(events.filter(({ kind }) => kind === 'gift')).toHaveLength(4);
  expect(events.filter(({ kind }) => kind === 'like')).toHaveLength(40);
});

test('what no feed of the show sends is left out, and lines that cannot be read; of nothing there is nothing', () => {
  expect(pastEvents({ ...show, feeds: [] }, log, as)).toEqual([]);
  expect(pastEvents(show, `half\n${log}{"x":`, as)).toHaveLength(43);
  expect(pastEvents(show, '', as)).toEqual([]);
});
