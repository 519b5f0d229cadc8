import { figure } from '@/core/event/figures';
/** What there is to know of a field. */
interface Field {
  /** What it is called where its value is typed in. */
  title: string;
  /** What stands where it has no value. */
  fallback: string;
  /** What it holds: a form by number has nothing to go by in a text; worth and a place may be either. */
  holds: 'text' | 'number' | 'either';
}

/** The fields that words may hold, in the order in which they are offered. What becomes of each where alerts are joined: alert/joining.ts. */
export const FIELDS = {
  viewer: { title: 'Viewer', fallback: 'Someone', holds: 'text' },
  handle: { title: 'Handle', fallback: 'someone', holds: 'text' },
  gift: { title: 'Gift', fallback: 'a gift', holds: 'text' },
  count: { title: 'How many', fallback: '1', holds: 'number' },
  worth: { title: 'Worth', fallback: '0', holds: 'either' },
  total: { title: 'What it comes to', fallback: '0', holds: 'number' },
  message: { title: 'Message', fallback: '…', holds: 'text' },
  months: { title: 'Months', fallback: '1', holds: 'number' },
  place: { title: 'Place', fallback: 'last', holds: 'either' },
  goal: { title: 'Goal', fallback: 'the goal', holds: 'text' },
  level: { title: 'Level', fallback: '1', holds: 'either' },
  points: { title: 'Points', fallback: '0', holds: 'either' },
} as const satisfies Record<string, Field>;

export type WordField = keyof typeof FIELDS;
export const WORD_FIELDS = Object.keys(FIELDS) as [WordField, ...WordField[]];
export type WordValues = Partial<Record<WordField, string | number>>;

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

export const isField = (name: string): name is WordField => (WORD_FIELDS as readonly string[]).includes(name);

/** A field's value as it stands among words. */
export function valueWords(values: WordValues, field: WordField, language: string): string {
  const value = values[field];
  if (typeof value === 'number') return figure(value, language);
  return isolate(value?.trim() || FIELDS[field].fallback);
}
