import { aGift, START } from '@/core/event/examples';
import { withFeeds } from '@/core/event/with-feeds';
import type { StreamEvent } from '@/core/event/event';
import { carryOverOf } from './carry-over';
import { base, session } from './numbers.setup';
import type { Show } from '@/core/show/show';

/*
 * Two shows of one streamer become one home. What must come out is known without the code that joins: a session that has seen all of it
 * (where they ran by turns), or one of the two (where they ran side by side).
 */

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const show: Show = { ...base, setup: 'mine', points: { ...base.points, on: true } };

const gift = (at: number, viewer: string, count: number, feed = 'f'): StreamEvent => {
  const event = aGift({ count });
  return {
    ...event,
    id: `${at}-${viewer}`,
    feed,
    at,
    seenAt: at,
    viewer: { id: viewer, name: viewer, handle: viewer, roles: [] },
  };
};

function seen(events: readonly StreamEvent[], of: Show = show) {
  const made = session([], of);
  for (const event of events) made.put({ input: 'event', at: event.at, event });
  return made;
}

const evening = (day: number, viewers: readonly string[]): StreamEvent[] =>
  viewers.flatMap((viewer, n) =>
    [0, 20, 40, 60].map((minutes) =>
      gift(START + day * DAY + minutes * 60_000 + n * 1000, viewer, 2 + n + minutes / 20),
    ),
  );

const facts = (state: Parameters<typeof carryOverOf>[0]) => {
  const { quarters, viewers, accounts } = carryOverOf(state);
  const order = <T extends { id: string }>(list: readonly T[]) => [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  return {
    quarters,
    viewers: order(viewers),
    points: order(accounts).map(({ id, balance, earned }) => ({ id, balance, earned })),
  };
};

test('what ran by turns is added: as if one had seen all of it', () => {
  const [first, second] = [evening(0, ['ines', 'tom']), evening(1, ['tom', 'zoë'])];
  const mine = seen(second);
  mine.put({
    input: 'join',
    at: START + 2 * DAY,
    from: 'old',
    setup: 'theirs',
    lasting: carryOverOf(seen(first).state),
  });
  expect(facts(mine.state)).toEqual(facts(seen([...first, ...second]).state));
});

test('two evenings of one day are added, too', () => {
  const [first, second] = [
    [gift(START, 'ines', 3), gift(START + 60_000, 'tom', 5)],
    [gift(START + 3 * HOUR, 'ines', 4)],
  ];
  const mine = seen(second);
  mine.put({ input: 'join', at: START + DAY, from: 'old', setup: 'theirs', lasting: carryOverOf(seen(first).state) });
  expect(facts(mine.state)).toEqual(facts(seen([...first, ...second]).state));
});

test('what both have seen counts once, and what only one has seen counts', () => {
  const all = evening(0, ['ines', 'tom', 'zoë']);
  const mine = seen(all.slice(0, -1));
  mine.put({ input: 'join', at: START + DAY, from: 'old', setup: 'theirs', lasting: carryOverOf(seen(all).state) });
  expect(facts(mine.state)).toEqual(facts(seen(all).state));
});

test('a second time nothing is added, in a later session neither', () => {
  const mine = seen(evening(1, ['tom']));
  const lasting = carryOverOf(seen(evening(0, ['tom'])).state);
  const put = (at: number) => mine.put({ input: 'join', at, from: 'old', setup: 'theirs', lasting });
  put(START + 2 * DAY);
  const once = facts(mine.state);
  put(START + 2 * DAY);
  expect(facts(mine.state)).toEqual(once);
  mine.put({ input: 'begin', at: START + 3 * DAY, session: 'next', lasting: carryOverOf(mine.state) });
  put(START + 3 * DAY);
  expect(facts(mine.state)).toEqual(once);
});

test('its numbers wait until it is put on, and the home’s stay as they are', () => {
  const counters = [{ id: 'throws', name: 'Throws', start: 5, step: 1, target: 10, keeps: true }];
  const theirs: Show = { ...show, counters };
  const theirState = seen([], theirs);
  theirState.command(1, { command: 'set', number: 'counter/throws', to: 42 });
  const mine = seen([], { ...show, counters });
  mine.command(1, { command: 'set', number: 'counter/throws', to: 9 });
  mine.put({ input: 'join', at: START + HOUR, from: 'old', setup: 'theirs', lasting: carryOverOf(theirState.state) });
  expect(mine.state.counters.get('throws')).toBe(9);
  mine.put({ input: 'show', at: START + HOUR, show: { ...theirs, setup: 'theirs' } });
  expect(mine.state.counters.get('throws')).toBe(42);
  mine.put({ input: 'show', at: START + HOUR, show: { ...show, counters } });
  expect(mine.state.counters.get('throws')).toBe(9);
});

test('who asked to be on no board, and which team each is in, comes with it, under the home’s feeds', () => {
  const theirs = seen(evening(0, ['tom']));
  theirs.state.unlisted.add('f/tom');
  theirs.state.sides.set('f/tom', 'kiln');
  const mine = seen([]);
  const lasting = withFeeds(carryOverOf(theirs.state), new Map([['f', 'g']]));
  mine.put({ input: 'join', at: START + DAY, from: 'old', setup: 'theirs', lasting });
  expect([...mine.state.unlisted]).toEqual(['g/tom']);
  expect([...mine.state.sides]).toEqual([['g/tom', 'kiln']]);
  expect([...mine.state.past.viewers.keys()]).toEqual(['g/tom']);
  expect(mine.state.ledger.get('g', 'tom')?.balance).toBeGreaterThan(0);
});
