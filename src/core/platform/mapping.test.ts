import { newRule, nextNeeded, withTapped, withoutTarget } from './draft-rule';
import { mapper, mappingSchema, readTime, ruleSchema, tryMapping } from './mapping';
import { present, gift, origin } from './mapping.setup';
import { inEnglish } from '@/core/words/in-english.setup';

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
  expect(inEnglish(read)).toMatchObject([
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
  expect(inEnglish(mapper(mappingSchema.parse({ rules: [rule] })).read(message, origin, 'f'))).toEqual([
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
