import { keptByStreamer, worthBy } from '@/core/event/money';
import type { Show, Cue } from '@/core/show/show';
import type { EventKind } from '@/core/event/kind';
import type { Goal, GoalState } from './goal';
import { AlertQueue, type Alert } from './queue';
import { Leaderboard } from './leaderboard';
import { newTotals, Viewers, type Totals, type Worth } from './tally';
import { People } from './people';
import { noTrouble, type Trouble } from '@/core/intake/trouble';
import { listensTo } from './when';
import { takeApart, type Words } from './words';

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
  viewers: Viewers;
  goals: Map<string, GoalState>;
  queues: Map<string, AlertQueue>;
  played: Alert[];
  streaks: Map<string, OpenStreak>;
  troubles: Map<string, Trouble>;
  /** How many alerts there have been: makes their ids. */
  alerts: number;
  /** Follows from the rest, and is not part of what is saved. */
  derived: {
    /** One for each measure that a piece shows. */
    boards: Leaderboard[];
    cues: Map<EventKind, Cue[]>;
    goalsById: Map<string, Goal>;
    spotlights: Set<string>;
    worth: Worth;
    people: People;
    /** The words of all steps, taken apart once. */
    words: Map<string, Words>;
  };
}

/** A state before anything has happened. */
export function newState(show: Show): SessionState {
  const viewers = new Viewers();
  return {
    now: 0, show, session: null, totals: newTotals(), viewers, goals: new Map(), queues: new Map(), played: [],
    streaks: new Map(), troubles: new Map(), alerts: 0, derived: derive(show, viewers),
  };
}

/** What is worked out from the show and the tallies: after a change of show, and after a state has been read back. */
export function derive(show: Show, viewers: Viewers): SessionState['derived'] {
  const cues = new Map<EventKind, Cue[]>();
  for (const cue of show.cues) {
    if (!cue.on) continue;
    const kind = listensTo(cue.when);
    const list = cues.get(kind);
    if (list) list.push(cue);
    else cues.set(kind, [cue]);
  }
  const boards = [...new Set(show.pieces.flatMap((piece) => (piece.kind === 'leaderboard' ? [piece.measure] : [])))].map((measure) => new Leaderboard(measure));
  const people = new People(show.people, viewers);
  if (boards.length > 0) for (const tally of people.all()) for (const board of boards) board.update(tally);
  return {
    boards, cues, people, worth: worthOf(show), goalsById: new Map(show.goals.map((goal) => [goal.id, goal])),
    spotlights: new Set(show.pieces.filter(({ kind }) => kind === 'spotlight').map(({ id }) => id)),
    words: new Map(show.cues.flatMap(({ steps }) => steps.map(({ words }) => [words, takeApart(words)]))),
  };
}

/** Worth by the show's rates. */
function worthOf({ money, feeds }: Show): Worth {
  const rates = new Map(feeds.map((feed) => [feed.id, feed.rate]));
  const by = worthBy(money, (feed) => rates.get(feed));
  return (event) => {
    const worth = by(event) ?? 0;
    return { worth, earned: keptByStreamer(worth, rates.get(event.feed)) };
  };
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
    viewers: [...state.viewers.values()].sort((a, b) => (a.key < b.key ? -1 : 1)),
    goals: byKey(state.goals).map(([, goal]) => goal),
    queues: byKey(state.queues).map(([spotlight, queue]): [string, Alert[]] => [spotlight, queue.list()]), streaks: byKey(state.streaks), troubles: byKey(state.troubles),
  };
}
export type FrozenState = ReturnType<typeof freeze>;

/** Reads back what `freeze` wrote. It takes over the objects of `frozen`. */
export function thaw(frozen: FrozenState): SessionState {
  const viewers = new Viewers(frozen.viewers);
  return {
    ...frozen, viewers,
    goals: new Map(frozen.goals.map((goal) => [goal.id, goal])),
    queues: new Map(frozen.queues.map(([spotlight, alerts]) => [spotlight, new AlertQueue(alerts)])), streaks: new Map(frozen.streaks), troubles: new Map(frozen.troubles),
    derived: derive(frozen.show, viewers),
  };
}
