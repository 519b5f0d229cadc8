import { IntlMessageFormat } from 'intl-messageformat';
import { FIELDS, isField, textWords, valueWords, WORD_FIELDS, type WordField, type WordValues } from './fields';
import { phrase, type Phrase } from '@/core/words/phrase';

/** Words taken apart once: a busy session fills the same words a hundred thousand times. It never throws, whatever the values. */
export type Words = (values: WordValues) => string;

/** A part in braces that is more than a field's name: an ICU argument with a type, `{count, plural, one {# gift} other {# gifts}}`. */
const TYPED = /\{\s*\w+\s*,/;

/**
 * Takes words apart: text as it stands, `{field}`s, and forms by number or kind as ICU MessageFormat has them (Unicode CLDR's plural
 * rules, by the language of the show). What is no field, or forms that cannot be filled in, stay as they were typed, so that it can be seen.
 */
export function takeApart(words: string, language: string): Words {
  const parts = optionalParts(words);
  if (parts.length <= 1 && !parts[0]?.optional) return withoutOptions(words, language);
  const whole = parts.map(({ text, optional }) => ({
    optional,
    fields: fieldsIn(text),
    said: withoutOptions(text, language),
  }));
  return (values) =>
    whole
      .map(({ optional, fields, said }) =>
        optional && fields.some((field) => isEmpty(values[field])) ? '' : said(values),
      )
      .join('');
}

const isEmpty = (value: string | number | undefined): boolean =>
  value === undefined || (typeof value === 'string' && value.trim() === '');

/** The fields that a text names, in whatever form. */
const fieldsIn = (text: string): WordField[] =>
  [...text.matchAll(/\{\s*(\w+)/g)].flatMap(([, name = '']) => (isField(name) ? [name] : []));

/**
 * Words in their order, by whether they are left out where a field in them is empty: what stands in square brackets is, if it holds a field.
 * Brackets without one, in braces, or without their partner are characters like any other.
 */
function optionalParts(words: string): { text: string; optional: boolean }[] {
  const parts: { text: string; optional: boolean }[] = [];
  let depth = 0;
  let from = 0;
  let opened = -1;
  for (let at = 0; at < words.length; at += 1) {
    const char = words[at];
    if (char === '{') depth += 1;
    else if (char === '}') depth = Math.max(0, depth - 1);
    else if (depth > 0) continue;
    else if (char === '[') opened = at;
    else if (char === ']' && opened >= 0) {
      const inside = words.slice(opened + 1, at);
      if (fieldsIn(inside).length > 0) {
        if (opened > from) parts.push({ text: words.slice(from, opened), optional: false });
        parts.push({ text: inside, optional: true });
        from = at + 1;
      }
      opened = -1;
    }
  }
  if (from < words.length || parts.length === 0) parts.push({ text: words.slice(from), optional: false });
  return parts;
}

function withoutOptions(words: string, language: string): Words {
  if (!TYPED.test(words)) return plainly(words, language);
  const read = readForms(words, language);
  return read.ok ? byForms(read.message, words, language) : () => words;
}

/** Text with its `{field}`s, and nothing else. */
function plainly(words: string, language: string): Words {
  const parts = words.split(/\{(\w+)\}/g).flatMap((part, n): ({ text: string } | { field: WordField })[] => {
    if (n % 2 === 0) return part === '' ? [] : [{ text: part }];
    return [isField(part) ? { field: part } : { text: `{${part}}` }];
  });
  // Joined, which makes one flat string: an alert that waits would otherwise hold on to a chain of halves.
  return (values) =>
    parts.map((part) => ('text' in part ? part.text : valueWords(values, part.field, language))).join('');
}

function byForms(message: IntlMessageFormat, words: string, language: string): Words {
  return (values) => {
    try {
      return String(message.format(given(values, language)));
    } catch {
      // A form that this value cannot take, such as a number format with an impossible currency: `wordsProblem` says so while they are written.
      return words;
    }
  };
}

function given(values: WordValues, language: string): Record<string, string | number> {
  const all = Object.fromEntries(
    WORD_FIELDS.map((field) => {
      const value = values[field];
      return [field, typeof value === 'number' ? value : textWords(value, field, language)];
    }),
  );
  // A count that is not known is one.
  return { ...all, count: typeof values.count === 'number' ? values.count : Number(values.count ?? 1) || 1 };
}

type Forms = { ok: true; message: IntlMessageFormat } | { ok: false; reason: Phrase };

/** Sentences one after another; those that are none are left out. */
const sentences = (...all: (Phrase | null)[]): Phrase =>
  all.filter((each) => each !== null).reduce((first, next) => phrase('{first} {next}', { first, next }));

const EXAMPLE = phrase('One for numbers looks like this: {example}.', {
  example: '{count, plural, one {# gift} other {# gifts}}',
});
const AS_TYPED = phrase('The words are shown as they were typed.');

/** Reads words with forms; refused where a part of them could not be filled in, whichever form is taken. */
function readForms(words: string, language: string): Forms {
  let message: IntlMessageFormat;
  try {
    message = new IntlMessageFormat(words, language, undefined, { ignoreTag: true, captureLocation: true });
  } catch (error) {
    // The parser's SyntaxError names the place; a RangeError is a language or number format that there is none of.
    return {
      ok: false,
      reason: sentences(phrase('The forms in braces cannot be read.'), placeOf(words, error), AS_TYPED, EXAMPLE),
    };
  }
  const reason = unfillable(message.getAst(), words);
  if (reason !== null) return { ok: false, reason: sentences(reason, AS_TYPED) };
  try {
    message.format(given({}, language));
  } catch (error) {
    return {
      ok: false,
      reason: sentences(
        phrase('The forms in braces cannot be filled in ({why}).', {
          why: error instanceof Error ? error.message : phrase('for a reason that was not given'),
        }),
        AS_TYPED,
      ),
    };
  }
  return { ok: true, message };
}

type Parts = ReturnType<IntlMessageFormat['getAst']>;

/** ICU's kinds of part, by the parser's numbers. */
const KIND = { text: 0, argument: 1, number: 2, date: 3, time: 4, select: 5, plural: 6, pound: 7, tag: 8 } as const;
/** The first part that could not be filled in, in a sentence; null when there is none. */
function unfillable(parts: Parts, words: string): Phrase | null {
  for (const part of parts) {
    if (part.type === KIND.text || part.type === KIND.pound) continue;
    const name = 'value' in part ? part.value : '';
    const field = `{${name}}`;
    const place = placeOf(words, part);
    if (part.type === KIND.date || part.type === KIND.time || part.type === KIND.tag)
      return sentences(phrase('{field} cannot be shown as a date or a time.', { field }), place);
    if (!isField(name)) return sentences(phrase('There is no field {field}.', { field }), place);
    if ((part.type === KIND.number || part.type === KIND.plural) && FIELDS[name].holds === 'text')
      return sentences(phrase('{field} is no number.', { field }), place);
    if (part.type !== KIND.select && part.type !== KIND.plural) continue;
    for (const option of Object.values(part.options)) {
      const within = unfillable(option.value, words);
      if (within !== null) return within;
    }
  }
  return null;
}

/** Where in the words something stands, with what is written there; null where it is not known. */
function placeOf(words: string, at: unknown): Phrase | null {
  const location =
    typeof at === 'object' && at !== null && 'location' in at
      ? (at.location as { start?: { offset?: number } } | undefined)
      : undefined;
  const offset = location?.start?.offset;
  if (offset === undefined) return null;
  const there = words.slice(offset, offset + 12);
  return there === ''
    ? phrase('It is at the end of the words.')
    : phrase('It is at character {n} (“{there}”).', {
        n: offset + 1,
        there: offset + 12 < words.length ? `${there}…` : there,
      });
}

/** Why words will not read as they were meant, with the place, in a sentence; null when they will. */
export function wordsProblem(words: string, language: string): Phrase | null {
  for (const { text } of optionalParts(words)) {
    const problem = problemIn(text, language);
    if (problem !== null) return problem;
  }
  return null;
}

function problemIn(words: string, language: string): Phrase | null {
  if (TYPED.test(words)) {
    const read = readForms(words, language);
    return read.ok ? null : read.reason;
  }
  for (const found of words.matchAll(/\{\s*(\w+)\s*\}/g)) {
    const name = found[1] ?? '';
    if (!isField(name))
      return sentences(
        phrase('There is no field {field}.', { field: `{${name}}` }),
        placeOf(words, { location: { start: { offset: found.index } } }),
        phrase('It is shown as it stands.'),
      );
  }
  return null;
}
