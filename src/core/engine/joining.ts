import { WORD_FIELDS, type WordField, type WordValues } from './words';

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
  if (asked.joins === null || there.key === null || asked.key === null || there.cue !== asked.cue || there.words !== asked.words) return false;
  if (there.key === asked.key) return true;
  return !plays && asked.joins !== 'latest' && there.names.length > 0 && asked.names.length > 0 && hasRoom(there.names, asked.names);
}

/** Whether one alert can thank both. */
function hasRoom(there: readonly string[], asked: readonly string[]): boolean {
  if (there.length + asked.length <= MOST_NAMES) return true;
  let all = there.length;
  for (const name of asked) if (!there.includes(name)) all += 1;
  return all <= MOST_NAMES;
}

type Value = string | number | undefined;

const sum = (a: Value, b: Value): Value => (typeof a === 'number' && typeof b === 'number' ? a + b : b);
const latest = (a: Value, b: Value): Value => b ?? a;
const addedOrLatest = (a: Value, b: Value, adds: boolean): Value => (adds ? sum(a, b) : latest(a, b));

/** What becomes of each field when two alerts are joined; `adds`: their counts add up. Exhaustive by type: a new field has to say what it does. */
const JOINED: Record<WordField, (a: Value, b: Value, adds: boolean, names: readonly string[]) => Value> = {
  viewer: (a, b, _adds, names) => (names.length > 1 ? together(names) : (b ?? a)),
  handle: latest,
  gift: (a, b) => (a === b ? a : 'gifts'),
  count: addedOrLatest,
  worth: latest,
  total: addedOrLatest,
  message: latest,
  months: latest,
  place: latest,
  goal: latest,
  level: latest,
  points: latest,
};

/** Makes one of the two, in place: counts are added, and names put together. */
export function join(there: Joining, asked: Joining): void {
  const { values: a } = there;
  const { values: b } = asked;
  const adds = asked.joins === 'add';
  for (const name of asked.names) if (!there.names.includes(name)) there.names = [...there.names, name];
  const joined: WordValues = {};
  // A loop over the names: a busy session does this a hundred thousand times, and a spread of both costs as much as all the rest of it.
  for (const field of WORD_FIELDS) {
    const value = JOINED[field](a[field], b[field], adds, there.names);
    if (value !== undefined) joined[field] = value;
  }
  there.values = joined;
  if (there.key !== asked.key && !there.key?.endsWith(SEVERAL)) there.key = `${there.key}${SEVERAL}`;
  there.worth += asked.worth;
}

/** Ends the key of an alert of several people: it is no longer that of the first. */
const SEVERAL = '+';

/** Several people in a few words: "Inês and Hana", "Inês and 14 more". */
export const together = (names: readonly string[]): string => (names.length === 2 ? names.join(' and ') : `${names[0] ?? ''} and ${names.length - 1} more`);
