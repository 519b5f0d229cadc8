const MOST_KEPT = 1000;
const known = new Map<string, boolean>();

/** Whether this machine knows a time zone (IANA); empty is none. To ask takes as long as reading all the rest of a show: what was asked is kept. */
export function isZone(zone: string): boolean {
  if (zone === '') return true;
  const before = known.get(zone);
  if (before !== undefined) return before;
  // Names come from outside: as many as anyone likes to make up.
  if (known.size >= MOST_KEPT) known.clear();
  const is = asked(zone);
  known.set(zone, is);
  return is;
}

function asked(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    // A RangeError: there is no such zone.
    return false;
  }
}
