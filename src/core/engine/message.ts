import { IntlMessageFormat } from 'intl-messageformat';
import { FALLBACK, isField, isolate, valueWords, WORD_FIELDS, type WordField, type WordValues } from './words';

/** Words taken apart once: a busy session fills the same words a hundred thousand times. */
export type Words = (values: WordValues) => string;

/** A part in braces that is more than a field's name: an ICU argument with a type, `{count, plural, one {# gift} other {# gifts}}`. */
const TYPED = /\{\s*\w+\s*,/;

/**
 * Takes words apart: text as it stands, `{field}`s, and forms by number or kind as ICU MessageFormat has them (Unicode CLDR's plural
 * rules, by the language of the show). What is no field, or cannot be read, stays as it was typed, so that it can be seen.
 */
export function takeApart(words: string, language: string): Words {
  if (TYPED.test(words)) {
    try {
      return byForms(new IntlMessageFormat(words, language));
    } catch {
      // Said by `wordsTrouble` where they are written.
    }
  }
  const parts = words.split(/\{(\w+)\}/g).flatMap((part, n): ({ text: string } | { field: WordField })[] => {
    if (n % 2 === 0) return part === '' ? [] : [{ text: part }];
    return [isField(part) ? { field: part } : { text: `{${part}}` }];
  });
  // Joined, which makes one flat string: an alert that waits would otherwise hold on to a chain of halves.
  return (values) => parts.map((part) => ('text' in part ? part.text : valueWords(values, part.field))).join('');
}

function byForms(message: IntlMessageFormat): Words {
  return (values) => {
    const given = Object.fromEntries(WORD_FIELDS.map((field) => {
      const value = values[field];
      return [field, typeof value === 'number' ? value : isolate(value?.trim() || FALLBACK[field])];
    }));
    // A count that is not known is one.
    return String(message.format({ ...given, count: typeof values.count === 'number' ? values.count : Number(values.count ?? 1) || 1 }));
  };
}

/** Why words will not read as they were meant, in a sentence; null when they will. */
export function wordsTrouble(words: string, language: string): string | null {
  const unknown = [...words.matchAll(/\{\s*(\w+)\s*[,}]/g)].map((m) => m[1] ?? '').find((name) => !isField(name) && !inForms(words, name));
  if (unknown !== undefined) return `There is no field {${unknown}}. It is shown as it stands.`;
  if (!TYPED.test(words)) return null;
  try {
    new IntlMessageFormat(words, language);
    return null;
  } catch {
    return 'The forms in braces cannot be read, so that the words are shown as they stand. One for numbers looks like this: {count, plural, one {# gift} other {# gifts}}.';
  }
}

/** Whether a word in braces is one of the forms' own texts, "other {gifts}", and no field. */
const inForms = (words: string, name: string): boolean => new RegExp(`\\b(?:zero|one|two|few|many|other|=\\d+|\\w+)\\s*\\{\\s*${name}\\s*\\}`).test(words) && TYPED.test(words);
