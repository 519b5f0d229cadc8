import { figure } from '@/core/event/figures';
import { aired, airedPhrase } from './on-air';
import { isolate } from './isolate';
import { isPhrase, phrase, type Phrase } from '@/core/words/phrase';

/** What there is to know of a field. */
interface Field {
  /** What it is called where its value is typed in. */
  title: Phrase;
  /** What it holds: a form by number has nothing to go by in a text; worth and a place may be either. */
  holds: 'text' | 'number' | 'either';
}

/** The fields that words may hold, in the order in which they are offered. What becomes of each where alerts are joined: alert/joining.ts. */
export const FIELDS = {
  viewer: { title: phrase('Viewer'), holds: 'text' },
  handle: { title: phrase('Handle'), holds: 'text' },
  gift: { title: phrase('Gift'), holds: 'text' },
  count: { title: phrase('How many'), holds: 'number' },
  worth: { title: phrase('Worth'), holds: 'either' },
  total: { title: phrase('Total value'), holds: 'number' },
  message: { title: phrase('Message'), holds: 'text' },
  months: { title: phrase('Months'), holds: 'number' },
  place: { title: phrase('Place'), holds: 'either' },
  goal: { title: phrase('Goal'), holds: 'text' },
  level: { title: phrase('Level'), holds: 'either' },
  points: { title: phrase('Points'), holds: 'either' },
} as const satisfies Record<string, Field>;

export type WordField = keyof typeof FIELDS;
export const WORD_FIELDS = Object.keys(FIELDS) as [WordField, ...WordField[]];
export type WordValues = Partial<Record<WordField, string | number>>;

export const isField = (name: string): name is WordField => (WORD_FIELDS as readonly string[]).includes(name);

/** What stands where a field has no value. */
export function fallbackOf(field: WordField, language: string): string {
  switch (field) {
    case 'viewer':
      return aired(language, 'Someone');
    case 'handle':
      return aired(language, 'someone');
    case 'gift':
      return aired(language, 'a gift');
    case 'goal':
      return aired(language, 'the goal');
    case 'place':
      return aired(language, 'last');
    case 'message':
      return '…';
    case 'count':
    case 'months':
    case 'level':
      return '1';
    default:
      return '0';
  }
}

/** A field's text as it stands among words: apart from their direction, and in their language where Gavirn itself says it. */
export const textWords = (value: string | undefined, field: WordField, language: string): string =>
  isolate(isPhrase(value) ? airedPhrase(language, value) : value?.trim() || fallbackOf(field, language));

/** A field's value as it stands among words. */
export function valueWords(values: WordValues, field: WordField, language: string): string {
  const value = values[field];
  return typeof value === 'number' ? figure(value, language) : textWords(value, field, language);
}
