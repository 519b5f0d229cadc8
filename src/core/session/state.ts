import type { EventOf } from '@/core/event/event';
import { keptByStreamer, worthBy } from '@/core/event/money';
import type { Cue, Show } from '@/core/show/show';
import { noTrouble, type Trouble } from '@/core/intake/trouble';
import type { CountdownState } from '@/core/engine/feature/countdown/schema';
import type { Fault } from '@/core/engine/kernel/fault';
import type { DrawState } from '@/core/engine/feature/draw/schema';
import type { LanternState } from '@/core/engine/feature/lantern/schema';
import { sceneOf } from '@/core/stage/scene';
import type { Floating } from '@/core/engine/feature/drift/slice';
import { CueIndex } from '@/core/engine/cue/fire';
import type { Goal, GoalState } from '@/core/engine/feature/goal/schema';
import { measuresOf } from '@/core/piece/leaderboard';
import { TOP_BY } from '@/core/piece/plate';
import { Audience } from '@/core/engine/feature/audience/slice';
import type { NotableKind, Notables } from '@/core/engine/feature/plate/slice';
import { Ledger } from '@/core/engine/feature/points/ledger';
import { freezeMemory, thawMemory, type Memory } from '@/core/engine/cue/memory';
import { takeApart, type Words } from '@/core/words/message';
import type { ChatLine } from '@/core/engine/feature/chat/slice';
import type { Alert } from '@/core/engine/alert/alert';
import { AlertQueue } from '@/core/engine/alert/queue';
import { type QueuePlan } from '@/core/engine/alert/plan';
import { goalPart, PartSum, teamPart, Teams } from '@/core/engine/count/team';
import { boardKey, Leaderboard, roleLeftOut, WindowBoard, type BoardMeasure } from '@/core/engine/count/leaderboard';
import { emptyShelf, type ShelfState } from '@/core/engine/feature/shelf/slice';
import { noStandings, type StandingsKept } from '@/core/engine/feature/leaderboard/standings';
import { firstDay, MINUTE_MS, Past, Rows, type FirstDay } from '@/core/engine/count/past';
import { SESSION, type Window } from '@/core/engine/count/window';
import { nextRoll, windowNow, type WindowNow } from '@/core/engine/count/windows';
import type { Role } from '@/core/event/viewer';
import type { Heard } from '@/core/engine/alert/audible';
import { keywordsOf, type Keywords } from '@/core/engine/cue/keywords';
import type { Line, Pending } from '@/core/engine/cue/do-steps';
import { newTotals, Viewers, type Totals, type Worth } from '@/core/engine/count/tally';
import type { HandChange, NumberChange } from '@/core/engine/kernel/number';
import { MEASURE_EVENTS } from '@/core/engine/count/measure';
import type { EventKind } from '@/core/event/kind';
import { People } from '@/core/engine/count/people';
import { plain } from '@/core/engine/cue/when/chat';
import type { WordValues } from '@/core/words/fields';

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
  /** This session minute by minute, and what earlier ones have left. */
  minutes: Rows;
  past: Past;
  /** Viewers with a part in the show: its host, moderators, bots; and those who asked to be left off the boards. */
  roles: Map<string, Role[]>;
  unlisted: Set<string>;
  /** The team that each viewer (`feed/id`) has joined in chat. */
  sides: Map<string, string>;
  /** What name plates name, by kind, and how many watch. */
  notables: Map<NotableKind, Notables>;
  audience: Audience;
  /** The gifts of the session as they came. */
  shelf: ShelfState;
  /** How boards stood a minute ago. */
  standings: StandingsKept;
  /** When a viewer was last told their place; 0: never. */
  placeToldAt: number;
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
  /** Emoji that float, oldest first, and how many there have been. */
  floating: Floating[];
  floats: number;
  /** The latest lines of chat, oldest first, where a piece shows them. */
  chats: ChatLine[];
  /** Pieces that a cue has taken away. */
  hidden: Set<string>;
  /** The scene that is shown; '' where the show has none. */
  scene: string;
  /** What went wrong, newest last; and the cues and feeds that were switched off for it, until they are changed. */
  faults: Fault[];
  stopped: { cues: Set<string>; feeds: Set<string> };
  /** What the input that is being done is at: how many steps it has done and whether they are all it may, by which cue (kept where it throws), and whether still at what was due before it. Not saved. */
  doing: { steps: number; full: boolean; cue: string | null; due: boolean };
  /** Follows from the rest, and is not part of what is saved. */
  derived: {
    /** One for each measure and window that a piece shows. */
    boards: Leaderboard[];
    /** Each goal's window, all of them, and when the first of them (or a board's) begins or ends next. */
    goalWindows: Map<string, WindowNow>;
    /** What certain viewers and teams have, for the goals and boards that ask for it; and who is in which team. */
    parts: Map<string, PartSum>;
    teams: Teams;
    /** The kinds of event that move a goal. */
    goalKinds: ReadonlySet<EventKind>;
    windows: WindowNow[];
    rollsAt: number;
    firstDay: FirstDay | null;
    /** The one by which "the top" is told; only where a cue asks. */
    topBoard: Leaderboard | undefined;
    /** Handles of the accounts that Gavirn posts by, as they are compared. */
    helpers: ReadonlySet<string>;
    /** The first words of chat that anything answers to. */
    keywords: Keywords;
    cues: CueIndex;
    cuesById: Map<string, Cue>;
    /** Cues that the clock sets off. */
    clocks: Cue[];
    goalsById: Map<string, Goal>;
    spotlights: Map<string, QueuePlan>;
    worth: Worth;
    people: People;
    /** Some leaderboard tells changes of place. */
    tellsMoves: boolean;
    /** Some piece shows what floats. */
    drifts: boolean;
    /** Some piece shows chat. */
    showsChat: boolean;
    /** What has been added to numbers by this input, and is yet to be told to goals and cues. */
    changes: NonNullable<NumberChange>[];
    /** Fills in a step's words. */
    say: (words: string, values: WordValues) => string;
  };
}

/** A state before anything has happened. */
export function newState(show: Show): SessionState {
  const bare = {
    now: 0,
    show,
    session: null,
    totals: newTotals(),
    viewers: new Viewers(),
    minutes: new Rows(MINUTE_MS),
    past: new Past(),
    roles: new Map<string, Role[]>(),
    unlisted: new Set<string>(),
    sides: new Map<string, string>(),
    ledger: new Ledger(),
    notables: new Map<NotableKind, Notables>(),
    audience: new Audience(),
    placeToldAt: 0,
    standings: noStandings(),
    shelf: emptyShelf(),
    goals: new Map(),
    counters: new Map(),
    countdowns: new Map(),
    lanterns: new Map(),
    draws: new Map(),
    hand: [],
    hands: 0,
    queues: new Map(),
    played: [],
    streaks: new Map(),
    troubles: new Map(),
    alerts: 0,
    memories: new Map(),
    pending: [],
    heard: [],
    sounds: 0,
    lines: [],
    floating: [],
    floats: 0,
    chats: [],
    hidden: new Set<string>(),
    scene: sceneOf(show.scenes, ''),
    faults: [],
    stopped: { cues: new Set<string>(), feeds: new Set<string>() },
    doing: { steps: 0, full: false, cue: null, due: false },
  };
  return { ...bare, derived: derive(bare) };
}

/** What is worked out from the show and the tallies: after a change of show, and after a state has been read back. */
export function derive(state: Omit<SessionState, 'derived'>): SessionState['derived'] {
  const { viewers, stopped } = state;
  // A cue that was switched off for its faults is as one that its streamer has switched off.
  const show =
    stopped.cues.size === 0
      ? state.show
      : { ...state.show, cues: state.show.cues.map((cue) => (stopped.cues.has(cue.id) ? { ...cue, on: false } : cue)) };
  const top = show.cues.some(
    ({ on, who, steps }) =>
      on && (who.are === 'top' || steps.some((step) => 'words' in step && step.words.includes('{place}'))),
  );
  const people = new People(show.people, viewers);
  const words = new Map<string, Words>();
  return {
    people,
    ...deriveWindows(state, people, top),
    tellsMoves: show.pieces.some((piece) => piece.kind === 'leaderboard' && piece.moves === true),
    drifts: show.pieces.some(({ kind }) => kind === 'drift'),
    showsChat: show.pieces.some(({ kind }) => kind === 'chat'),
    changes: [],
    helpers: helpersOf(show),
    keywords: keywordsOf(show),
    cues: new CueIndex(show.cues),
    cuesById: new Map(show.cues.map((cue) => [cue.id, cue])),
    clocks: show.cues.filter(({ on, when }) => on && when.kind === 'clock'),
    worth: worthOf(show),
    goalKinds: new Set(
      show.goals.flatMap(({ measure }) => (measure === 'points' ? [] : MEASURE_EVENTS[measure].kinds)),
    ),
    goalsById: new Map(show.goals.map((goal) => [goal.id, goal])),
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

type Windowed = Pick<
  SessionState['derived'],
  'parts' | 'teams' | 'boards' | 'topBoard' | 'goalWindows' | 'windows' | 'rollsAt' | 'firstDay'
>;

/** Boards and windows as they lie now: made anew when one of them begins or ends, and when someone leaves the boards. */
export function deriveWindows(
  { show, now, session, minutes, past, viewers, roles, unlisted, sides }: Omit<SessionState, 'derived'>,
  people: People,
  top: boolean,
): Windowed {
  const first = session && firstDay(session.startedAt, show.zone);
  const spans = new Map<string, WindowNow>();
  const windowOf = (window: Window): WindowNow => {
    const key = JSON.stringify(window);
    const known = spans.get(key) ?? windowNow(window, now, show.zone, minutes, past);
    spans.set(key, known);
    return known;
  };
  const goalWindows = new Map(show.goals.map((goal) => [goal.id, windowOf(goal.window ?? SESSION)]));
  const boards = new Map<string, Leaderboard>();
  const newBoard = (measure: BoardMeasure, window: Window): Leaderboard =>
    window.over === 'session'
      ? new Leaderboard(measure)
      : new WindowBoard(measure, window, windowOf(window).span, { past, people, first });
  const board = (measure: BoardMeasure, window: Window): void => {
    const key = boardKey(measure, window);
    if (!boards.has(key)) boards.set(key, newBoard(measure, window));
  };
  const teams = new Teams(show.teams, sides, people);
  const parts = partsOf(show, teams, people, newBoard);
  for (const piece of show.pieces)
    if (piece.kind === 'leaderboard' && piece.who !== 'teams')
      for (const measure of measuresOf(piece)) board(measure, piece.window ?? SESSION);
  for (const piece of show.pieces)
    if (piece.kind === 'plate' && piece.which === 'top') board(TOP_BY[piece.of], SESSION);
  if (top) board('coins', SESSION);
  if (boards.size > 0 || parts.size > 0) {
    const named = new Set(show.leftOut.named.map(({ feed, viewer }) => `${feed}/${viewer}`));
    const leftOut = (feed: string, id: string): boolean =>
      people.membersOf(feed, id).some((each) => {
        const key = `${each.feed}/${each.viewer}`;
        return named.has(key) || unlisted.has(key) || roleLeftOut(show.leftOut, roles.get(key) ?? []);
      });
    const list = [...boards.values()];
    const none = named.size === 0 && unlisted.size === 0 && roles.size === 0;
    const sums = [...parts.values()];
    if (sums.length > 0)
      for (const tally of viewers.values()) for (const each of sums) each.update(people.tallyOf(tally));
    if (sums.length > 0)
      for (const before of past.viewers.values())
        if (!viewers.get(before.feed, before.id)) for (const each of sums) each.update(people.tallyBefore(before));
    for (const tally of viewers.values())
      if (none || !leftOut(tally.feed, tally.id)) for (const each of list) each.update(people.tallyOf(tally));
    const older = list.filter((each) => each instanceof WindowBoard);
    if (older.length > 0)
      for (const before of past.viewers.values())
        if (!viewers.get(before.feed, before.id) && (none || !leftOut(before.feed, before.id)))
          for (const each of older) each.update(people.tallyBefore(before));
  }
  const windows = [...spans.values()].filter(({ window }) => window.over !== 'session');
  return {
    parts,
    teams,
    boards: [...boards.values()],
    topBoard: top ? boards.get(boardKey('coins')) : undefined,
    goalWindows,
    windows,
    rollsAt: nextRoll(windows, now),
    firstDay: first,
  };
}

/** The sums that goals of one viewer or team, and leaderboards of teams, ask for. */
function partsOf(
  { goals, pieces, teams: all }: Show,
  teams: Teams,
  people: People,
  newBoard: (measure: BoardMeasure, window: Window) => Leaderboard,
): Map<string, PartSum> {
  const parts = new Map<string, PartSum>();
  for (const { id, by, measure, window = SESSION } of goals) {
    if (!by || measure === 'raids') continue;
    parts.set(
      goalPart(id),
      new PartSum(
        newBoard(measure, window),
        by.kind === 'team'
          ? (tally) => teams.of(tally) === by.team
          : (tally) => people.keysOf(tally).includes(`${by.feed}/${by.viewer}`),
      ),
    );
  }
  for (const piece of pieces) {
    if (piece.kind !== 'leaderboard' || piece.who !== 'teams') continue;
    for (const measure of measuresOf(piece))
      for (const { id } of all) {
        const key = teamPart(id, boardKey(measure, piece.window));
        if (!parts.has(key))
          parts.set(key, new PartSum(newBoard(measure, piece.window ?? SESSION), (tally) => teams.of(tally) === id));
      }
  }
  return parts;
}

/** Whether a viewer stands on no board. */
export function isLeftOut({ show, derived, roles, unlisted }: SessionState, feed: string, id: string): boolean {
  if (show.leftOut.named.length === 0 && unlisted.size === 0 && roles.size === 0) return false;
  return derived.people.membersOf(feed, id).some(({ feed: of, viewer }) => {
    const key = `${of}/${viewer}`;
    return (
      unlisted.has(key) ||
      roleLeftOut(show.leftOut, roles.get(key) ?? []) ||
      show.leftOut.named.some((one) => one.feed === of && one.viewer === viewer)
    );
  });
}

/** Boards and windows again, in place. */
export const renewWindows = (state: SessionState): void =>
  void Object.assign(state.derived, deriveWindows(state, state.derived.people, state.derived.topBoard !== undefined));

const helpersOf = ({ feeds }: Show): ReadonlySet<string> =>
  new Set(feeds.flatMap((feed) => ('helper' in feed && feed.helper !== '' ? [plain(feed.helper)] : [])));

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

const byKey = <K extends string, V>(map: Map<K, V>): [K, V][] => [...map].sort(([a], [b]) => (a < b ? -1 : 1));

/** The state as plain JSON, the same for the same state whatever the order in which it came about. */
export function freeze(state: SessionState) {
  return {
    now: state.now,
    show: state.show,
    session: state.session,
    totals: state.totals,
    alerts: state.alerts,
    played: state.played,
    viewers: [...state.viewers.values()].sort((a, b) => (a.key < b.key ? -1 : 1)),
    goals: byKey(state.goals).map(([, goal]) => goal),
    counters: byKey(state.counters),
    countdowns: byKey(state.countdowns).map(([, countdown]) => countdown),
    minutes: state.minutes.list(),
    quarters: state.past.quarters.list(),
    before: byKey(state.past.viewers).map(([, viewer]) => viewer),
    roles: byKey(state.roles),
    unlisted: [...state.unlisted].sort(),
    sides: byKey(state.sides),
    notables: byKey(state.notables),
    audience: state.audience.freeze(),
    placeToldAt: state.placeToldAt,
    standings: state.standings,
    shelf: state.shelf,
    accounts: byKey(state.ledger.accounts).map(([, account]) => account),
    hand: state.hand,
    hands: state.hands,
    lanterns: byKey(state.lanterns),
    draws: byKey(state.draws).map(([, draw]) => draw),
    queues: byKey(state.queues).map(([spotlight, queue]) => ({ spotlight, held: queue.held, alerts: queue.list() })),
    streaks: byKey(state.streaks),
    troubles: byKey(state.troubles),
    memories: byKey(state.memories).map(([cue, memory]) => ({ cue, ...freezeMemory(memory) })),
    pending: state.pending,
    heard: state.heard,
    sounds: state.sounds,
    lines: state.lines,
    floating: state.floating,
    floats: state.floats,
    chats: state.chats,
    hidden: [...state.hidden].sort(),
    scene: state.scene,
    faults: state.faults,
    stopped: { cues: [...state.stopped.cues].sort(), feeds: [...state.stopped.feeds].sort() },
  };
}
export type FrozenState = ReturnType<typeof freeze>;

/** Reads back what `freeze` wrote. It takes over the objects of `frozen`. */
export function thaw(frozen: FrozenState): SessionState {
  const bare = {
    ...frozen,
    viewers: new Viewers(frozen.viewers),
    minutes: new Rows(MINUTE_MS, frozen.minutes),
    past: new Past({ quarters: frozen.quarters, viewers: frozen.before }),
    roles: new Map(frozen.roles),
    unlisted: new Set(frozen.unlisted),
    sides: new Map(frozen.sides),
    ledger: new Ledger(frozen.accounts),
    notables: new Map(frozen.notables),
    audience: new Audience(frozen.audience),
    placeToldAt: frozen.placeToldAt,
    standings: frozen.standings,
    shelf: frozen.shelf,
    goals: new Map(frozen.goals.map((goal) => [goal.id, goal])),
    queues: new Map<string, AlertQueue>(),
    counters: new Map(frozen.counters),
    countdowns: new Map(frozen.countdowns.map((countdown) => [countdown.id, countdown])),
    hand: frozen.hand,
    hands: frozen.hands,
    lanterns: new Map(frozen.lanterns),
    draws: new Map(frozen.draws.map((draw) => [draw.id, draw])),
    streaks: new Map(frozen.streaks),
    troubles: new Map(frozen.troubles),
    memories: new Map(frozen.memories.map(({ cue, ...memory }) => [cue, thawMemory(memory)])),
    hidden: new Set(frozen.hidden),
    floating: frozen.floating,
    floats: frozen.floats,
    chats: frozen.chats,
    scene: sceneOf(frozen.show.scenes, frozen.scene),
    faults: frozen.faults,
    stopped: { cues: new Set(frozen.stopped.cues), feeds: new Set(frozen.stopped.feeds) },
    doing: { steps: 0, full: false, cue: null, due: false },
  };
  const state: SessionState = { ...bare, derived: derive(bare) };
  for (const { spotlight, held, alerts } of frozen.queues)
    state.queues.set(
      spotlight,
      new AlertQueue(state.derived.say, state.derived.spotlights.get(spotlight), alerts, held),
    );
  return state;
}
