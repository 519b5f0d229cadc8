/** A list that holds so many at most: what was there first goes. In place. */
export function pushKept<T>(list: T[], item: T, most: number): void {
  list.push(item);
  if (list.length > most) list.shift();
}
