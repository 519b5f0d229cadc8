import { arrangementOf, BLOCKS, moved } from './blocks';

test('as it comes, every block is there, in the usual order', () => {
  expect(arrangementOf(null)).toEqual({ order: [...BLOCKS], off: [] });
});

test('what was kept is as it was; a block that has come since stands behind the one that is usually before it', () => {
  const kept = JSON.stringify({ order: ['numbers', 'onAir', 'thanks', 'chat'], off: ['numbers'] });
  const { order, off } = arrangementOf(kept);
  expect(off).toEqual(['numbers']);
  expect(order.filter((block) => ['numbers', 'onAir', 'thanks', 'chat'].includes(block))).toEqual([
    'numbers',
    'onAir',
    'thanks',
    'chat',
  ]);
  expect([...order].sort()).toEqual([...BLOCKS].sort());
  expect(order.indexOf('scenes')).toBe(order.indexOf('onAir') + 1);
  expect(order.indexOf('happened')).toBe(order.indexOf('chat') + 1);
});

test.each([
  ['no JSON', '{'],
  ['another form', '[1]'],
  ['blocks that are none, and one twice', JSON.stringify({ order: ['chat', 'nothing', 'chat'], off: ['nothing'] })],
])('kept wrongly (%s) it is made whole', (_, kept) => {
  const { order, off } = arrangementOf(kept);
  expect([...order].sort()).toEqual([...BLOCKS].sort());
  expect(off).toEqual([]);
});

test('a block moves among its like, whatever stands between them, and stops at either end', () => {
  const start = arrangementOf(null);
  const lists = ({ order }: typeof start): string[] =>
    order.filter((block) => ['chat', 'happened', 'thanks'].includes(block));
  expect(lists(moved(start, 'thanks', -1))).toEqual(['chat', 'thanks', 'happened']);
  expect(lists(moved(moved(start, 'thanks', -1), 'thanks', -1))).toEqual(['thanks', 'chat', 'happened']);
  expect(moved(start, 'onAir', -1)).toEqual(start);
  expect(moved(start, 'draws', 1)).toEqual(start);
});
