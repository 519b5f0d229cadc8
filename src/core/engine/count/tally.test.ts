import { newTotals } from './totals';
import { Viewers } from './viewers';
import { streamEventSchema } from '@/core/event/event';
import { aLike } from '@/core/event/examples';
import { EVENT_KINDS } from '@/core/event/kind';
import { count } from './tally';

test('viewers whose ids end alike, and one id on two platforms, are each counted as themselves', () => {
  const viewers = new Viewers();
  const totals = newTotals();
  // By turns, so that whoever was looked up last is never the one who comes next.
  for (let n = 1; n <= 5; n += 1) {
    for (const [by, feed] of [
      ['one-77', 'a'],
      ['two-77', 'a'],
      ['one-77', 'b'],
      ['', 'a'],
      ['7', 'a'],
      ['77', 'a'],
    ] as const) {
      const tally = count(totals, viewers, {
        ...aLike({ by: 'x', count: n }),
        feed,
        viewer: { id: by, handle: by, name: by, roles: [] },
      });
      expect(tally).toMatchObject({ id: by, feed, likes: (n * (n + 1)) / 2 });
    }
  }
  expect(viewers.size).toBe(6);
  expect(totals).toMatchObject({ events: 30, viewerLikes: 90, byKind: { like: 30 } });
});

test.each(EVENT_KINDS)('an event of the kind %s is counted as one of its kind, and as nothing else', (kind) => {
  const totals = newTotals();
  count(
    totals,
    new Viewers(),
    streamEventSchema.parse({
      ...aLike(),
      kind,
      count: 3,
      giftId: 'slip',
      name: 'Slip',
      unitCoins: 5,
      text: 'hello',
      amountMinor: 500,
      currency: 'EUR',
      viewers: 4,
      watching: 9,
      state: 'live',
      roomId: 'r',
    }),
  );
  expect(totals.events).toBe(1);
  expect(totals.byKind).toEqual({ ...newTotals().byKind, [kind]: 1 });
});
