/** The fields that words may hold, in the order in which they are offered. */
export const WORD_FIELDS = ['viewer', 'handle', 'gift', 'count', 'total'] as const;
export type WordField = (typeof WORD_FIELDS)[number];
export type WordValues = Partial<Record<WordField, string>>;

const FALLBACK: Record<WordField, string> = { viewer: 'Someone', handle: 'someone', gift: 'a gift', count: '1', total: '0' };

// First strong isolate and pop (Unicode UAX #9, section 2.4.2): a name in another direction then leaves the words around it alone.
const ISOLATE = '\u2068';
const POP = '\u2069';
const BIDI_CONTROLS = /[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/g;
const BEYOND_LATIN = /[\u0590-\uffff]/;
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/;

/** A viewer's own text, fit to stand among ours: marks of direction are dropped, and right-to-left text is isolated. */
export function isolate(text: string): string {
  if (!BEYOND_LATIN.test(text)) return text;
  const plain = text.replace(BIDI_CONTROLS, '');
  return RIGHT_TO_LEFT.test(plain) ? ISOLATE + plain + POP : plain;
}

/** Text for those who do not lay it out: without the marks that `isolate` sets. */
export const withoutIsolates = (text: string): string => text.replace(/[\u2068\u2069]/g, '');

const isField = (name: string): name is WordField => (WORD_FIELDS as readonly string[]).includes(name);

/** Words taken apart: text as it stands, and fields. A busy session fills the same words a hundred thousand times. */
export type Words = ({ text: string } | { field: WordField })[];

/** Finds the `{field}`s. One that does not exist stays as it was typed, so that it can be seen. */
export function takeApart(words: string): Words {
  return words.split(/\{(\w+)\}/g).flatMap((part, n): Words => {
    if (n % 2 === 0) return part === '' ? [] : [{ text: part }];
    return [isField(part) ? { field: part } : { text: `{${part}}` }];
  });
}

/** Fills the fields in; one that has no value says its fallback. */
export function fillWords(words: Words, values: WordValues): string {
  // Joined, which makes one flat string: an alert that waits would otherwise hold on to a chain of halves.
  return words.map((part) => ('text' in part ? part.text : isolate(values[part.field]?.trim() || FALLBACK[part.field]))).join('');
}

/** The fields in `words` that do not exist, for the sentence that says so. */
export function unknownFields(words: string): string[] {
  return [...words.matchAll(/\{(\w+)\}/g)].map((m) => m[1] ?? '').filter((name) => !isField(name));
}
