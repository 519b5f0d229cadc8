/** A map's entries by key, so that they are the same whatever the order in which they came. */
export const entriesByKey = <K extends string, V>(map: ReadonlyMap<K, V>): [K, V][] =>
  [...map].sort(([a], [b]) => (a < b ? -1 : 1));

export const valuesByKey = <V>(map: ReadonlyMap<string, V>): V[] => entriesByKey(map).map(([, value]) => value);

/** A list that holds so many at most: what was there first goes. In place. */
export function pushKept<T>(list: T[], item: T, most: number): void {
  list.push(item);
  if (list.length > most) list.shift();
}
