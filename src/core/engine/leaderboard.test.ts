import fc from 'fast-check';
import { BOARD_PLACES, compareTallies, Leaderboard } from './leaderboard';
import type { ViewerTally } from './tally';

const tally = (id: string): ViewerTally => ({ key: `f/${id}`, id, feed: 'f', name: id, handle: id, likes: 0, coins: 0, gifts: 0, follows: 0, shares: 0, chats: 0, subscriptions: 0, worth: 0, firstAt: 0, lastAt: 0 });

test('it is always the top of a full sort, whatever the order of growing', () => {
  fc.assert(fc.property(fc.array(fc.tuple(fc.nat(60), fc.nat(30), fc.nat(5)), { maxLength: 300 }), (updates) => {
    const all = new Map<number, ViewerTally>();
    const board = new Leaderboard('coins');
    for (const [who, coins, likes] of updates) {
      const viewer = all.get(who) ?? tally(`v${who}`);
      all.set(who, viewer);
      viewer.coins += coins;
      viewer.likes += likes;
      board.update(viewer);
    }
    const sorted = [...all.values()].filter((t) => t.coins > 0 || t.likes > 0).sort((a, b) => compareTallies('coins', a, b)).slice(0, BOARD_PLACES);
    expect(board.places.map(({ id, coins }) => [id, coins])).toEqual(sorted.map(({ id, coins }) => [id, coins]));
  }));
});

test('equals stand by their likes, then by id', () => {
  const board = new Leaderboard('coins');
  const [b, a, c] = [tally('b'), tally('a'), tally('c')];
  for (const viewer of [b, a, c]) viewer.coins = 5;
  c.likes = 1;
  for (const viewer of [b, a, c]) board.update(viewer);
  expect(board.places.map(({ id }) => id)).toEqual(['c', 'a', 'b']);
});
