import type { Show } from '@/core/show/show';
import type { EventOf, StreamEvent } from '@/core/event/event';
import { wholeUnit } from '@/core/event/money';
import { counted, mayRaise } from '@/core/engine/feature/counter/schema';
import { lanternValue } from '@/core/engine/feature/lantern/schema';
import { addByViewers, addedBy, addTime, holdCountdown, leftOf, startCountdown } from '@/core/engine/feature/countdown/schema';
import { correct, isCorrectable, type Correctable } from '@/core/engine/count/correct';
import { give, pocketOf } from '@/core/engine/feature/points/earning';
import type { SessionState } from '@/core/session/state';
import type { ViewerTally } from '@/core/engine/count/tally';
import { plain } from '@/core/engine/cue/when/chat';

/**
 * A number that can be changed by a cue or by hand: `goal/<id>`, `counter/<id>`, `countdown/<id>`; `points` are those of the viewer who set
 * the cue off, `points/<feed>/<viewer>` those of a certain one, `viewer/<measure>/<feed>/<viewer>` what one did in this session.
 */
export type NumberName = string;

export interface NamedNumber {
  number: NumberName;
  name: string;
  of: 'goal' | 'counter' | 'countdown' | 'points';
}

/** All numbers of a show, in the order in which they are offered. */
export const numbersOf = ({
  goals,
  counters,
  countdowns,
  points,
}: Pick<Show, 'goals' | 'counters' | 'countdowns' | 'points'>): NamedNumber[] => [
  ...countdowns.map(({ id, name }): NamedNumber => ({ number: `countdown/${id}`, name, of: 'countdown' })),
  ...counters.map(({ id, name }): NamedNumber => ({ number: `counter/${id}`, name, of: 'counter' })),
  ...goals.map(({ id, name }): NamedNumber => ({ number: `goal/${id}`, name, of: 'goal' })),
  ...(points.on ? [{ number: 'points', name: `the viewer’s ${points.unit}`, of: 'points' as const }] : []),
];

/** Whose doing it is. */
export type Doer = Pick<ViewerTally, 'feed' | 'id' | 'name' | 'handle'>;

/** What came of a change: the caller tells goals and cues of it. */
export type NumberChange =
  | { of: 'level'; viewer: Doer; level: number }
  | { of: 'perk'; perk: string; viewer: Doer; message: string }
  | { of: 'goal' }
  | { of: 'lantern' | 'scene'; id: string }
  | { of: 'counter'; id: string; before: number; after: number }
  | { of: 'countdown' }
  | null;

const runs = ({ session }: SessionState): boolean => session !== null && session.endedAt === null;

/** Adds to a number, in place; `by` is in seconds for a countdown. Null: there is no such number. */
export function addToNumber(
  state: SessionState,
  number: NumberName,
  by: number,
  why: 'cue' | 'hand' = 'cue',
): NumberChange {
  const at = number.indexOf('/');
  const of = number.slice(0, at);
  const id = number.slice(at + 1);
  if (of === 'goal') {
    const goal = state.goals.get(id);
    if (!goal) return null;
    // Never below nothing: what comes afterwards must count again at once.
    goal.plus = (goal.plus ?? 0) + Math.max(Math.trunc(by), -goal.value);
    return { of };
  }
  if (of === 'counter') {
    const before = state.counters.get(id);
    if (before === undefined) return null;
    const after = counted(before, by);
    state.counters.set(id, after);
    return { of, id, before, after };
  }
  if (of === 'points') {
    const viewer = viewerOf(state, id);
    // No further than to nothing: what comes afterwards must count again at once.
    if (viewer)
      give(state, viewer, why, Math.max(Math.trunc(by), -Math.max(0, pocketOf(state, viewer.feed, viewer.id).balance)));
    return null;
  }
  if (of === 'viewer') {
    const own = tallyAt(state, id);
    if (own) correct(state, own.tally, own.measure, by);
    return own && { of: 'goal' };
  }
  const countdown = state.countdowns.get(id);
  const defined = state.show.countdowns.find((each) => each.id === id);
  if (!countdown || !defined) return null;
  // The streamer's own hand sets going again what was over for good.
  if (why === 'hand') delete countdown.over;
  addTime(defined, countdown, by * 1000, state.now, runs(state));
  return { of: 'countdown' };
}

/** A viewer by `<feed>/<id>`, as they are known here; null: nobody is. A feed's id holds no slash, a viewer's may. */
function viewerOf(state: SessionState, key: string): Doer | null {
  const at = key.indexOf('/');
  const [feed, id] = [key.slice(0, at), key.slice(at + 1)];
  return state.viewers.get(feed, id) ?? state.ledger.get(feed, id) ?? null;
}

/** `<measure>/<feed>/<viewer>`: a viewer's tally of this session; null: they have none. */
function tallyAt(state: SessionState, id: string): { tally: ViewerTally; measure: Correctable } | null {
  const [measure = '', feed = '', ...rest] = id.split('/');
  const tally = state.viewers.get(feed, rest.join('/'));
  return tally && isCorrectable(measure) ? { tally, measure } : null;
}

/** A change by hand: what it was, and what it became. Seconds for a countdown. */
export interface HandChange {
  id: string;
  at: number;
  number: NumberName;
  from: number;
  to: number;
  undone: boolean;
  /** The viewer who did it by a keyword; absent: the streamer. */
  by?: string;
}

/** So many changes by hand are kept. */
const KEPT_CHANGES = 100;

/** What a number stands at; whole seconds for a countdown. Null: there is no such number. */
export function valueOf(state: SessionState, number: NumberName): number | null {
  const id = number.slice(number.indexOf('/') + 1);
  if (number.startsWith('goal/')) return state.goals.get(id)?.value ?? null;
  if (number.startsWith('counter/')) return state.counters.get(id) ?? null;
  if (number.startsWith('points/')) {
    const viewer = viewerOf(state, id);
    return viewer && pocketOf(state, viewer.feed, viewer.id).balance;
  }
  if (number.startsWith('viewer/')) {
    const own = tallyAt(state, id);
    return own && (own.tally[own.measure] ?? 0);
  }
  const countdown = number.startsWith('countdown/') ? state.countdowns.get(id) : undefined;
  return countdown ? Math.round(leftOf(countdown, state.now) / 1000) : null;
}

/** Changes a number by hand, and keeps a trace of it. The trace says what was asked for; a bound may have let less through. */
export function changeByHand(state: SessionState, number: NumberName, by: number, who?: string): NumberChange {
  const from = valueOf(state, number);
  if (from === null || by === 0) return null;
  const change = addToNumber(state, number, by, 'hand');
  state.hands += 1;
  state.hand.push({
    id: `h${state.hands}`,
    at: state.now,
    number,
    from,
    to: number.startsWith('goal/') ? Math.max(0, from + by) : (valueOf(state, number) ?? from),
    undone: false,
    ...(who === undefined ? {} : { by: who }),
  });
  if (state.hand.length > KEPT_CHANGES) state.hand.shift();
  return change;
}

const NO_CHANGES: NumberChange[] = [];

/** A keyword in chat raises a counter, with the same trace as the streamer's own hand. */
export function raiseByKeyword(state: SessionState, event: EventOf<'chat'>, word: string): NumberChange[] {
  const { viewer } = event;
  if (!viewer || state.show.counters.length === 0) return NO_CHANGES;
  return state.show.counters.flatMap((counter) => {
    if (!counter.keyword || plain(counter.keyword) !== word || !mayRaise(counter, viewer.roles)) return [];
    return [changeByHand(state, `counter/${counter.id}`, counter.step, viewer.name)];
  });
}

/** What viewers do adds time to the countdowns that say so. @param worth thousandths of a minor unit */
export function addTimeBy(state: SessionState, event: StreamEvent, worth: number): void {
  for (const countdown of state.show.countdowns) {
    const course = countdown.adds && state.countdowns.get(countdown.id);
    if (!course || !countdown.adds) continue;
    const ms = addedBy(countdown.adds, event, worth, wholeUnit(state.show.money.currency));
    if (ms > 0) addByViewers(countdown, course, ms, state.now, runs(state));
  }
}

/** Takes a change by hand back: what has been counted since stays. */
export function undoByHand(state: SessionState, id: string): NumberChange {
  const made = state.hand.find((change) => change.id === id);
  if (!made || made.undone) return null;
  made.undone = true;
  return addToNumber(state, made.number, made.from - made.to, 'hand');
}

/** A new session: counters stand where they begin, countdowns run. */
export function startNumbers(state: SessionState): void {
  for (const { id, start, keeps } of state.show.counters)
    state.counters.set(id, (keeps ? state.counters.get(id) : undefined) ?? start);
  for (const countdown of state.show.countdowns)
    state.countdowns.set(countdown.id, startCountdown(countdown, runs(state) ? state.now : null));
  for (const { id } of state.show.lanterns) state.lanterns.set(id, { base: 0, gone: 0 });
}

/** Another setup: what is new begins, what is gone goes, the rest stays as it is. */
export function followNumbers(state: SessionState): void {
  const { counters, countdowns, lanterns } = state.show;
  for (const id of state.counters.keys()) if (!counters.some((each) => each.id === id)) state.counters.delete(id);
  for (const id of state.countdowns.keys()) if (!countdowns.some((each) => each.id === id)) state.countdowns.delete(id);
  for (const id of state.lanterns.keys()) if (!lanterns.some((each) => each.id === id)) state.lanterns.delete(id);
  // One that is new begins dark, whatever has been done before.
  for (const lantern of lanterns)
    if (!state.lanterns.has(lantern.id))
      state.lanterns.set(lantern.id, { base: lanternValue(lantern, state.totals), gone: 0 });
  for (const counter of counters) if (!state.counters.has(counter.id)) state.counters.set(counter.id, counter.start);
  for (const countdown of countdowns)
    if (!state.countdowns.has(countdown.id))
      state.countdowns.set(countdown.id, startCountdown(countdown, runs(state) ? state.now : null));
}

/** The session is over: what ran stands still. */
export function stopNumbers(state: SessionState): void {
  for (const countdown of state.countdowns.values()) holdCountdown(countdown, true, state.now);
}
