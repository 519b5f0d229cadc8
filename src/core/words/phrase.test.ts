import fc from 'fast-check';
import { asKept, english, isPhrase, phrase, sayer, type Phrase } from './phrase';

const SPANISH = sayer('es', {
  '{n, plural, one {# gift} other {# gifts}}': '{n, plural, one {# regalo} other {# regalos}}',
  'show <set-words>{words}</set-words> for <set-seconds>{seconds} s</set-seconds>':
    'durante <set-seconds>{seconds} s</set-seconds> mostrar <set-words>{words}</set-words>',
});

test('a message stands in the language that says it, and in English where there is no translation', () => {
  const gifts = phrase('{n, plural, one {# gift} other {# gifts}}', { n: 1 });
  expect([english(gifts), SPANISH.say(gifts)]).toEqual(['1 gift', '1 regalo']);
  expect(SPANISH.say(phrase('Nothing waits'))).toBe('Nothing waits');
  expect(SPANISH.say('Inês')).toBe('Inês');
});

test('parts that can be tapped stand where the language has them', () => {
  const step = phrase('show <set-words>{words}</set-words> for <set-seconds>{seconds} s</set-seconds>', {
    words: 'Hello',
    seconds: 4,
  });
  expect(SPANISH.parts(step)).toEqual([
    { text: 'durante ' },
    { text: '4 s', tag: 'seconds' },
    { text: ' mostrar ' },
    { text: 'Hello', tag: 'words' },
  ]);
});

test('phrases stand in phrases, and several of the same tags are told apart', () => {
  const step = phrase('play <set-sound>{sound}</set-sound>', { sound: phrase('a bell') });
  const both = phrase('When {what}, {steps}.', {
    what: 'x',
    steps: {
      and: [
        { said: step, within: '0.' },
        { said: step, within: '1.' },
      ],
    },
  });
  expect(english(both)).toBe('When x, play a bell and play a bell.');
  expect(
    sayer('en-GB', null)
      .parts(both)
      .map(({ tag }) => tag)
      .filter(Boolean),
  ).toEqual(['0.sound', '1.sound']);
});

/* What Unicode CLDR has, as Node's own Intl says it (ECMA-402) */
test.each([
  ['en-GB', 'a, b and c', '1,234.50 EUR', '1234'],
  ['es', 'a, b y c', '1234,50 EUR', '1234'],
  ['ja', 'a、b、c', '1,234.50 EUR', '1234'],
])('%s: lists, money and numbers as the language writes them', (language, list, money, plain) => {
  const { say } = sayer(language, {});
  expect(say(phrase('{list}', { list: { and: ['a', 'b', 'c'] } }))).toBe(list);
  expect(say(phrase('{list}', { list: { and: ['a', 'b', 'c'] } }))).toBe(
    new Intl.ListFormat(language, { type: 'conjunction' }).format(['a', 'b', 'c']),
  );
  expect(say(phrase('{cost}', { cost: { money: 123_450, currency: 'EUR' } }))).toBe(money);
  expect(say(phrase('{n}', { n: 1234 }))).toBe(plain);
  expect(say(phrase('{n, number}', { n: 12_345 }))).toBe(new Intl.NumberFormat(language).format(12_345));
});

test.each([
  ['en-GB', '1 A, 2 B, 3 C'],
  ['es', '1 A, 2 B y 3 C'],
  ['ja', '1 A 2 B 3 C'],
  ['ar', '1 A، و2 B، و3 C'],
])('%s: rows of a board in one line, as CLDR’s list patterns of the type “unit” put them', (language, line) => {
  expect(sayer(language, {}).rows(['1 A', '2 B', '3 C'])).toBe(line);
});

test('a name of another direction leaves the words around it alone (Unicode UAX #9: FSI and PDI)', () => {
  expect(english(phrase('{name} sent 1', { name: 'أمّار' }))).toBe('\u2068أمّار\u2069 sent 1');
  expect(sayer('ar', {}).say(phrase('{name} 1', { name: 'Ada' }))).toBe('\u2068Ada\u2069 1');
  expect(english(phrase('{name} sent 1', { name: 'Inês' }))).toBe('Inês sent 1');
});

test('what was cut off on its way is said without its values', () => {
  const kept = asKept(phrase('{name} failed', { name: 'Ada' }));
  const cut = kept.slice(0, -3);
  expect(isPhrase(cut) && english(cut)).toBe('{name} failed');
});

test('whatever text has the form of a phrase, saying it never throws and stays in proportion', () => {
  const mark = asKept(phrase('x')).charAt(0);
  const ids = fc.oneof(
    fc.string(),
    fc.constantFrom(
      '{a}',
      '{a, plural, one {#} other {{a}}}',
      '{a, date}',
      '<set-a>{a}',
      '__proto__',
      'constructor',
      "'{",
    ),
  );
  const values = fc.oneof(
    fc.json(),
    fc
      .dictionary(fc.constantFrom('a', 'and', 'or', 'dots', 'money', 'currency'), fc.jsonValue())
      .map((each) => JSON.stringify(each)),
    fc.constantFrom(
      '{"a":null}',
      '{"a":{"and":null}}',
      '{"a":{"and":[null]}}',
      '{"a":{"money":"x","currency":7}}',
      '{"a":{"money":1,"currency":"no such"}}',
      `{"a":${'{"and":['.repeat(5000)}${']}'.repeat(5000)}}`,
    ),
  );
  const sayers = [sayer('en-GB', null), sayer('ar', {})];
  fc.assert(
    fc.property(ids, values, (id, json) => {
      for (const { say } of sayers) {
        const said = say(`${mark}${id}${mark}${json}` as unknown as Phrase);
        expect(typeof said).toBe('string');
        expect(said.length).toBeLessThan(200 + 20 * (id.length + json.length));
      }
    }),
    { numRuns: 500 },
  );
});
