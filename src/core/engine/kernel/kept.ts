/** A map's entries by key, so that they are the same whatever the order in which they came. */
export const entriesByKey = <K extends string, V>(map: ReadonlyMap<K, V>): [K, V][] =>
  [...map].sort(([a], [b]) => (a < b ? -1 : 1));

export const valuesByKey = <V>(map: ReadonlyMap<string, V>): V[] => entriesByKey(map).map(([, value]) => value);
