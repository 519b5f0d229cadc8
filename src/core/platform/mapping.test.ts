import { query } from 'jsonpath-rfc9535';
import fc from 'fast-check';
import { newRule, nextNeeded, withTapped, withoutTarget } from './draft-rule';
import { pathTo, selector } from './json-path';
import { mapper, mappingSchema, readTime, ruleSchema, tryMapping, type Rule } from './mapping';

// RFC 9535, figure 1 of section 1.5, and the queries of table 2 with what they select (from memory).
const store = {
  store: {
    book: [
      { category: 'reference', author: 'Nigel Rees', title: 'Sayings of the Century', price: 8.95 },
      { category: 'fiction', author: 'Evelyn Waugh', title: 'Sword of Honour', price: 12.99 },
      { category: 'fiction', author: 'Herman Melville', title: 'Moby Dick', isbn: '0-553-21311-3', price: 8.99 },
      { category: 'fiction', author: 'J. R. R. Tolkien', title: 'The Lord of the Rings', isbn: '0-395-19395-8', price: 22.99 },
    ],
    bicycle: { color: 'red', price: 399 },
  },
};
const [rees, waugh, melville, tolkien] = store.store.book;
const authors = store.store.book.map(({ author }) => author);

test.each<[string, unknown[]]>([
  ['$.store.book[*].author', authors], ['$..author', authors], ['$.store.*', [store.store.book, store.store.bicycle]],
  ['$.store..price', [399, 8.95, 12.99, 8.99, 22.99]], ['$..book[2]', [melville]], ['$..book[2].author', ['Herman Melville']], ['$..book[2].publisher', []],
  ['$..book[-1]', [tolkien]], ['$..book[0,1]', [rees, waugh]], ['$..book[:2]', [rees, waugh]], ['$..book[?@.isbn]', [melville, tolkien]], ['$..book[?@.price<10]', [rees, melville]],
])('%s selects what the standard says', (path, expected) => {
  const found = selector(path)?.(store) ?? [];
  expect(found).toHaveLength(expected.length);
  for (const value of expected) expect(found).toContainEqual(value);
});

test('the quick way for singular paths selects what the library selects', () => {
  const key = fc.oneof(fc.constantFrom('a', 'b', 'store', "it's", 'ü', '日本', 'with space', '__proto__', 'length'), fc.nat(3));
  const json = fc.letrec((tie) => ({
    value: fc.oneof({ depthSize: 'small' }, fc.integer(), fc.string(), fc.constant(null), fc.array(tie('value'), { maxLength: 4 }), fc.dictionary(fc.constantFrom('a', 'b', 'store', "it's", 'ü', '日本', 'with space', 'length'), tie('value'))),
  })).value;
  fc.assert(fc.property(json, fc.array(key, { maxLength: 4 }), (value, steps) => {
    const path = pathTo(steps);
    expect(selector(path)?.(value)).toEqual(query(JSON.parse(JSON.stringify(value)) as never, path));
  }), { numRuns: 400 });
});

test.each(['$.', 'store.book', '$[', '$..', '$[?@.a <]', ''])('%j is no JSONPath, and a rule with it is refused', (path) => {
  expect(selector(path)).toBeNull();
  expect(ruleSchema.safeParse({ kind: 'chat', fields: { text: path } }).success).toBe(false);
});

const present = { event: 'present', message: { ref: 'x-81', when: 1795546802, from: { nick: '山田 はな', user_id: 77 }, item: { title: 'Paper Boat', price: '25' }, qty: 3 } };
const gift: Rule = ruleSchema.parse({
  kind: 'gift', when: { path: '$.event', is: 'present' },
  fields: { id: '$.message.ref', at: '$.message.when', viewerName: '$.message.from.nick', viewerId: '$.message.from.user_id', giftName: '$.message.item.title', unitCoins: '$.message.item.price', count: '$.message.qty' },
});
const origin = { feed: 'm', seenAt: 7000 };

test('a sample becomes an event: numbers written as words, seconds as a time', () => {
  expect(mapper({ rules: [gift] }).read(present, origin, 'f1')).toEqual([{
    kind: 'heard',
    heard: { event: { id: 'gift:x-81', feed: 'm', at: 1795546802000, seenAt: 7000, kind: 'gift', viewer: { id: '77', handle: '', name: '山田 はな', roles: [] }, giftId: 'Paper Boat', name: 'Paper Boat', unitCoins: 25, count: 3 } },
  }]);
});

test('a rule speaks only of the messages that it is for; several rules may speak of one', () => {
  const chat = ruleSchema.parse({ kind: 'chat', when: { path: '$.event', is: 'say' }, fields: { text: '$.words', viewerName: '$.who' } });
  const reads = mapper({ rules: [gift, chat] });
  expect(reads.read({ event: 'say', words: 'hi', who: 'Inês' }, origin, 'f2')).toMatchObject([{ heard: { event: { id: 'chat:f2', kind: 'chat', text: 'hi', at: 7000 } } }]);
  expect(reads.read({ event: 'other' }, origin, 'f3')).toEqual([]);
  expect(reads.read(null, origin, 'f4')).toEqual([]);
});

test('one message with several events: each is read, with an id of its own', () => {
  const each = ruleSchema.parse({ kind: 'follow', each: '$.people[*]', fields: { viewerName: '$.name' } });
  const read = mapper({ rules: [each] }).read({ people: [{ name: 'Inês' }, { name: 'Hana' }, {}] }, origin, 'f5');
  expect(read).toMatchObject([{ heard: { event: { id: 'follow:f5#0' } } }, { heard: { event: { id: 'follow:f5#1' } } }, { kind: 'bad', reason: 'The message has no usable "viewerName".' }]);
});

test.each([
  ['an amount in words', { kind: 'tip', fields: { amount: '$.a', currency: '$.c', viewerName: '$.w' } }, { a: 'lots', c: 'EUR', w: 'x' }, /"amountMinor"/],
  ['a currency that is none', { kind: 'tip', fields: { amount: '$.a', currency: '$.c', viewerName: '$.w' } }, { a: '5', c: 'QQQ', w: 'x' }, /tip has no usable/],
  ['a count below nothing', { kind: 'like', fields: { count: '$.n' } }, { n: -4 }, /usable "count"/],
  ['a time that is none', { kind: 'follow', fields: { viewerName: '$.w', at: '$.t' } }, { w: 'x', t: 'soon' }, /time in the message/],
])('%s is bad, in a sentence', (_name, rule, message, reason) => {
  expect(mapper(mappingSchema.parse({ rules: [rule] })).read(message, origin, 'f')).toEqual([{ kind: 'bad', reason: expect.stringMatching(reason) }]);
});

test.each([['1795546802', 1795546802000], ['1795546802123', 1795546802123], ['1795546802123456', 1795546802123], ['2026-11-24T19:00:02Z', 1795546802000], ['1795546802.5', 1795546802500]])('%s is a time', (text, ms) => expect(readTime(text)).toBe(ms));

test('a rule is made by tapping values, and says what it becomes and what is missing', () => {
  let rule = newRule('gift');
  expect(nextNeeded(rule)).toBe('giftName');
  rule = withTapped(rule, 'giftName', ['message', 'item', 'title'], 'Paper Boat');
  expect(nextNeeded(rule)).toBe('viewerName');
  expect(tryMapping({ rules: [rule] }, present, 1)[0]).toMatchObject({ event: null, missing: ['viewerName', 'id', 'at'] });
  rule = withTapped(rule, 'viewerName', ['message', 'from', 'nick'], '山田 はな');
  rule = withTapped(rule, 'when', ['event'], 'present');
  expect(nextNeeded(rule)).toBeNull();
  expect(rule).toMatchObject({ when: { path: '$.event', is: 'present' }, fields: { giftName: '$.message.item.title', viewerName: '$.message.from.nick' } });
  expect(tryMapping({ rules: [rule] }, present, 1)[0]).toMatchObject({ event: { name: 'Paper Boat' }, missing: ['id', 'at'] });
  expect(withoutTarget(withoutTarget(rule, 'when'), 'giftName')).toMatchObject({ when: null, fields: { viewerName: '$.message.from.nick' } });
  const listed = withTapped(withTapped(newRule('follow'), 'each', ['people', 2, 'name'], 'x'), 'viewerName', ['people', 0, 'name'], 'x');
  expect(listed).toMatchObject({ each: '$.people[*]', fields: { viewerName: '$.name' } });
});
