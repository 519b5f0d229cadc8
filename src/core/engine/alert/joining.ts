import type { WordField, WordValues } from '@/core/words/fields';
import { airedLater } from '@/core/words/on-air';

/** What two alerts are compared by, and what becomes one when they are joined. */
export interface Joining {
  /** The cue that made it. */
  cue: string;
  words: string;
  /** The step that it was asked by, where that has several wordings: alerts of one step are joined whatever their wording. */
  step?: number | undefined;
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
  if (
    asked.joins === null ||
    there.key === null ||
    asked.key === null ||
    there.cue !== asked.cue ||
    (asked.step === undefined ? there.words !== asked.words : there.step !== asked.step)
  )
    return false;
  if (there.key === asked.key) return true;
  return (
    !plays &&
    asked.joins !== 'latest' &&
    there.names.length > 0 &&
    asked.names.length > 0 &&
    hasRoom(there.names, asked.names)
  );
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

/** Makes one of the two, in place: counts are added, and names put together. */
export function join(there: Joining, asked: Joining): void {
  const { values: a } = there;
  const { values: b } = asked;
  const adds = asked.joins === 'add';
  for (const name of asked.names) if (!there.names.includes(name)) there.names = [...there.names, name];
  // One table of all fields, which the type asks to be whole: a new field has to say here what becomes of it. Written out and not looked up
  // by name: a busy session does this a hundred thousand times, and a loop over the names costs as much as all the rest of it.
  const joined: Record<WordField, Value> = {
    viewer: there.names.length > 1 ? together(there.names) : (b.viewer ?? a.viewer),
    handle: b.handle ?? a.handle,
    gift: a.gift === b.gift ? a.gift : SEVERAL_GIFTS,
    count: adds ? sum(a.count, b.count) : (b.count ?? a.count),
    worth: b.worth ?? a.worth,
    total: adds ? sum(a.total, b.total) : (b.total ?? a.total),
    message: b.message ?? a.message,
    months: b.months ?? a.months,
    place: b.place ?? a.place,
    goal: b.goal ?? a.goal,
    level: b.level ?? a.level,
    points: b.points ?? a.points,
  };
  there.values = joined;
  if (there.key !== asked.key && !there.key?.endsWith(SEVERAL)) there.key = `${there.key}${SEVERAL}`;
  there.worth += asked.worth;
}

/** Ends the key of an alert of several people: it is no longer that of the first. */
const SEVERAL = '+';

const SEVERAL_GIFTS = airedLater('gifts');

/** Several people in a few words, said in the show's language where they are read: "Inês and Hana", "Inês and 14 more". */
const together = (names: readonly string[]): string =>
  names.length === 2
    ? airedLater('{names}', { names: { and: names } })
    : airedLater('{viewer} and {n} more', { viewer: names[0] ?? '', n: names.length - 1 });
