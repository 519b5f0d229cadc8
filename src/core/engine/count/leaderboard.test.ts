import { BOARD_MEASURES } from './row';
import { newTally, type ViewerTally } from './viewer-tally';
import fc from 'fast-check';
import { BOARD_PLACES, compareTallies, Leaderboard, sharedPlaces } from './leaderboard';

const tally = (id: string): ViewerTally => ({
  ...newTally({ key: `f/${id}`, id, feed: 'f' }, 0),
  name: id,
  handle: id,
});

test('it is always the top of a full sort, whatever the order of growing', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(60), fc.nat(30), fc.nat(5)), { maxLength: 300 }), (updates) => {
      const all = new Map<number, ViewerTally>();
      const board = new Leaderboard('coins');
      for (const [who, coins, likes] of updates) {
        const viewer = all.get(who) ?? tally(`v${who}`);
        all.set(who, viewer);
        viewer.coins += coins;
        viewer.likes += likes;
        board.update(viewer);
      }
      const sorted = [...all.values()]
        .filter((t) => t.coins > 0 || t.likes > 0)
        .sort((a, b) => compareTallies('coins', a, b))
        .slice(0, BOARD_PLACES);
      expect(board.places.map(({ id, coins }) => [id, coins])).toEqual(sorted.map(({ id, coins }) => [id, coins]));
    }),
  );
});

test('equals stand by their likes, then by id', () => {
  const board = new Leaderboard('coins');
  const [b, a, c] = [tally('b'), tally('a'), tally('c')];
  for (const viewer of [b, a, c]) viewer.coins = 5;
  c.likes = 1;
  for (const viewer of [b, a, c]) board.update(viewer);
  expect(board.places.map(({ id }) => id)).toEqual(['c', 'a', 'b']);
});

// Standard competition ranking ("1224"): the worked example of four, two of them equal; from memory, as dictionaries of statistics give it.
test.each([
  [
    [9, 7, 7, 5],
    [1, 2, 2, 4],
  ],
  [
    [5, 5, 5],
    [1, 1, 1],
  ],
  [
    [3, 2, 1],
    [1, 2, 3],
  ],
  [
    [8, 8, 4, 4, 1],
    [1, 1, 3, 3, 5],
  ],
  [[], []],
])('equals share a place: %j', (values, places) => expect(sharedPlaces(values)).toEqual(places));

test('a place is one more than how many have more', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(20), { maxLength: 40 }), (all) => {
      const values = [...all].sort((a, b) => b - a);
      expect(sharedPlaces(values)).toEqual(values.map((value) => 1 + values.filter((other) => other > value).length));
    }),
  );
});

test('each measure has a board that its own kinds of event move, and likes, which decide between equals', () => {
  for (const measure of BOARD_MEASURES) expect(new Leaderboard(measure).movedBy('like')).toBe(true);
  expect([
    new Leaderboard('chats').movedBy('chat'),
    new Leaderboard('coins').movedBy('chat'),
    new Leaderboard('worth').movedBy('tip'),
    new Leaderboard('gifts').movedBy('tip'),
  ]).toEqual([true, false, true, false]);
});
