import fc from 'fast-check';
import { aChat, aFollow, aGift, aLike, aSubscription, aTip, START } from '@/core/event/examples';
import { FIGURES } from './figures';
import { cameBack, recapOf } from './recap';
import { totalsCsv } from './totals-table';

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
  expect(recapOf([])).toMatchObject({ people: 0, toThank: [], bars: [{ likes: 0, chats: 0, gifts: 0, watching: 0 }] });
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

const money = { currency: 'EUR', rates: {} };
const feed = (subs?: number[]) => ({ id: 'f', rate: { coin: 0, kept: 50, ...(subs ? { subs } : {}) } }) as never;
const basis = (subs?: number[]) => ({ feeds: [feed(subs)], money, people: [] });

test('followers and subscribers by name, each once; messages as they came; those whom nobody names are only counted', () => {
  const recap = recapOf(
    [
      aFollow({ by: 'hana', ...at(0) }),
      { id: 'many', feed: 'f', kind: 'follow', count: 5, ...at(500) },
      aFollow({ id: 'again', by: 'hana', ...at(1000) }),
      aSubscription({ by: 'ines', tier: 2, months: 3, message: 'third month', ...at(2000) }),
      aSubscription({ id: 'given', by: 'mirek', gifted: true, ...at(3000) }),
      aTip({ by: 'teo', message: 'for clay', ...at(4000) }),
      aTip({ id: 'silent', by: 'teo', ...at(5000) }),
    ],
    basis(),
  );
  expect(recap.followers.map(({ name }) => name)).toEqual(['hana']);
  expect(recap.totals.follows).toBe(6);
  expect(recap.subscribers).toMatchObject([{ name: 'ines', tier: 2, months: 3 }]);
  expect(recap.messages.map(({ name, kind, text }) => [name, kind, text])).toEqual([
    ['ines', 'subscribe', 'third month'],
    ['teo', 'tip', 'for clay'],
  ]);
});

test('everybody who gave anything is to be thanked, however many; those who liked fill a short list up', () => {
  const given = Array.from({ length: 300 }, (_, n) => aGift({ id: `g${n}`, by: `v${n}`, unitCoins: 1, ...at(n) }));
  const liked = Array.from({ length: 50 }, (_, n) => aLike({ id: `l${n}`, by: `w${n}`, ...at(1000 + n) }));
  expect(recapOf([...given, ...liked]).toThank).toHaveLength(300);
  expect(recapOf([...given.slice(0, 3), ...liked]).toThank).toHaveLength(20);
});

test('subscriptions are earnings by tier and by the platform’s share, also those that were given away; unpriced ones are none', () => {
  const events = [
    aSubscription({ by: 'ines', tier: 1, ...at(0) }),
    aSubscription({ id: 's2', by: 'hana', tier: 3, ...at(1) }),
    aSubscription({ id: 's3', by: 'teo', gifted: true, ...at(2) }),
    { id: 'g', feed: 'f', kind: 'giftSubs' as const, count: 4, ...at(3) },
  ];
  // 4.99 + 9.99 (the list's last) + 4 × 4.99, of which half is kept.
  const { totals } = recapOf(events, basis([499, 999]));
  expect([totals.worth, totals.earned]).toEqual([(499 + 999 + 4 * 499) * 1000, ((499 + 999 + 4 * 499) * 1000) / 2]);
  expect(recapOf(events, basis()).totals.worth).toBe(0);
});

test('how many watched: the most in each bar, going on until another word comes, and the mean over time', () => {
  const watching = (n: number, minutes: number) =>
    ({ id: `a${minutes}`, feed: 'f', kind: 'audience', watching: n, ...at(minutes * minute) }) as const;
  const recap = recapOf([watching(10, 0), watching(30, 2), watching(0, 4)]);
  expect(recap.bars.map((bar) => bar.watching)).toEqual([10, 10, 30, 30, 30]);
  // Two minutes of 10 and two of 30.
  expect([recap.totals.peakWatching, recap.meanWatching]).toEqual([30, 20]);
});

test('who came back, and a table of sessions with the digits of ISO 4217', () => {
  const first = recapOf([aChat({ by: 'ines', ...at(0) }), aChat({ id: 'b', by: 'teo', ...at(1) })]);
  const second = recapOf([
    aChat({ by: 'ines', ...at(2) }),
    aChat({ id: 'b', by: 'new', ...at(3) }),
    aTip({ by: 'new', amountMinor: 1234, currency: 'KWD', ...at(4) }),
    aTip({ id: 'yen', by: 'new', amountMinor: 500, currency: 'JPY', ...at(5) }),
  ]);
  expect(cameBack(second, [first]).map(({ name }) => name)).toEqual(['ines']);
  expect(cameBack(first, [])).toEqual([]);
  const session = (id: string, startedAt: number, recap: typeof first) => ({
    id,
    startedAt,
    endedAt: startedAt,
    recap,
  });
  const lines = totalsCsv([session('2', START + 1000, second), session('1', START, first)], 'EUR').split('\r\n');
  const [head = [], one = [], two = []] = lines.map((line) => line.split(/,(?! )/));
  const cell = (row: string[], column: string): string | undefined => row[head.indexOf(column)];
  expect(head.length).toBe(2 + FIGURES.length + 2);
  expect([cell(one, 'Came back'), cell(two, 'Came back')]).toEqual(['0.000', '0.500']);
  expect([cell(two, '"Tips, KWD"'), cell(two, '"Tips, JPY"'), cell(one, '"Tips, JPY"')]).toEqual(['1.234', '500', '0']);
});
