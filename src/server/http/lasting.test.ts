import { Readable } from 'node:stream';
import { carryOverLines } from '@/core/file/carry-over-lines';
import { readLasting } from './lasting';
import { inEnglish } from '@/core/words/in-english.setup';

/* What earlier sessions left, as it comes over a wire: in pieces cut anywhere, and without an end. */

const viewers = Array.from({ length: 1200 }, (_, n) => ({
  feed: 'f',
  id: `v${n}`,
  name: n % 2 ? '山田 はな' : 'ليلى',
  handle: `v${n}`,
  firstAt: 1,
  lastAt: 2,
  days: [[20_260_101, 1]],
}));
const lasting = {
  accounts: [],
  quarters: [[1, 2, 3]],
  viewers,
  goals: [],
  counters: [['c', 1e20] as [string, number]],
  unlisted: ['f/v1'],
  sides: [],
  latest: [],
};

function cut(text: string, size: number): Readable {
  const bytes = Buffer.from(text);
  const pieces: Buffer[] = [];
  for (let from = 0; from < bytes.length; from += size) pieces.push(bytes.subarray(from, from + size));
  return Readable.from(pieces);
}

test.each([7, 1000, 1 << 20])(
  'cut into pieces of %d bytes it comes to the same, sums beyond 2⁵³ as well',
  async (size) => {
    expect(await readLasting(cut([...carryOverLines(lasting)].join(''), size))).toEqual({ ok: true, lasting });
  },
);

test('a line without an end is refused long before it fills the memory', async () => {
  let sent = 0;
  async function* endless(): AsyncGenerator<Uint8Array> {
    for (;;) {
      sent += 1 << 20;
      yield Buffer.alloc(1 << 20, 0x61);
    }
  }
  expect(await readLasting(Readable.from(endless()))).toMatchObject({ ok: false });
  expect(sent).toBeLessThan(8 << 20);
});

test.each([
  ['another list', '{"of":"secrets","entries":[]}'],
  ['half a line', '{"of":"viewers","entr'],
  [
    'a goal with a target below nothing, which doubling never passes',
    '{"of":"goals","entries":[{"id":"g","value":1,"target":-1,"reached":0,"hidden":false}]}',
  ],
])('%s is refused in a sentence', async (_name, line) => {
  expect(inEnglish(await readLasting(cut(`${line}\n`, 1000)))).toEqual({
    ok: false,
    reason: expect.stringMatching(/\.$/) as string,
  });
});
