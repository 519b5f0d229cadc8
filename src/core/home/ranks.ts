import { generateNKeysBetween } from 'fractional-indexing';

/* Where an entry stands in its list is a text that can always be put between two others: moving one changes that one alone. */

/** Entries of one rank stand by their keys. */
export const byRank = ([a, ra]: readonly [string, string], [b, rb]: readonly [string, string]): number =>
  ra < rb ? -1 : ra > rb ? 1 : a < b ? -1 : a > b ? 1 : 0;

/**
 * Ranks for the entries of a list that have none yet, or stand elsewhere now; as few as possible are given another.
 * @param order all keys, as they are to stand
 * @param known their present ranks
 */
export function ranksFor(order: readonly string[], known: ReadonlyMap<string, string>): Map<string, string> {
  const stay = rising(order.map((key) => known.get(key)));
  const given = new Map<string, string>();
  for (let from = 0; from < order.length;) {
    if (stay.has(from)) {
      from += 1;
      continue;
    }
    let to = from;
    while (to < order.length && !stay.has(to)) to += 1;
    const between = generateNKeysBetween(rankAt(from - 1), rankAt(to), to - from);
    for (const [n, rank] of between.entries()) given.set(order[from + n] ?? '', rank);
    from = to;
  }
  return given;

  /** The rank of one that stays; null beyond the ends. */
  function rankAt(at: number): string | null {
    return known.get(order[at] ?? '') ?? null;
  }
}

/** What a rank of this package looks like; another one, which a device may have sent, is given anew. */
const RANK = /^[A-Za-z][0-9A-Za-z]{1,200}$/;

/** The places of a longest run of ranks that rise strictly: those can stay (patience sorting). */
function rising(ranks: readonly (string | undefined)[]): Set<number> {
  const ends: number[] = [];
  const before = new Map<number, number>();
  for (const [at, rank] of ranks.entries()) {
    if (rank === undefined || !usable(rank)) continue;
    let low = 0;
    for (let high = ends.length; low < high;) {
      const middle = (low + high) >> 1;
      if ((ranks[ends[middle] ?? 0] ?? '') < rank) low = middle + 1;
      else high = middle;
    }
    const previous = ends[low - 1];
    if (previous !== undefined) before.set(at, previous);
    ends[low] = at;
  }
  const run = new Set<number>();
  for (let at = ends.at(-1); at !== undefined; at = before.get(at)) run.add(at);
  return run;
}

function usable(rank: string): boolean {
  if (!RANK.test(rank)) return false;
  try {
    generateNKeysBetween(rank, null, 1);
    return true;
  } catch {
    // The package refuses what it has not made itself.
    return false;
  }
}
