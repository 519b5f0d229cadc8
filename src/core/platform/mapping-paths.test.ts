import { query } from 'jsonpath-rfc9535';
import fc from 'fast-check';
import { pathTo, selector } from './json-path';
import { MOST_NODES } from './json-path-query';
import { linearPatterns } from './linear-patterns';
import { mapper, ruleSchema } from './mapping';
import {} from './mapping.setup';
import { inEnglish } from '@/core/words/in-english.setup';

// RFC 9535, figure 1 of section 1.5, and the queries of table 2 with what they select (from memory).
const store = {
  store: {
    book: [
      { category: 'reference', author: 'Nigel Rees', title: 'Sayings of the Century', price: 8.95 },
      { category: 'fiction', author: 'Evelyn Waugh', title: 'Sword of Honour', price: 12.99 },
      { category: 'fiction', author: 'Herman Melville', title: 'Moby Dick', isbn: '0-553-21311-3', price: 8.99 },
      {
        category: 'fiction',
        author: 'J. R. R. Tolkien',
        title: 'The Lord of the Rings',
        isbn: '0-395-19395-8',
        price: 22.99,
      },
    ],
    bicycle: { color: 'red', price: 399 },
  },
};
const [rees, waugh, melville, tolkien] = store.store.book;
const authors = store.store.book.map(({ author }) => author);

test.each<[string, unknown[]]>([
  ['$.store.book[*].author', authors],
  ['$..author', authors],
  ['$.store.*', [store.store.book, store.store.bicycle]],
  ['$.store..price', [399, 8.95, 12.99, 8.99, 22.99]],
  ['$..book[2]', [melville]],
  ['$..book[2].author', ['Herman Melville']],
  ['$..book[2].publisher', []],
  ['$..book[-1]', [tolkien]],
  ['$..book[0,1]', [rees, waugh]],
  ['$..book[:2]', [rees, waugh]],
  ['$..book[?@.isbn]', [melville, tolkien]],
  ['$..book[?@.price<10]', [rees, melville]],
])('%s selects what the standard says', (path, expected) => {
  const found = selector(path)?.(store, { nodes: MOST_NODES }) ?? [];
  expect(found).toHaveLength(expected.length);
  for (const value of expected) expect(found).toContainEqual(value);
});

test('the quick way for singular paths selects what the library selects', () => {
  const key = fc.oneof(
    fc.constantFrom('a', 'b', 'store', "it's", 'ü', '日本', 'with space', '__proto__', 'length'),
    fc.nat(3),
  );
  const json = fc.letrec((tie) => ({
    value: fc.oneof(
      { depthSize: 'small' },
      fc.integer(),
      fc.string(),
      fc.constant(null),
      fc.array(tie('value'), { maxLength: 4 }),
      fc.dictionary(fc.constantFrom('a', 'b', 'store', "it's", 'ü', '日本', 'with space', 'length'), tie('value')),
    ),
  })).value;
  fc.assert(
    fc.property(json, fc.array(key, { maxLength: 4 }), (value, steps) => {
      const path = pathTo(steps);
      expect(selector(path)?.(value, { nodes: MOST_NODES })).toEqual(
        query(JSON.parse(JSON.stringify(value)) as never, path),
      );
    }),
    { numRuns: 400 },
  );
});

// RFC 9535, section 2.3.4.3, the table of its examples (from memory), and what its pseudocode gives for bounds beyond both ends.
test.each<[string, string[]]>([
  ['$[1:3]', ['b', 'c']],
  ['$[5:]', ['f', 'g']],
  ['$[1:5:2]', ['b', 'd']],
  ['$[5:1:-2]', ['f', 'd']],
  ['$[::-1]', ['g', 'f', 'e', 'd', 'c', 'b', 'a']],
  ['$[-3:]', ['e', 'f', 'g']],
  ['$[-9:2]', ['a', 'b']],
  ['$[:-9:-3]', ['g', 'd', 'a']],
  ['$[3:3]', []],
  ['$[::0]', []],
])('%s slices as the standard says', (path, expected) => {
  expect(selector(path)?.(['a', 'b', 'c', 'd', 'e', 'f', 'g'], { nodes: MOST_NODES })).toEqual(expected);
});

// The package is the reference for every kind of path; only how it runs patterns and counts characters beyond U+FFFF is not taken over.
test('any path selects what the reference library selects', () => {
  const json = fc.letrec((tie) => ({
    value: fc.oneof(
      { depthSize: 'small', maxDepth: 4 },
      fc.integer({ min: -3, max: 3 }),
      fc.constantFrom('a', 'b', 'ab', ''),
      fc.boolean(),
      fc.constant(null),
      fc.array(tie('value'), { maxLength: 4 }),
      fc.dictionary(fc.constantFrom('a', 'b', 'c'), tie('value')),
    ),
  })).value;
  const name = fc.constantFrom('a', 'b', 'c');
  const small = fc.integer({ min: -3, max: 4 });
  const literal = fc.constantFrom('1', '-2', "'a'", 'true', 'null', '""');
  const singularPath = fc.constantFrom(
    '@',
    '@.a',
    '$.b',
    '@[0]',
    '@[-1]',
    "@['a'].b",
    'length(@.a)',
    'count(@.*)',
    'value(@..a)',
  );
  const comparison = fc
    .tuple(singularPath, fc.constantFrom('==', '!=', '<', '<=', '>', '>='), fc.oneof(literal, singularPath))
    .map((parts) => parts.join(' '));
  const test = fc.oneof(
    comparison,
    fc.constantFrom('@.a', '@..b', '@.*', '!@.c', "match(@.a, 'a.?')", "search(@, 'b')", '$.a'),
  );
  const filter = fc.oneof(
    test,
    fc.tuple(test, fc.constantFrom('&&', '||'), test).map((parts) => parts.join(' ')),
    test.map((each) => `!(${each})`),
  );
  // From behind the beginning the library takes another start than the standard says: those are in the test below.
  const slice = fc
    .tuple(fc.option(fc.nat(4)), fc.option(fc.nat(4)), fc.option(fc.integer({ min: 1, max: 3 })))
    .map(([a, b, c]) => `${a ?? ''}:${b ?? ''}:${c ?? ''}`);
  const selected = fc.oneof(
    name.map((each) => `'${each}'`),
    small.map(String),
    fc.constant('*'),
    slice,
    filter.map((each) => `?${each}`),
  );
  const segment = fc.oneof(
    name.map((each) => `.${each}`),
    name.map((each) => `..${each}`),
    fc.constantFrom('.*', '..*'),
    fc.array(selected, { minLength: 1, maxLength: 2 }).map((each) => `[${each.join(',')}]`),
    selected.map((each) => `..[${each}]`),
  );
  fc.assert(
    fc.property(json, fc.array(segment, { minLength: 1, maxLength: 3 }), (value, segments) => {
      const path = `$${segments.join('')}`;
      const plain: unknown = JSON.parse(JSON.stringify(value));
      const found = selector(path, linearPatterns())?.(plain, { nodes: 1e9 });
      // In what order a library visits members is its own business (RFC 9535, section 2.3.5.2): what is selected is the same.
      const sorted = (list: readonly unknown[]): string[] => list.map((each) => JSON.stringify(each)).sort();
      expect([path, sorted(found ?? [])]).toEqual([path, sorted(query(plain as never, path).slice(0, 10_000))]);
    }),
    { numRuns: 1500 },
  );
});

test('a pattern that takes others exponential time is answered at once, and a path that visits too much is refused', () => {
  const evil = { a: { a: 'a'.repeat(5000) + '!' } };
  const patterns = linearPatterns();
  const select = selector("$[?search(@.a,'^(a+)+$')].a", patterns);
  // The processor's time of this process: what else the machine does is not counted.
  const spent = (): number => process.cpuUsage().user / 1000;
  const started = spent();
  const linear = patterns('^b*c$');
  for (let n = 0; n < 50; n += 1) linear?.('b'.repeat(5000), false);
  const plain = spent() - started;
  const again = spent();
  for (let n = 0; n < 50; n += 1) expect(select?.(evil, { nodes: MOST_NODES })).toEqual([]);
  // Beside a harmless pattern on as long a text: no more than some fifty times it. By backtracking it would be 2^5000 times.
  expect(spent() - again).toBeLessThan(Math.max(plain * 50, 2000));
  const wide = { list: Array.from({ length: 2000 }, (_, n) => ({ n })) };
  const rule = ruleSchema.parse({
    kind: 'chat',
    fields: { text: '$..[?count(@..n) == count($..n)]', viewerName: '$.list[0].n' },
  });
  expect(inEnglish(mapper({ rules: [rule] }).read(wide, { feed: 'f', seenAt: 1 }, 'x'))).toEqual([
    { kind: 'bad', reason: expect.stringContaining('100,000 places') as string },
  ]);
});

test.each(['$.', 'store.book', '$[', '$..', '$[?@.a <]', ''])(
  '%j is no JSONPath, and a rule with it is refused',
  (path) => {
    expect(selector(path)).toBeNull();
    expect(ruleSchema.safeParse({ kind: 'chat', fields: { text: path } }).success).toBe(false);
  },
);
