import fc from 'fast-check';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import { recapOf } from './recap';

const minute = 60_000;
const at = (ms: number) => ({ at: START + ms, seenAt: START + ms });

test('totals, people and whom to thank', () => {
  const recap = recapOf([
    aFollow({ by: 'hana', ...at(0) }),
    aGift({ by: 'ines', count: 3, unitCoins: 10, ...at(1000) }),
    aLike({ by: 'mirek', count: 40, ...at(2000) }),
    aLike({ by: 'ines', count: 5, room: 9, ...at(3000) }),
    aChat({ by: 'nour', ...at(4000) }),
  ]);
  expect(recap).toMatchObject({
    from: START,
    to: START + 4000,
    people: 4,
    totals: { coins: 30, gifts: 3, likes: 49, viewerLikes: 45 },
  });
  expect(recap.toThank.map(({ id }) => id)).toEqual(['ines', 'mirek']);
});

test('nothing at all is a recap of nothing', () => {
  expect(recapOf([])).toMatchObject({ people: 0, toThank: [], bars: [{ likes: 0, chats: 0, gifts: 0 }] });
});

test('bars are whole minutes, at most sixty, and lose nothing', () => {
  const event = fc
    .tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 2 }), fc.integer({ min: 1, max: 9 }))
    .map(([after, kind, n]) => {
      const when = at(after * minute);
      return kind === 0 ? aLike({ count: n, ...when }) : kind === 1 ? aChat(when) : aGift({ count: n, ...when });
    });
  fc.assert(
    fc.property(fc.array(event, { minLength: 1, maxLength: 60 }), (events) => {
      events.sort((a, b) => a.seenAt - b.seenAt);
      const { bars, barMinutes, totals, from, to } = recapOf(events);
      const sum = (pick: (bar: (typeof bars)[number]) => number): number =>
        bars.reduce((all, bar) => all + pick(bar), 0);
      expect([sum((b) => b.likes), sum((b) => b.chats), sum((b) => b.gifts)]).toEqual([
        totals.likes,
        totals.byKind.chat,
        totals.gifts,
      ]);
      expect(bars.length).toBeLessThanOrEqual(61);
      expect(Number.isInteger(barMinutes)).toBe(true);
      expect(from + bars.length * barMinutes * minute).toBeGreaterThan(to);
    }),
  );
});
