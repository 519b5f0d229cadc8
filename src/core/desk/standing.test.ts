import { WORTH_PARTS } from '@/core/event/worth-parts';
import { standingOf } from './standing';

const line = { count: 1, coins: 0, worth: 0 };

test.each([
  ['a like', { ...line, kind: 'like' as const, count: 5000 }, 0],
  ['a follow', { ...line, kind: 'follow' as const }, 0],
  ['a small gift without a price', { ...line, kind: 'gift' as const, coins: 99 }, 0],
  ['a large one', { ...line, kind: 'gift' as const, coins: 1000 }, 2],
  [
    'a gift whose price is known goes by that',
    { ...line, kind: 'gift' as const, coins: 5000, worth: 100 * WORTH_PARTS },
    0,
  ],
  ['a gift worth 2.00', { ...line, kind: 'gift' as const, coins: 1, worth: 200 * WORTH_PARTS }, 1],
  ['any tip', { ...line, kind: 'tip' as const }, 1],
  ['a tip of 20.00', { ...line, kind: 'tip' as const, worth: 2000 * WORTH_PARTS }, 2],
  ['a subscription', { ...line, kind: 'subscribe' as const, count: 7 }, 1],
  ['five that are given away', { ...line, kind: 'giftSubs' as const, count: 5 }, 2],
  ['a raid', { ...line, kind: 'raid' as const, count: 12 }, 1],
  ['a large raid', { ...line, kind: 'raid' as const, count: 50 }, 2],
])('%s', (_, happened, standing) => {
  expect(standingOf(happened)).toBe(standing);
});
