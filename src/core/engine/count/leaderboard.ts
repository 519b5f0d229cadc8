import { boardKey } from './board-key';
import type { EventKind } from '@/core/event/kind';
import { MEASURE } from './measure';
import { inRow, type BoardMeasure } from './row';
import { onDays, type FirstDay, type Past, type PastViewer } from './past';
import type { People } from './people';
import { hasDay, SESSION, type Span, type Window } from './window';
import type { ViewerTally } from './viewer-tally';

/** Likes decide between equals on every board. Whatever gives points says so itself (feature/points). */
const moves = (measure: BoardMeasure): ReadonlySet<EventKind> => new Set([...MEASURE[measure].kinds, 'like']);

/** As many places as any piece or file asks for. */
export const BOARD_PLACES = 20;

/** Which comes first: more of the measure, then more likes, then the smaller id by code unit, so that equals never trade places by chance. */
export function compareTallies(measure: BoardMeasure, a: ViewerTally, b: ViewerTally): number {
  return (
    (b[measure] ?? 0) - (a[measure] ?? 0) ||
    b.likes - a.likes ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : a.feed < b.feed ? -1 : a.feed > b.feed ? 1 : 0)
  );
}

/**
 * The top places by one measure, kept right as tallies grow. Within a session a tally never falls, so whoever is not on the board
 * can only get there by an event of their own: looking at that one viewer is enough, whatever the number of viewers.
 */
export class Leaderboard {
  readonly places: ViewerTally[] = [];
  readonly key: string;
  private readonly moves: ReadonlySet<EventKind>;

  constructor(
    readonly measure: BoardMeasure,
    readonly window: Window = SESSION,
  ) {
    this.moves = moves(measure);
    this.key = boardKey(measure, window);
  }

  /** Whether an event of this kind can change it. */
  movedBy(kind: EventKind): boolean {
    return this.moves.has(kind);
  }

  /** What a viewer has on this board. */
  valueOf(tally: ViewerTally): number {
    return tally[this.measure] ?? 0;
  }

  /** Takes note that this viewer's tally has grown. */
  update(tally: ViewerTally): void {
    const { places, measure } = this;
    // A measure that a viewer has never moved has no number at all.
    if ((tally[measure] ?? 0) === 0 && tally.likes === 0) return;
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

/** What a board of another window than the session's is counted from. */
export interface BoardSource {
  past: Past;
  people: People;
  first: FirstDay | null;
}

/** The top of a window: each viewer stands on it with what they did on its days, in earlier sessions too. */
export class WindowBoard extends Leaderboard {
  private readonly shown = new Map<string, ViewerTally>();

  constructor(
    measure: BoardMeasure,
    window: Window,
    private readonly span: Span,
    private readonly source: BoardSource,
  ) {
    super(measure, window);
  }

  override update(tally: ViewerTally): void {
    const { value, likes, known } = this.countOf(tally);
    // Behind the last place is off the board, and was before.
    const last = this.places[this.places.length - 1];
    if (this.places.length === BOARD_PLACES && last && value < (last[this.measure] ?? 0)) return;
    let shown = this.shown.get(tally.key);
    if (!shown) {
      shown = { ...tally };
      this.shown.set(tally.key, shown);
    }
    shown.name = tally.name !== '' ? tally.name : (known?.name ?? '');
    shown.handle = tally.name !== '' ? tally.handle : (known?.handle ?? '');
    shown[this.measure] = value;
    // Last: on a board of likes they are the measure itself.
    shown.likes = likes;
    super.update(shown);
  }

  override valueOf(tally: ViewerTally): number {
    return this.countOf(tally).value;
  }

  private countOf(tally: ViewerTally): { value: number; likes: number; known: PastViewer | undefined } {
    const {
      measure,
      span,
      source: { past, people, first },
    } = this;
    const has = (day: number): boolean => hasDay(span, day);
    const counted = { value: 0, likes: 0, known: undefined as PastViewer | undefined };
    const count = (own: ViewerTally | undefined, before: PastViewer | undefined): void => {
      if (own && first) {
        counted.value += onDays(own, measure, first, has);
        counted.likes += onDays(own, 'likes', first, has);
      }
      if (!before) return;
      counted.known ??= before;
      for (const [day = 0, ...row] of before.days) {
        if (!has(day)) continue;
        counted.value += inRow(row, measure);
        counted.likes += inRow(row, 'likes');
      }
    };
    // Most viewers are only themselves.
    if (people.isSeveral(tally)) for (const { own, before } of people.partsOf(tally, past)) count(own, before);
    else count(tally.feed === '' ? undefined : tally, past.viewers.size > 0 ? past.viewers.get(tally.key) : undefined);
    return counted;
  }
}

/**
 * Places shared by equals, and the next one after as many as share it: 1, 2, 2, 4 (standard competition ranking).
 * @param values highest first
 */
export function sharedPlaces(values: readonly number[]): number[] {
  const places: number[] = [];
  for (const [n, value] of values.entries())
    places.push(n > 0 && value === values[n - 1] ? (places[n - 1] ?? 1) : n + 1);
  return places;
}
