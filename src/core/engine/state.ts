import type { Show, Cue } from '@/core/show/show';
import type { EventKind } from '@/core/event/kind';
import type { Goal, GoalState } from './goal';
import type { Alert, Queue } from './queue';
import { BOARD_MEASURES, Leaderboard, type BoardMeasure } from './leaderboard';
import { newTotals, type Totals, type ViewerTally } from './tally';
import { noTrouble, type Trouble } from '@/core/intake/trouble';
import { listensTo } from './when';

/** A streak that is still growing, or has just ended: what the desk shows as one line. */
export interface OpenStreak {
  viewer: string;
  gift: string;
  count: number;
  at: number;
}

/** All that the engine knows. Changed in place by `fold`; whoever needs an earlier one keeps a `freeze` of it. */
export interface SessionState {
  /** The engine's clock: the latest time of any input. It never goes back. */
  now: number;
  show: Show;
  session: { id: string; startedAt: number; endedAt: number | null } | null;
  totals: Totals;
  viewers: Map<string, ViewerTally>;
  goals: Map<string, GoalState>;
  queues: Map<string, Queue>;
  played: Alert[];
  streaks: Map<string, OpenStreak>;
  troubles: Map<string, Trouble>;
  /** How many alerts there have been: makes their ids. */
  alerts: number;
  /** Follows from the rest, and is not part of what is saved. */
  derived: {
    boards: Record<BoardMeasure, Leaderboard>;
    cues: Map<EventKind, Cue[]>;
    goalsById: Map<string, Goal>;
  };
}

/** A state before anything has happened. */
export function newState(show: Show): SessionState {
  return {
    now: 0, show, session: null, totals: newTotals(), viewers: new Map(), goals: new Map(), queues: new Map(), played: [],
    streaks: new Map(), troubles: new Map(), alerts: 0, derived: derive(show, []),
  };
}

/** What is worked out from the show and the tallies: after a change of show, and after a state has been read back. */
export function derive(show: Show, viewers: Iterable<ViewerTally>): SessionState['derived'] {
  const cues = new Map<EventKind, Cue[]>();
  for (const cue of show.cues) {
    if (!cue.on) continue;
    const kind = listensTo(cue.when);
    const list = cues.get(kind);
    if (list) list.push(cue);
    else cues.set(kind, [cue]);
  }
  const boards = Object.fromEntries(BOARD_MEASURES.map((m) => [m, new Leaderboard(m)])) as Record<BoardMeasure, Leaderboard>;
  for (const tally of viewers) for (const measure of BOARD_MEASURES) boards[measure].update(tally);
  return { boards, cues, goalsById: new Map(show.goals.map((goal) => [goal.id, goal])) };
}

export function troubleOf(state: SessionState, feed: string): Trouble {
  let trouble = state.troubles.get(feed);
  if (!trouble) {
    trouble = noTrouble();
    state.troubles.set(feed, trouble);
  }
  return trouble;
}

const byKey = <V>(map: Map<string, V>): [string, V][] => [...map].sort(([a], [b]) => (a < b ? -1 : 1));

/** The state as plain JSON, the same for the same state whatever the order in which it came about. */
export function freeze(state: SessionState) {
  return {
    now: state.now, show: state.show, session: state.session, totals: state.totals, alerts: state.alerts, played: state.played,
    viewers: byKey(state.viewers).map(([, tally]) => tally),
    goals: byKey(state.goals).map(([, goal]) => goal),
    queues: byKey(state.queues), streaks: byKey(state.streaks), troubles: byKey(state.troubles),
  };
}
export type FrozenState = ReturnType<typeof freeze>;

/** Reads back what `freeze` wrote. It takes over the objects of `frozen`. */
export function thaw(frozen: FrozenState): SessionState {
  return {
    ...frozen,
    viewers: new Map(frozen.viewers.map((tally) => [tally.key, tally])),
    goals: new Map(frozen.goals.map((goal) => [goal.id, goal])),
    queues: new Map(frozen.queues), streaks: new Map(frozen.streaks), troubles: new Map(frozen.troubles),
    derived: derive(frozen.show, frozen.viewers),
  };
}
