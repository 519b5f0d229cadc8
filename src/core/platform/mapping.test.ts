import { query } from 'jsonpath-rfc9535';
import fc from 'fast-check';
import { newRule, nextNeeded, withTapped, withoutTarget } from './draft-rule';
import { pathTo, selector } from './json-path';
import { MOST_NODES } from './json-path-query';
import { linearPatterns } from './linear-patterns';
import { mapper, mappingSchema, readTime, ruleSchema, tryMapping, type Rule } from './mapping';

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
  const started = performance.now();
  const linear = patterns('^b*c$');
  for (let n = 0; n < 50; n += 1) linear?.('b'.repeat(5000), false);
  const plain = performance.now() - started;
  const again = performance.now();
  for (let n = 0; n < 50; n += 1) expect(select?.(evil, { nodes: MOST_NODES })).toEqual([]);
  // Beside a harmless pattern on as long a text: no more than some fifty times it. By backtracking it would be 2^5000 times.
  expect(performance.now() - again).toBeLessThan(Math.max(plain * 50, 500));
  const wide = { list: Array.from({ length: 2000 }, (_, n) => ({ n })) };
  const rule = ruleSchema.parse({
    kind: 'chat',
    fields: { text: '$..[?count(@..n) == count($..n)]', viewerName: '$.list[0].n' },
  });
  expect(mapper({ rules: [rule] }).read(wide, { feed: 'f', seenAt: 1 }, 'x')).toEqual([
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

const present = {
  event: 'present',
  message: {
    ref: 'x-81',
    when: 1795546802,
    from: { nick: '山田 はな', user_id: 77 },
    item: { title: 'Paper Boat', price: '25' },
    qty: 3,
  },
};
const gift: Rule = ruleSchema.parse({
  kind: 'gift',
  when: { path: '$.event', is: 'present' },
  fields: {
    id: '$.message.ref',
    at: '$.message.when',
    viewerName: '$.message.from.nick',
    viewerId: '$.message.from.user_id',
    giftName: '$.message.item.title',
    unitCoins: '$.message.item.price',
    count: '$.message.qty',
  },
});
const origin = { feed: 'm', seenAt: 7000 };

test('a sample becomes an event: numbers written as words, seconds as a time', () => {
  expect(mapper({ rules: [gift] }).read(present, origin, 'f1')).toEqual([
    {
      kind: 'heard',
      heard: {
        event: {
          id: 'gift:x-81',
          feed: 'm',
          at: 1795546802000,
          seenAt: 7000,
          kind: 'gift',
          viewer: { id: '77', handle: '', name: '山田 はな', roles: [] },
          giftId: 'Paper Boat',
          name: 'Paper Boat',
          unitCoins: 25,
          count: 3,
        },
      },
    },
  ]);
});

test('a rule speaks only of the messages that it is for; several rules may speak of one', () => {
  const chat = ruleSchema.parse({
    kind: 'chat',
    when: { path: '$.event', is: 'say' },
    fields: { text: '$.words', viewerName: '$.who' },
  });
  const reads = mapper({ rules: [gift, chat] });
  expect(reads.read({ event: 'say', words: 'hi', who: 'Inês' }, origin, 'f2')).toMatchObject([
    { heard: { event: { id: 'chat:f2', kind: 'chat', text: 'hi', at: 7000 } } },
  ]);
  expect(reads.read({ event: 'other' }, origin, 'f3')).toEqual([]);
  expect(reads.read(null, origin, 'f4')).toEqual([]);
});

test('one message with several events: each is read, with an id of its own', () => {
  const each = ruleSchema.parse({ kind: 'follow', each: '$.people[*]', fields: { viewerName: '$.name' } });
  const read = mapper({ rules: [each] }).read({ people: [{ name: 'Inês' }, { name: 'Hana' }, {}] }, origin, 'f5');
  expect(read).toMatchObject([
    { heard: { event: { id: 'follow:f5#0' } } },
    { heard: { event: { id: 'follow:f5#1' } } },
    { kind: 'bad', reason: 'The message has no usable "viewerName".' },
  ]);
});

test.each([
  [
    'an amount in words',
    { kind: 'tip', fields: { amount: '$.a', currency: '$.c', viewerName: '$.w' } },
    { a: 'lots', c: 'EUR', w: 'x' },
    /"amountMinor"/,
  ],
  [
    'a currency that is none',
    { kind: 'tip', fields: { amount: '$.a', currency: '$.c', viewerName: '$.w' } },
    { a: '5', c: 'QQQ', w: 'x' },
    /tip has no usable/,
  ],
  ['a count below nothing', { kind: 'like', fields: { count: '$.n' } }, { n: -4 }, /usable "count"/],
  [
    'a time that is none',
    { kind: 'follow', fields: { viewerName: '$.w', at: '$.t' } },
    { w: 'x', t: 'soon' },
    /time in the message/,
  ],
])('%s is bad, in a sentence', (_name, rule, message, reason) => {
  expect(mapper(mappingSchema.parse({ rules: [rule] })).read(message, origin, 'f')).toEqual([
    { kind: 'bad', reason: expect.stringMatching(reason) },
  ]);
});

test.each([
  ['1795546802', 1795546802000],
  ['1795546802123', 1795546802123],
  ['1795546802123456', 1795546802123],
  ['2026-11-24T19:00:02Z', 1795546802000],
  ['1795546802.5', 1795546802500],
])('%s is a time', (text, ms) => expect(readTime(text)).toBe(ms));

test('a rule is made by tapping values, and says what it becomes and what is missing', () => {
  let rule = newRule('gift');
  expect(nextNeeded(rule)).toBe('giftName');
  rule = withTapped(rule, 'giftName', ['message', 'item', 'title'], 'Paper Boat');
  expect(nextNeeded(rule)).toBe('viewerName');
  expect(tryMapping({ rules: [rule] }, present, 1)[0]).toMatchObject({
    event: null,
    missing: ['viewerName', 'id', 'at'],
  });
  rule = withTapped(rule, 'viewerName', ['message', 'from', 'nick'], '山田 はな');
  rule = withTapped(rule, 'when', ['event'], 'present');
  expect(nextNeeded(rule)).toBeNull();
  expect(rule).toMatchObject({
    when: { path: '$.event', is: 'present' },
    fields: { giftName: '$.message.item.title', viewerName: '$.message.from.nick' },
  });
  expect(tryMapping({ rules: [rule] }, present, 1)[0]).toMatchObject({
    event: { name: 'Paper Boat' },
    missing: ['id', 'at'],
  });
  expect(withoutTarget(withoutTarget(rule, 'when'), 'giftName')).toMatchObject({
    when: null,
    fields: { viewerName: '$.message.from.nick' },
  });
  const listed = withTapped(
    withTapped(newRule('follow'), 'each', ['people', 2, 'name'], 'x'),
    'viewerName',
    ['people', 0, 'name'],
    'x',
  );
  expect(listed).toMatchObject({ each: '$.people[*]', fields: { viewerName: '$.name' } });
});
