import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { readFileSync } from 'node:fs';
import { phrase, sayer } from '@/core/words/phrase';
import { messagesIn } from './collect';
import { hasWords } from './extract';

/* Every message of the sources can be read, and is given what it names. */

const found = messagesIn('src');

/** The names of a message's values. */
function namesIn(parts: readonly MessageFormatElement[]): Set<string> {
  const names = new Set<string>();
  for (const part of parts) {
    if (part.type === TYPE.literal || part.type === TYPE.pound) continue;
    if (part.type === TYPE.tag) {
      for (const name of namesIn(part.children)) names.add(name);
      continue;
    }
    names.add(part.value);
    if ('options' in part)
      for (const option of Object.values(part.options)) for (const name of namesIn(option.value)) names.add(name);
  }
  return names;
}

const read = (id: string): MessageFormatElement[] | string => {
  try {
    return parse(id, { ignoreTag: !/<set-\w+>/.test(id) });
  } catch (error) {
    return String(error);
  }
};

test('every message is ICU MessageFormat', () => {
  expect(found.length).toBeGreaterThan(2000);
  const broken = found
    .filter(({ raw }) => !raw)
    .flatMap(({ id, file, line }) => (typeof read(id) === 'string' ? [`${file}:${line} ${id}`] : []));
  expect(broken).toEqual([]);
});

test('every message is given the values that it names', () => {
  const wrong = found
    .filter(({ raw, values }) => !raw && values !== null)
    .flatMap(({ id, file, line, values }) => {
      const parts = read(id);
      if (typeof parts === 'string') return [];
      const lacking = [...namesIn(parts)].filter((name) => !values?.includes(name));
      return lacking.length > 0 ? [`${file}:${line} ${id}: ${lacking.join(', ')}`] : [];
    });
  expect(wrong).toEqual([]);
});

/* The catalogues of other languages. */

const LANGUAGES = ['es', 'ja', 'ar'] as const;
const FOLDERS = { app: 'src/ui/words/catalogue', onAir: 'src/core/words/on-air' } as const;
const catalogueOf = (folder: string, language: string): Record<string, string> =>
  JSON.parse(readFileSync(`${folder}/${language}.json`, 'utf8')) as Record<string, string>;

test.each(Object.entries(FOLDERS))(
  '%s: English is what the sources say, and every other language has all of it',
  (of, folder) => {
    const ids = new Set(
      found.filter(({ id, onAir }) => onAir === (of === 'onAir') && hasWords(id)).map(({ id }) => id),
    );
    expect(Object.keys(catalogueOf(folder, 'en')).sort()).toEqual([...ids].sort());
    for (const language of LANGUAGES)
      expect(Object.keys(catalogueOf(folder, language)).sort()).toEqual([...ids].sort());
  },
);

/** The plural forms that each "plural" of a message has, by the name of its value. */
function pluralsIn(parts: readonly MessageFormatElement[]): string[][] {
  return parts.flatMap((part) => {
    if (part.type === TYPE.tag) return pluralsIn(part.children);
    if (!('options' in part)) return [];
    const inside = Object.values(part.options).flatMap((option) => pluralsIn(option.value));
    return part.type === TYPE.plural
      ? [Object.keys(part.options).filter((form) => !form.startsWith('=')), ...inside]
      : inside;
  });
}

test.each([...LANGUAGES, 'en'])(
  '%s: plurals have the forms of the language, and no other (Unicode CLDR, by Intl)',
  (language) => {
    const categories = new Intl.PluralRules(language).resolvedOptions().pluralCategories;
    const wrong: string[] = [];
    for (const folder of Object.values(FOLDERS))
      for (const [id, words] of Object.entries(catalogueOf(folder, language))) {
        const parts = read(words);
        if (typeof parts === 'string') wrong.push(`${words}: ${parts}`);
        else
          for (const forms of pluralsIn(parts)) {
            const foreign = forms.filter((form) => !categories.includes(form as Intl.LDMLPluralRule));
            // None is said as any other number is, where a message does not say it apart.
            const lacking = categories.filter((each) => each !== 'zero' && !forms.includes(each));
            // "=1" stands for the form of one.
            const absent = lacking.filter((each) => !(each === 'one' && words.includes('=1 {')));
            if (foreign.length + absent.length > 0) wrong.push(`${id}: ${[...foreign, ...absent].join(', ')}`);
          }
      }
    expect(wrong).toEqual([]);
  },
);

test.each([
  ['es', [0, 1, 2, 1_000_000], ['0 regalos', '1 regalo', '2 regalos', '1.000.000 regalos']],
  ['ja', [0, 1, 2], ['ギフト0個', 'ギフト1個', 'ギフト2個']],
  ['ar', [1, 2, 3, 11, 100], ['هدية واحدة', 'هديتان', '3 هدايا', '11 هدية', '100 هدية']],
] as const)(
  '%s counts gifts as its plural rules say (Unicode CLDR 42, plural rules; the words are ours)',
  (language, numbers, words) => {
    const { say } = sayer(language, catalogueOf(FOLDERS.app, language));
    expect(numbers.map((n) => say(phrase('{n, plural, one {# gift} other {# gifts}}', { n })))).toEqual(words);
  },
);
