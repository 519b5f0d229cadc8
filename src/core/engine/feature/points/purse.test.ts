import { aGift, START } from '@/core/event/examples';
import { carryOverOf } from '@/core/session/carry-over';
import { fold } from '@/core/session/fold';
import { deserialize, newState, serialize } from '@/core/session/state';
import type { Show } from '@/core/show/show';
import { balance, event, run, show } from './points.setup';

/* A home's shows share their points, but those that keep their own. Ten coins each gift, a point a coin. */

const shared: Show = { ...show, setup: 'shared' };
const own: Show = { ...show, setup: 'own', points: { ...show.points, own: true } };
const put = (next: Show) => ({ input: 'show', at: START, show: next }) as const;
const gift = (n: number) => event({ ...aGift({ count: n }), id: `gift-${n}` });

test('each has its own, and finds it as it was; other shows share one', () => {
  const { state } = run([gift(1), put(own)], shared);
  expect(balance(state, 'ines')).toBe(0);
  fold(state, gift(2));
  const inOwn = balance(state, 'ines');
  fold(state, put({ ...shared, setup: 'another' }));
  expect(balance(state, 'ines')).toBe(10);
  fold(state, put(own));
  expect([balance(state, 'ines'), inOwn]).toEqual([20, 20]);
});

test('a snapshot and the next session keep them all, whichever show is on then', () => {
  const { state } = run([gift(1), put(own), gift(2)], shared);
  const back = deserialize(serialize(state));
  expect(serialize(back)).toEqual(serialize(state));
  const lasting = structuredClone(carryOverOf(back));
  for (const [on, points] of [
    [shared, 10],
    [own, 20],
  ] as const) {
    const next = newState(on);
    fold(next, { input: 'begin', at: START + 1e6, session: 'two', lasting });
    expect(balance(next, 'ines')).toBe(points);
    expect(carryOverOf(next).accounts.map(({ balance: of }) => of)).toEqual([10]);
  }
});

test('points of a show that comes into the home are the home’s, also while one with its own is on', () => {
  const theirs = run([gift(4)], { ...show, setup: undefined }).state;
  const { state } = run([gift(1), put(own), gift(2)], shared);
  fold(state, {
    input: 'join',
    at: START,
    from: 'old',
    setup: 'old',
    lasting: { ...carryOverOf(theirs), quarters: [] },
  });
  expect(balance(state, 'ines')).toBe(20);
  fold(state, put(shared));
  expect(balance(state, 'ines')).toBe(50);
});
