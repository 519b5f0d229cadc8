import type { EventOf } from '@/core/event/event';
import { keptByStreamer, worthBy } from '@/core/event/money';
import type { Cue, Show } from '@/core/show/show';
import { noTrouble, type Trouble } from '@/core/intake/trouble';
import type { CountdownState } from './countdown';
import type { DrawState } from './draw';
import type { LanternState } from './lantern';
import { sceneOf } from '@/core/stage/scene';
import type { Floating } from './drift';
import { CueIndex } from './cues';
import type { Goal, GoalState } from './goal';
import { Ledger } from './ledger';
import { freezeMemory, thawMemory, type Memory } from './memory';
import { takeApart, type Words } from './message';
import { AlertQueue, type Alert } from './queue';
import { type QueuePlan } from './queue-plan';
import { Leaderboard } from './leaderboard';
import type { Heard } from './heard';
import type { Line, Pending } from './steps';
import { newTotals, Viewers, type Totals, type Worth } from './tally';
import type { HandChange, NumberChange } from './numbers';
import { People } from './people';
import type { WordValues } from './words';

/** A streak that is still growing, or has just ended: what the desk shows as one line. */
export interface OpenStreak {
  viewer: string;
  gift: string;
  count: number;
  at: number;
  /** Its latest step. */
  last: EventOf<'gift'>;
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
  counters: Map<string, number>;
  countdowns: Map<string, CountdownState>;
  /** Viewers' points, from session to session. */
  ledger: Ledger;
  lanterns: Map<string, LanternState>;
  draws: Map<string, DrawState>;
  /** Changes by hand, newest last, and how many there have been. */
  hand: HandChange[];
  hands: number;
  queues: Map<string, AlertQueue>;
  played: Alert[];
  streaks: Map<string, OpenStreak>;
  troubles: Map<string, Trouble>;
  /** How many alerts there have been: makes their ids. */
  alerts: number;
  /** What each cue remembers. */
  memories: Map<string, Memory>;
  /** Steps that wait, the next one first. */
  pending: Pending[];
  /** The latest things to be heard, and how many there have been. */
  heard: Heard[];
  sounds: number;
  /** What could not be shown in time, newest last. */
  lines: Line[];
  /** Pieces that a cue has taken away. */
  /** Emoji that float, oldest first, and how many there have been. */
  floating: Floating[];
  floats: number;
  hidden: Set<string>;
  /** The scene that is shown; '' where the show has none. */
  scene: string;
  /** Follows from the rest, and is not part of what is saved. */
  derived: {
    /** One for each measure that a piece shows. */
    boards: Leaderboard[];
    /** The one by which "the top" is told; only where a cue asks. */
    topBoard: Leaderboard | undefined;
    cues: CueIndex;
    cuesById: Map<string, Cue>;
    /** Cues that the clock sets off. */
    clocks: Cue[];
    goalsById: Map<string, Goal>;
    spotlights: Map<string, QueuePlan>;
    worth: Worth;
    people: People;
    /** Some piece shows what floats. */
    drifts: boolean;
    /** What has been added to numbers by this input, and is yet to be told to goals and cues. */
    changes: NonNullable<NumberChange>[];
    /** Fills in a step's words. */
    say: (words: string, values: WordValues) => string;
  };
}

/** A state before anything has happened. */
export function newState(show: Show): SessionState {
  const viewers = new Viewers();
  return {
    now: 0, show, session: null, totals: newTotals(), viewers, goals: new Map(), counters: new Map(), countdowns: new Map(), ledger: new Ledger(), lanterns: new Map(), draws: new Map(), hand: [], hands: 0, queues: new Map(), played: [], streaks: new Map(), troubles: new Map(),
    alerts: 0, memories: new Map(), pending: [], heard: [], sounds: 0, lines: [], floating: [], floats: 0, hidden: new Set(), scene: sceneOf(show.scenes, ''), derived: derive(show, viewers),
  };
}

/** What is worked out from the show and the tallies: after a change of show, and after a state has been read back. */
export function derive(show: Show, viewers: Viewers): SessionState['derived'] {
  const top = show.cues.some(({ on, who, steps }) => on && (who.are === 'top' || steps.some((step) => 'words' in step && step.words.includes('{place}'))));
  const measures = new Set(show.pieces.flatMap((piece) => (piece.kind === 'leaderboard' ? [piece.measure] : [])));
  if (top) measures.add('coins');
  const boards = [...measures].map((measure) => new Leaderboard(measure));
  const people = new People(show.people, viewers);
  if (boards.length > 0) for (const tally of people.all()) for (const board of boards) board.update(tally);
  const words = new Map<string, Words>();
  return {
    boards, people, drifts: show.pieces.some(({ kind }) => kind === 'drift'), changes: [], topBoard: top ? boards.find(({ measure }) => measure === 'coins') : undefined,
    cues: new CueIndex(show.cues), cuesById: new Map(show.cues.map((cue) => [cue.id, cue])), clocks: show.cues.filter(({ on, when }) => on && when.kind === 'clock'),
    worth: worthOf(show), goalsById: new Map(show.goals.map((goal) => [goal.id, goal])),
    spotlights: new Map(show.pieces.flatMap((piece) => (piece.kind === 'spotlight' ? [[piece.id, piece.queue]] : []))),
    say: (text, values) => {
      let apart = words.get(text);
      if (!apart) {
        apart = takeApart(text, show.language);
        words.set(text, apart);
      }
      return apart(values);
    },
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
    goals: byKey(state.goals).map(([, goal]) => goal), counters: byKey(state.counters), countdowns: byKey(state.countdowns).map(([, countdown]) => countdown),
    accounts: byKey(state.ledger.accounts).map(([, account]) => account),
    hand: state.hand, hands: state.hands, lanterns: byKey(state.lanterns), draws: byKey(state.draws).map(([, draw]) => draw),
    queues: byKey(state.queues).map(([spotlight, queue]) => ({ spotlight, held: queue.held, alerts: queue.list() })), streaks: byKey(state.streaks), troubles: byKey(state.troubles),
    memories: byKey(state.memories).map(([cue, memory]) => ({ cue, ...freezeMemory(memory) })), pending: state.pending, heard: state.heard, sounds: state.sounds,
    lines: state.lines, floating: state.floating, floats: state.floats, hidden: [...state.hidden].sort(), scene: state.scene,
  };
}
export type FrozenState = ReturnType<typeof freeze>;

/** Reads back what `freeze` wrote. It takes over the objects of `frozen`. */
export function thaw(frozen: FrozenState): SessionState {
  const viewers = new Viewers(frozen.viewers);
  const derived = derive(frozen.show, viewers);
  return {
    ...frozen, viewers, derived,
    goals: new Map(frozen.goals.map((goal) => [goal.id, goal])),
    // A snapshot of an earlier Gavirn has none.
    counters: new Map(frozen.counters ?? []), countdowns: new Map((frozen.countdowns ?? []).map((countdown) => [countdown.id, countdown])),
    ledger: new Ledger(frozen.accounts ?? []),
    hand: frozen.hand ?? [], hands: frozen.hands ?? 0, lanterns: new Map(frozen.lanterns ?? []), draws: new Map((frozen.draws ?? []).map((draw) => [draw.id, draw])),
    queues: new Map(frozen.queues.map(({ spotlight, held, alerts }) => [spotlight, new AlertQueue(derived.say, derived.spotlights.get(spotlight), alerts, held)])),
    streaks: new Map(frozen.streaks), troubles: new Map(frozen.troubles),
    memories: new Map(frozen.memories.map(({ cue, ...memory }) => [cue, thawMemory(memory)])), hidden: new Set(frozen.hidden), floating: frozen.floating ?? [], floats: frozen.floats ?? 0,
    scene: sceneOf(frozen.show.scenes, frozen.scene ?? ''),
  };
}
