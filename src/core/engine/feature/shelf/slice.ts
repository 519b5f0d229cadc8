import type { EventOf } from '@/core/event/event';

/** One gift as it lies on a shelf. */
export interface Shelved {
  name: string;
  coins: number;
}

/** The gifts of a session in the order in which they came: the latest of them (as many as a shelf holds, and some more), and how many there have been in all. */
export interface ShelfState {
  latest: Shelved[];
  all: number;
}

/** No shelf holds more than this. */
export const MOST_SHELVED = 200;

export const emptyShelf = (): ShelfState => ({ latest: [], all: 0 });

/** Puts what an event gives on the shelf, in place. */
export function shelve(shelf: ShelfState, { name, unitCoins, count }: EventOf<'gift'>): void {
  shelf.all += count;
  for (let n = 0; n < Math.min(count, MOST_SHELVED); n += 1) shelf.latest.push({ name, coins: unitCoins });
  // Not with each gift: taking from the front moves all the rest.
  if (shelf.latest.length > 2 * MOST_SHELVED) shelf.latest.splice(0, shelf.latest.length - MOST_SHELVED);
}

/** What lies on a shelf that is cleared each time it holds `every` gifts; 0: never, it then holds the latest. */
export function onShelf({ latest, all }: ShelfState, every: number): { items: Shelved[]; cleared: number } {
  if (every === 0) return { items: latest.slice(-MOST_SHELVED), cleared: 0 };
  const lying = all % every;
  return { items: lying === 0 ? [] : latest.slice(-lying), cleared: Math.floor(all / every) };
}
