import type { EventKind } from '@/core/event/kind';
import type { StreamEvent } from '@/core/event/event';
import { keptByStreamer, worthBy, type FeedRate, type Money } from '@/core/event/money';
import type { Role } from '@/core/event/viewer';
import { viewerKey } from '@/core/event/viewer-key';
import { boardKey } from './board-key';
import { Leaderboard, WindowBoard } from './leaderboard';
import { leftOutRule, type LeftOut } from './left-out';
import { countInto } from './measure';
import { countDay, firstDay, MINUTE_MS, Past, Rows, type FirstDay } from './past';
import { People, type Person } from './people';
import type { BoardMeasure } from './row';
import { count, type Worth } from './tally';
import { PartSum, Teams, type By, type Team } from './team';
import { newTotals, type Totals } from './totals';
import { Viewers } from './viewers';
import type { ViewerTally } from './viewer-tally';
import type { Window } from './window';
import { keepOut, nextRollover, windowNow, type WindowNow } from './windows';

/* What a session has counted, and the boards, windows and sums that follow from it. */

/** What counting needs of a show. */
export interface CountShow {
  zone: string;
  money: Money;
  feeds: readonly { id: string; rate: FeedRate }[];
  people: readonly Person[];
  teams: readonly Team[];
  leftOut: LeftOut;
}

/**
 * `resumedAt`: when it last went on after an interruption. `over`: it was ended by hand, and does not go on by itself. `took`: sessions that
 * had begun in its place, and are part of it. Times: ms, UTC.
 */
export interface Session {
  id: string;
  startedAt: number;
  endedAt: number | null;
  resumedAt?: number | undefined;
  over?: true | undefined;
  took?: string[] | undefined;
}

/** So many sessions that were taken in are known by name, the latest: journals of theirs may still lie about. */
export const MOST_TAKEN = 20;

export interface CountState {
  /** The engine's clock, ms: the latest time of any input. It never goes back. */
  now: number;
  show: CountShow;
  session: Session | null;
  totals: Totals;
  viewers: Viewers;
  /** This session minute by minute, and what earlier ones have left. */
  minutes: Rows;
  past: Past;
  /** Viewers with a part in the show, by key: its host, moderators, bots; and those who asked to be left off the boards. */
  roles: Map<string, Role[]>;
  unlisted: Set<string>;
  /** The team that each viewer has joined in chat, by the viewer's key. */
  sides: Map<string, string>;
  derived: CountDerived;
}

/** Follows from the rest, and is not saved. */
export interface CountDerived extends Windowed {
  people: People;
  worth: Worth;
  wanted: Wanted;
}

/** Boards and windows as they lie now. */
export interface Windowed {
  /** One for each measure and window that something asks for. */
  boards: Leaderboard[];
  /** What certain viewers and teams have, by the key under which it was asked for; and who is in which team. */
  parts: Map<string, PartSum>;
  teams: Teams;
  /** Those that are not the session's own, when the first of them begins or ends next, and any of them by itself. */
  windows: WindowNow[];
  rollsAt: number;
  windowOf: (window: Window) => WindowNow;
  firstDay: FirstDay | null;
  /** Whether a viewer stands on no board. */
  isLeftOut: (feed: string, viewer: string) => boolean;
}

/** What is asked of counting, by the pieces and cues of a show. */
export interface Wanted {
  boards: { measure: BoardMeasure; window: Window }[];
  windows: Window[];
  parts: { key: string; measure: BoardMeasure; window: Window; by: By }[];
}
export const nothingWanted = (): Wanted => ({ boards: [], windows: [], parts: [] });

export type Counts = Omit<CountState, 'now' | 'show' | 'session' | 'derived'>;

export const newCounts = (): Counts => ({
  totals: newTotals(),
  viewers: new Viewers(),
  minutes: new Rows(MINUTE_MS),
  past: new Past(),
  roles: new Map(),
  unlisted: new Set(),
  sides: new Map(),
});

/** All that follows from what is counted, and from what is asked for. */
export function deriveCounts(state: Omit<CountState, 'derived'>, wanted: Wanted): CountDerived {
  const people = new People(state.show.people, state.viewers);
  return { people, wanted, worth: worthOf(state.show), ...deriveWindows(state, people, wanted) };
}

/** Boards and windows as they lie now: made anew when one of them begins or ends, and when someone leaves the boards. */
export function deriveWindows(state: Omit<CountState, 'derived'>, people: People, wanted: Wanted): Windowed {
  const { show, now, session, minutes, past, sides } = state;
  const first = session && firstDay(session.startedAt, show.zone);
  const spans = new Map<string, WindowNow>();
  const windowOf = (window: Window): WindowNow => {
    const key = JSON.stringify(window);
    const known = spans.get(key) ?? windowNow(window, { now, zone: show.zone, minutes, past });
    spans.set(key, known);
    return known;
  };
  for (const window of wanted.windows) windowOf(window);
  const newBoard = (measure: BoardMeasure, window: Window): Leaderboard =>
    window.over === 'session'
      ? new Leaderboard(measure)
      : new WindowBoard(measure, window, windowOf(window).span, { past, people, first });
  const teams = new Teams(show.teams, sides, people);
  const parts = new Map<string, PartSum>();
  for (const { key, measure, window, by } of wanted.parts) {
    if (!parts.has(key)) parts.set(key, new PartSum(newBoard(measure, window), belongsTo(by, teams, people)));
  }
  const boards = new Map<string, Leaderboard>();
  for (const { measure, window } of wanted.boards) {
    const key = boardKey(measure, window);
    if (!boards.has(key)) boards.set(key, newBoard(measure, window));
  }
  const isLeftOut = leftOutRule(show.leftOut, state, (feed, viewer) => people.membersOf(feed, viewer));
  fill(state, people, { parts: [...parts.values()], boards: [...boards.values()], isLeftOut });
  const windows = [...spans.values()].filter(({ window }) => window.over !== 'session');
  return {
    parts,
    teams,
    boards: [...boards.values()],
    windows,
    rollsAt: nextRollover(windows, now),
    windowOf,
    firstDay: first,
    isLeftOut,
  };
}

const belongsTo = (by: By, teams: Teams, people: People): ((tally: ViewerTally) => boolean) =>
  by.kind === 'team'
    ? (tally) => teams.of(tally) === by.team
    : (tally) => people.keysOf(tally).includes(viewerKey(by.feed, by.viewer));

/** Counts everybody who is known into new boards and sums. */
function fill(
  { viewers, past }: Pick<CountState, 'viewers' | 'past'>,
  people: People,
  {
    parts,
    boards,
    isLeftOut,
  }: { parts: readonly PartSum[]; boards: readonly Leaderboard[] } & Pick<Windowed, 'isLeftOut'>,
): void {
  const older = boards.filter((each) => each instanceof WindowBoard);
  for (const tally of parts.length + boards.length > 0 ? viewers.values() : []) {
    const own = people.tallyOf(tally);
    for (const each of parts) each.update(own);
    if (!isLeftOut(tally.feed, tally.id)) for (const each of boards) each.update(people.tallyOf(tally));
  }
  for (const before of parts.length + older.length > 0 ? past.viewers.values() : []) {
    if (viewers.get(before.feed, before.id)) continue;
    for (const each of parts) each.update(people.tallyBefore(before));
    if (!isLeftOut(before.feed, before.id)) for (const each of older) each.update(people.tallyBefore(before));
  }
}

/** Whether a viewer stands on no board. */
export const isLeftOut = ({ derived }: CountState, feed: string, viewer: string): boolean =>
  derived.isLeftOut(feed, viewer);

/** Worth by the show's rates. */
function worthOf({ money, feeds }: CountShow): Worth {
  const rates = new Map(feeds.map((feed) => [feed.id, feed.rate]));
  const by = worthBy(money, (feed) => rates.get(feed));
  return (event) => {
    const worth = by(event) ?? 0;
    return { worth, earned: keptByStreamer(worth, rates.get(event.feed)) };
  };
}

/** What counting an event came to. */
export interface Counted {
  /** The tally of the event's own viewer; null: it has none. */
  own: ViewerTally | null;
  /** Thousandths of a minor unit. */
  worth: number;
  /** Nothing of this viewer was counted before. */
  first: boolean;
}

/** Counts an event for the session, its minute, its windows and its viewer, in place. Boards are the next step: `rank`. */
export function countEvent(state: CountState, event: StreamEvent): Counted {
  const { derived, totals, viewers, show } = state;
  const { worth: worthBefore } = totals;
  const { size } = viewers;
  const own = count(totals, viewers, event, derived.worth);
  const worth = totals.worth - worthBefore;
  countInto(state.minutes.of(event.at), event, worth, false);
  if (derived.windows.length > 0) keepOut(derived.windows, event, worth);
  if (own && derived.firstDay) countDay(own, event, worth, { first: derived.firstDay, zone: show.zone });
  return { own, worth, first: viewers.size !== size };
}

/** Brings boards and sums to what a viewer now has; @returns the tally that counts for them: their own, or their person's */
export function rank({ derived }: CountState, own: ViewerTally | null, kind: EventKind): ViewerTally | null {
  if (!own) return null;
  const tally = derived.people.tallyOf(own);
  const { boards, parts } = derived;
  if (boards.length > 0 && !derived.isLeftOut(own.feed, own.id)) {
    for (const board of boards) if (board.movedBy(kind)) board.update(tally);
  }
  if (parts.size > 0) for (const sum of parts.values()) if (sum.movedBy(kind)) sum.update(tally);
  return tally;
}
