import type { EventKind } from '@/core/event/kind';
import type { ViewerTally } from './tally';

export const BOARD_MEASURES = ['coins', 'gifts', 'likes', 'worth', 'chats', 'shares', 'subscriptions', 'points'] as const;
export type BoardMeasure = (typeof BOARD_MEASURES)[number];

/** The kinds of event that can move someone up; likes decide between equals on every board. */
const MOVES: Record<BoardMeasure, readonly EventKind[]> = {
  coins: ['gift', 'like'], gifts: ['gift', 'like'], likes: ['like'], worth: ['gift', 'tip', 'like'], chats: ['chat', 'like'], shares: ['share', 'like'], subscriptions: ['subscribe', 'like'],
  // Whatever gives points says so itself.
  points: ['like'],
};

/** As many places as any piece or file asks for. */
export const BOARD_PLACES = 20;

/** Which comes first: more of the measure, then more likes, then the smaller id by code unit, so that equals never trade places by chance. */
export function compareTallies(measure: BoardMeasure, a: ViewerTally, b: ViewerTally): number {
  return b[measure] - a[measure] || b.likes - a.likes || (a.id < b.id ? -1 : a.id > b.id ? 1 : a.feed < b.feed ? -1 : a.feed > b.feed ? 1 : 0);
}

/**
 * The top places by one measure, kept right as tallies grow. Within a session a tally never falls, so whoever is not on the board
 * can only get there by an event of their own: looking at that one viewer is enough, whatever the number of viewers.
 */
export class Leaderboard {
  readonly places: ViewerTally[] = [];
  private readonly moves: ReadonlySet<EventKind>;

  constructor(readonly measure: BoardMeasure) {
    this.moves = new Set(MOVES[measure]);
  }

  /** Whether an event of this kind can change it. */
  movedBy(kind: EventKind): boolean {
    return this.moves.has(kind);
  }

  /** Takes note that this viewer's tally has grown. */
  update(tally: ViewerTally): void {
    const { places, measure } = this;
    if (tally[measure] === 0 && tally.likes === 0) return;
    // Behind the last place is off the board, and was before: most viewers end here.
    const last = places[places.length - 1];
    if (places.length === BOARD_PLACES && last && compareTallies(measure, tally, last) > 0) return;
    let at = places.indexOf(tally);
    if (at < 0) at = places.push(tally) - 1;
    for (let above = places[at - 1]; above && compareTallies(measure, tally, above) < 0; above = places[at - 1]) {
      places[at] = above;
      at -= 1;
      places[at] = tally;
    }
    if (places.length > BOARD_PLACES) places.pop();
  }
}

/**
 * Places shared by equals, and the next one after as many as share it: 1, 2, 2, 4 (standard competition ranking).
 * @param values highest first
 */
export function sharedPlaces(values: readonly number[]): number[] {
  const places: number[] = [];
  for (const [n, value] of values.entries()) places.push(n > 0 && value === values[n - 1] ? (places[n - 1] ?? 1) : n + 1);
  return places;
}
