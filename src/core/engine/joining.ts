import type { WordValues } from './words';

/** What two alerts are compared by, and what becomes one when they are joined. */
export interface Joining {
  /** The cue that made it. */
  cue: string;
  words: string;
  values: WordValues;
  joins: 'add' | 'group' | 'latest' | null;
  /** Whose doing it is, and what of: steps of a streak, or the same gift of the same viewer. Null: of nobody in particular. */
  key: string | null;
  /** All whom it thanks, as they came. */
  names: readonly string[];
  /** Thousandths of a minor unit; 0 where no rate is known. */
  worth: number;
}

/** So many people one alert thanks: more names could not be read while it is shown. */
export const MOST_NAMES = 12;

/** Whether what is asked for belongs to an alert that is there already. One on the air takes only more of the same. */
export function joins(there: Joining, asked: Joining, plays: boolean): boolean {
  if (asked.joins === null || there.cue !== asked.cue || there.words !== asked.words || there.key === null || asked.key === null) return false;
  if (there.key === asked.key) return true;
  return !plays && asked.joins !== 'latest' && there.names.length > 0 && asked.names.length > 0 && there.names.length + asked.names.filter((name) => !there.names.includes(name)).length <= MOST_NAMES;
}

const sum = (a: string | number | undefined, b: string | number | undefined): string | number | undefined => (typeof a === 'number' && typeof b === 'number' ? a + b : b);

/** Makes one of the two, in place: counts are added, and names put together. */
export function join(there: Joining, asked: Joining): void {
  const { values: a } = there;
  const { values: b } = asked;
  const values: WordValues = asked.joins === 'add' ? { ...a, ...b, count: sum(a.count, b.count), total: sum(a.total, b.total) } : { ...a, ...b };
  const further = asked.names.filter((name) => !there.names.includes(name));
  if (further.length > 0) there.names = [...there.names, ...further];
  if (there.names.length > 1) values.viewer = together(there.names);
  if (a.gift !== b.gift) values.gift = 'gifts';
  if (there.key !== asked.key && !there.key?.endsWith(SEVERAL)) there.key = `${there.key}${SEVERAL}`;
  there.values = values;
  there.worth += asked.worth;
}

/** Ends the key of an alert of several people: it is no longer that of the first. */
const SEVERAL = '+';

/** Several people in a few words: "Inês and Hana", "Inês and 14 more". */
export const together = (names: readonly string[]): string => (names.length === 2 ? names.join(' and ') : `${names[0] ?? ''} and ${names.length - 1} more`);
