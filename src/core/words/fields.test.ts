import { wordsProblem, takeApart } from './message';
import { type WordValues } from './fields';
import { isolate, withoutIsolates } from './isolate';
import { inEnglish } from '@/core/words/in-english.setup';

const fill = (words: string, values: WordValues, language = 'en'): string => takeApart(words, language)(values);

test('fields are filled, missing ones fall back, unknown ones stay to be seen', () => {
  expect(fill('{viewer} sent {count} {gift}', { viewer: 'Inês', gift: 'Glaze Pot' })).toBe('Inês sent 1 Glaze Pot');
  expect(fill('{viewer}!', {})).toBe('Someone!');
  expect(fill('{nobody} {viewer}', { viewer: 'A' })).toBe('{nobody} A');
  expect(inEnglish(wordsProblem('{viewer} {vewer} {gift}', 'en'))).toMatch(/no field \{vewer\}/);
  expect(wordsProblem('{viewer} {gift}', 'en')).toBeNull();
});

test('a field in a name is not filled again', () => {
  expect(fill('{viewer}', { viewer: '{total}', total: '99' })).toBe('{total}');
});

test('right-to-left names are isolated, and marks of direction cannot reach beyond a name', () => {
  expect(fill('{viewer}: {count} likes', { viewer: 'ليلى', count: '100' })).toBe('\u2068ليلى\u2069: 100 likes');
  expect(isolate('\u202eabc')).toBe('abc');
  expect(withoutIsolates(isolate('ليلى'))).toBe('ليلى');
});

// Unicode CLDR, plural rules: English one/other; Polish one (1), few (2–4, 22–24), many (the rest); Arabic zero, one, two, few (3–10), many (11–99), other (100–102).
test.each([
  [
    'en',
    '{count, plural, one {# gift} other {# gifts}}',
    [
      [1, '1 gift'],
      [2, '2 gifts'],
      [0, '0 gifts'],
    ],
  ],
  [
    'pl',
    '{count, plural, one {# dar} few {# dary} many {# darów} other {# daru}}',
    [
      [1, '1 dar'],
      [3, '3 dary'],
      [5, '5 darów'],
      [22, '22 dary'],
      [12, '12 darów'],
    ],
  ],
  [
    'ar-u-nu-latn',
    '{count, plural, zero {z} one {o} two {t} few {f} many {m} other {x}}',
    [
      [0, 'z'],
      [1, 'o'],
      [2, 't'],
      [3, 'f'],
      [11, 'm'],
      [100, 'x'],
    ],
  ],
] as const)('plural forms of %s are those of its own rules', (language, words, cases) => {
  for (const [count, text] of cases) expect(fill(words, { count }, language)).toBe(text);
});

test('forms that cannot be read stay as they were typed, and it is said', () => {
  expect(fill('{count, plural, one {# gift}', { count: 2 })).toBe('{count, plural, one {# gift}');
  expect(wordsProblem('{count, plural, one {# gift}', 'en')).toMatch(/cannot be read/);
  expect(wordsProblem('{viewer} sent {count, plural, one {# gift} other {# gifts}}', 'en')).toBeNull();
});

test('a name with braces is text among forms as well', () => {
  expect(fill('{viewer}: {count, plural, one {one} other {many}}', { viewer: '{count}', count: 5 })).toBe(
    '{count}: many',
  );
});

test.each([
  [
    'a misspelt field in a form',
    '{count, plural, one {{viewer} sent a {gfit}} other {# gifts}}',
    /There is no field \{gfit\}\. It is at character 38/,
  ],
  [
    'a misspelt field in a form that is not taken',
    '{count, plural, one {# gift} other {# {gfits}}}',
    /no field \{gfits\}/,
  ],
  [
    'a name as a date',
    '{viewer}: {viewer, date}',
    /\{viewer\} cannot be shown as a date or a time\. It is at character 11/,
  ],
  ['a name as a number', '{viewer, plural, one {a} other {b}}', /\{viewer\} is no number/],
  ['a currency that there is none of', '{count, number, ::currency/XX}', /cannot be filled in/],
  ['no form for all others', '{count, plural, one {# gift}}', /cannot be read\. It is at character 29/],
  ['a type that there is none of', 'from {count, foo}', /cannot be read\. It is at character 14/],
])('%s: shown as it was typed, whatever the values, and said with its place', (_name, words, says) => {
  for (const values of [{}, { count: 1, viewer: 'Inês' }, { count: '7', viewer: '' }])
    expect(fill(words, values)).toBe(words);
  expect(inEnglish(wordsProblem(words, 'en'))).toMatch(says);
});

test('tags are text, and a field alone is one in any place', () => {
  expect(fill('<b>{viewer}</b> {count, number}', { viewer: 'Inês', count: 2 })).toBe('<b>Inês</b> 2');
  expect(inEnglish(wordsProblem('{viewer} and {vewer}', 'en'))).toMatch(
    /There is no field \{vewer\}\. It is at character 14/,
  );
});
