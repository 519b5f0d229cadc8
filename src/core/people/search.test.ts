import type { ViewerTally } from '@/core/engine/tally';
import { searchViewers } from './search';

const viewer = (id: string, name: string, handle: string, lastAt: number): ViewerTally => ({ key: `f/${id}`, id, feed: 'f', name, handle, likes: 0, coins: 0, gifts: 0, follows: 0, shares: 0, chats: 0, subscriptions: 0, giftSubs: 0, tips: 0, worth: 0, points: 0, firstAt: 0, lastAt });
const all = [viewer('1', 'Inês', 'ines.barro', 5), viewer('2', '山田 はな', 'hana_yama', 9), viewer('3', 'Ines B.', 'other', 7)];

test('by a part of the name or of the handle, in any case, who was last seen first', () => {
  expect(searchViewers(all, 'INES').map(({ viewer: id }) => id)).toEqual(['3', '1']);
  expect(searchViewers(all, '@hana_').map(({ name }) => name)).toEqual(['山田 はな']);
  expect(searchViewers(all, 'はな').length).toBe(1);
  expect(searchViewers(all, ' ').map(({ viewer: id }) => id)).toEqual(['2', '3', '1']);
  expect(searchViewers(all, 'nobody')).toEqual([]);
});

test('no more than can be looked at, of very many', () => {
  expect(searchViewers(Array.from({ length: 10_000 }, (_, n) => viewer(String(n), `V ${n}`, `v${n}`, n)), 'v').length).toBe(40);
});
