import { takeApart, wordsProblem } from './message';
import type { WordValues } from './fields';
import { inEnglish } from '@/core/words/in-english.setup';

const say = (words: string, values: WordValues): string => takeApart(words, 'en')(values);

test.each<[string, WordValues, string]>([
  [
    '{viewer} tipped {worth}[: {message}]',
    { viewer: 'Inês', worth: '5.00 EUR', message: 'for the kiln' },
    'Inês tipped 5.00 EUR: for the kiln',
  ],
  ['{viewer} tipped {worth}[: {message}]', { viewer: 'Inês', worth: '5.00 EUR', message: '' }, 'Inês tipped 5.00 EUR'],
  ['{viewer} tipped {worth}[: {message}]', { viewer: 'Inês', worth: '5.00 EUR' }, 'Inês tipped 5.00 EUR'],
  ['[{gift}, ][{count}, ]{viewer}', { viewer: 'Inês', count: 0 }, '0, Inês'],
  ['[{viewer} and {gift}]', { viewer: 'Inês' }, ''],
  ['[live] {viewer}', { viewer: 'Inês' }, '[live] Inês'],
  ['{viewer} [', { viewer: 'Inês' }, 'Inês ['],
  ['{viewer} ] [', { viewer: 'Inês' }, 'Inês ] ['],
  ['{count, plural, one {[one] pot} other {# pots}}', { count: 1 }, '[one] pot'],
  ['{viewer}[ sent {count, plural, one {# pot} other {# pots}}]', { viewer: 'Inês', count: 3 }, 'Inês sent 3 pots'],
  ['{viewer}[ sent {count, plural, one {# pot} other {# pots}}]', { viewer: 'Inês' }, 'Inês'],
  ['', {}, ''],
])('%s with %j: %s', (words, values, said) => expect(say(words, values)).toBe(said));

test('what a viewer wrote is never taken for a part of the words', () => {
  expect(say('{viewer}[: {message}]', { viewer: '[{gift}]', message: '[{count}]' })).toBe('[{gift}]: [{count}]');
});

test.each([
  ['{viewer}[: {mesage}]', /There is no field \{mesage\}/],
  ['[{count, plural, one {x}}]', /cannot be (read|filled in)/],
])('%s: what is wrong in an optional part is said', (words, problem) =>
  expect(inEnglish(wordsProblem(words, 'en'))).toMatch(problem),
);
