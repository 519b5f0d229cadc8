import { IntlMessageFormat, type PrimitiveType } from 'intl-messageformat';
import { amountWords } from '@/core/event/money';
import { isolate } from './isolate';

declare const PHRASE: unique symbol;
/**
 * What is to be said, in no language yet: a message's id with the values that stand in it. The id is the message in English, in ICU
 * MessageFormat; catalogues have the others (docs/words.md). It is kept as text, so that it goes wherever a sentence goes: through journals,
 * streams and files. Types keep it apart from text, so that it cannot be shown before it was said.
 */
export interface Phrase {
  readonly [PHRASE]: true;
}
/** What may be shown once it was said: a phrase, or text that is nobody's to translate, such as a name. */
export type Sayable = Phrase | string;
/** A phrase whose tags get this before their names, where several with the same tags stand in one: "2.words". */
interface Within {
  said: Phrase;
  within: string;
}
type Listed = Sayable | Within;
/**
 * What stands in a phrase. Lists are joined as the language does it: `and`: "a, b and c", `or`: "a, b or c"; `dots`: "a · b · c". `money`: minor units, written
 * with the currency's code.
 */
export type PhraseValue =
  | string
  | number
  | Phrase
  | { and: readonly Listed[] }
  | { or: readonly Listed[] }
  | { dots: readonly Listed[] }
  | { money: number; currency: string };
export type PhraseValues = Readonly<Record<string, PhraseValue>>;
/** Messages of a language by their ids. */
export type Catalogue = Readonly<Record<string, string>>;

/** Only what is written out: ids are collected from the sources (`src/server/words/collect.ts`). */
export type WrittenOut<I extends string> = string extends I ? never : I;

const MARK = '\u0001';

/** @param id the message in English, in ICU MessageFormat @param values what stands in it, by name */
export function phrase<const I extends string>(id: WrittenOut<I>, values?: PhraseValues): Phrase {
  const text = values ? `${MARK}${id as string}${MARK}${JSON.stringify(values)}` : `${MARK}${id as string}`;
  return text as unknown as Phrase;
}

/** A phrase kept as text, among plain text: journals and files of earlier versions hold sentences. */
export const isPhrase = (text: unknown): text is Phrase => typeof text === 'string' && text.startsWith(MARK);

/** A phrase as the text that it is kept as. */
export const asKept = (said: Sayable): string => said as string;

function takenApart(said: Phrase): { id: string; values: PhraseValues | null } {
  const text = asKept(said);
  const end = text.indexOf(MARK, 1);
  if (end < 0) return { id: text.slice(1), values: null };
  try {
    // Written by `phrase`.
    return { id: text.slice(1, end), values: JSON.parse(text.slice(end + 1)) as PhraseValues };
  } catch {
    // Kept text that was cut off, or that somebody else wrote: what it says without its values.
    return { id: text.slice(1, end), values: null };
  }
}

/** A part of a sentence: text, and the tag that it stands in, if any. */
export interface SaidPart {
  text: string;
  tag?: string;
}

/** Says phrases in one language. */
export interface Sayer {
  language: string;
  say: (said: Sayable) => string;
  /** With its parts in tags (`<set-gift>…</set-gift>`) apart, by the tags' names without "set-". */
  parts: (said: Sayable) => SaidPart[];
  /** Things that stand one below the other, in one line as the language puts such lists: "1 Inês 465, 2 Mirek 200". */
  rows: (said: readonly string[]) => string;
}

/** Tags begin with this, since values and tags are looked up in one place: `<set-goal>…</set-goal>` is the part by which `goal` is set. */
const TAG = 'set-';
const TAGS = /<set-(\w+)>/g;

/** A value as the message formats it: texts and numbers, and in a sentence of parts also parts. */
type Given = PrimitiveType | SaidPart[] | ((parts: readonly unknown[]) => SaidPart[]);

const isWithin = (value: Listed): value is Within => typeof value !== 'string' && 'within' in value;

/** @param language BCP 47 @param catalogue null: English as it stands in the ids */
export function sayer(language: string, catalogue: Catalogue | null): Sayer {
  const numbers = new Intl.NumberFormat(language, { useGrouping: false });
  const lists = {
    and: new Intl.ListFormat(language, { type: 'conjunction' }),
    or: new Intl.ListFormat(language, { type: 'disjunction' }),
  };
  const rows = new Intl.ListFormat(language, { type: 'unit' });
  const read = new Map<string, IntlMessageFormat>();
  const messageOf = (words: string, tags: boolean): IntlMessageFormat => {
    const key = tags ? `${MARK}${words}` : words;
    const known = read.get(key);
    if (known) return known;
    const message = new IntlMessageFormat(words, language, undefined, { ignoreTag: !tags });
    read.set(key, message);
    return message;
  };
  /** A list's parts, and what the language puts between them. */
  const listed = (list: readonly Listed[], how: 'and' | 'or'): SaidPart[] =>
    lists[how].formatToParts(list.map((_, n) => String(n))).flatMap(({ type, value }) => {
      const item = type === 'element' ? list[Number(value)] : undefined;
      return item === undefined ? [{ text: value }] : itemParts(item);
    });
  const itemParts = (item: Listed): SaidPart[] =>
    isWithin(item)
      ? parts(item.said).map(({ text, tag }) => (tag === undefined ? { text } : { text, tag: item.within + tag }))
      : valueParts(item);
  const valueParts = (value: PhraseValue): SaidPart[] => {
    if (typeof value === 'number') return [{ text: numbers.format(value) }];
    if (isPhrase(value)) return parts(value);
    if (typeof value === 'string') return [{ text: isolate(value, language) }];
    if ('money' in value) return [{ text: amountWords(value.money, value.currency, language) }];
    if ('dots' in value)
      return value.dots.flatMap((item, n) => [...(n > 0 ? [{ text: ' · ' }] : []), ...itemParts(item)]);
    return 'and' in value ? listed(value.and, 'and') : listed(value.or, 'or');
  };
  const parts = (said: Sayable): SaidPart[] => {
    if (!isPhrase(said)) return [{ text: said as string }];
    const { id, values } = takenApart(said);
    try {
      return partsOf(id, values);
    } catch {
      // Values of no form that there is (TypeError), or too deep (RangeError): only somebody else's text, such as a name in a show's file, has them.
      return [{ text: id }];
    }
  };
  const partsOf = (id: string, values: PhraseValues | null): SaidPart[] => {
    const words = catalogue?.[id] ?? id;
    if (values === null && !SPECIAL.test(words)) return [{ text: words }];
    const given: Record<string, Given> = {};
    for (const [name, value] of Object.entries(values ?? {}))
      given[name] = typeof value === 'number' ? value : (bare(valueParts(value)) ?? valueParts(value));
    for (const [, tag = ''] of words.matchAll(TAGS))
      given[`${TAG}${tag}`] = (inside) => [{ text: textOf(joined(inside.flat() as (string | SaidPart)[])), tag }];
    const filled = fill(
      () => messageOf(words, words.includes(`<${TAG}`)),
      given as Record<string, PrimitiveType>,
      words,
      numbers,
    );
    return joined((Array.isArray(filled) ? filled.flat() : [filled]) as (string | SaidPart)[]);
  };
  return {
    language,
    say: (said) => (isPhrase(said) ? textOf(parts(said)) : (said as string)),
    parts,
    rows: (said) => rows.format(said),
  };
}

/** Parts that are one text without a tag, as text: such a value may be chosen by, too. */
const bare = (parts: readonly SaidPart[]): string | null =>
  parts.every(({ tag }) => tag === undefined) ? textOf(parts) : null;

const textOf = (parts: readonly SaidPart[]): string => parts.map(({ text }) => text).join('');

/** Fills a message in; as it is written where it cannot be read or a value is missing, which a test of all messages rules out. */
function fill(
  messageOf: () => IntlMessageFormat,
  given: Record<string, PrimitiveType>,
  words: string,
  numbers: Intl.NumberFormat,
): unknown {
  try {
    const message = messageOf();
    return message.format(plainNumbers(message, given, numbers));
  } catch {
    // A translation that is no message, or a value that was not given: a place goes on all the same.
    return words;
  }
}

const ARGUMENT = 1;

/** A number that stands by itself is written in the language's digits, ungrouped; as `{n, number}` it is grouped. */
function plainNumbers(
  message: IntlMessageFormat,
  given: Record<string, PrimitiveType>,
  numbers: Intl.NumberFormat,
): Record<string, PrimitiveType> {
  const names = new Set<string>();
  const forms = new Set<string>();
  const look = (parts: ReturnType<IntlMessageFormat['getAst']>): void => {
    for (const part of parts) {
      if (part.type === ARGUMENT) names.add(part.value);
      else if ('options' in part) {
        forms.add(part.value);
        for (const option of Object.values(part.options)) look(option.value);
      } else if ('children' in part) look(part.children);
      else if ('value' in part) forms.add(part.value);
    }
  };
  if (!Object.values(given).some((value) => typeof value === 'number')) return given;
  look(message.getAst());
  return Object.fromEntries(
    Object.entries(given).map(([name, value]) => [
      name,
      typeof value === 'number' && names.has(name) && !forms.has(name) ? numbers.format(value) : value,
    ]),
  );
}

/** Parts in their order, neighbours without a tag as one. */
function joined(parts: readonly (string | SaidPart)[]): SaidPart[] {
  const all: SaidPart[] = [];
  for (const part of parts) {
    const next = typeof part === 'string' ? { text: part } : part;
    const last = all.at(-1);
    if (next.text === '') continue;
    if (last && last.tag === undefined && next.tag === undefined) last.text += next.text;
    else all.push({ ...next });
  }
  return all;
}

/** What a message without values may still hold that is not said as it is written. */
const SPECIAL = /[{}'#<]/;

/** English as it is written in the ids: with day before month, and no comma before "and". */
export const ENGLISH = sayer('en-GB', null);
/** What a phrase says in English: for logs, for programs that are run by hand, and for whoever asks the server without the app. */
export const english = (said: Sayable): string => ENGLISH.say(said);
