import type { z } from 'zod';
import { EVENT_KINDS, type EventKind } from '@/core/event/kind';
import type { Cue } from '@/core/show/show';
import { endTurn } from '@/core/engine/feature/draw/drawing';
import { MOST_DUE, MOST_STEPS } from '@/core/engine/kernel/fault';
import { pocketOf } from '@/core/engine/feature/points/earning';
import { heldForAll, mayFire, type Held } from './conditions';
import type { Memory } from './memory';
import { doSteps, memoryOf, type Cause, type Emit } from './do-steps';
import type { SessionState } from '@/core/session/state';
import { fires, sampleValues, triggersOf, whenKind, type When } from '@/core/engine/cue/when';
import { clockAt, clockPassed } from '@/core/engine/cue/when/clock';
import type { EventMoment, Moment, Trigger, WhenKind } from '@/core/engine/cue/when/when';
import { isFor, placeOf } from './who';
import type { WordValues } from '@/core/words/fields';

/** A cue as it is asked: with what belongs to it, looked up once. */
export interface Asking {
  cue: Cue;
  kind: WhenKind<string, z.ZodType<When>>;
  /** Where it stands in the show. */
  order: number;
  memory: Memory | null;
}

/** The cues that a trigger may set off: those to be asked each time, and those found by the moment's own key. */
interface Listening {
  always: Asking[];
  byKey: Map<string, Asking[]>;
}

/** Cues by what they wait for, so that a moment asks only those it can set off. */
export class CueIndex {
  private readonly of = new Map<Trigger, Listening>();

  constructor(cues: readonly Cue[]) {
    for (const [n, cue] of cues.entries()) {
      if (!cue.on) continue;
      const kind = whenKind(cue.when);
      const asking: Asking = { cue, kind, order: n, memory: null };
      const keys = kind.keys?.(cue.when) ?? null;
      for (const trigger of kind.triggers(cue.when)) {
        let listening = this.of.get(trigger);
        if (!listening) {
          listening = { always: [], byKey: new Map() };
          this.of.set(trigger, listening);
        }
        if (keys === null) listening.always.push(asking);
        else for (const key of new Set(keys)) listening.byKey.set(key, [...(listening.byKey.get(key) ?? []), asking]);
      }
    }
  }

  /** In the order of the show. */
  for(trigger: Trigger, key: string): readonly Asking[] {
    const listening = this.of.get(trigger);
    if (!listening) return NONE;
    const keyed = listening.byKey.size > 0 ? (listening.byKey.get(key) ?? NONE) : NONE;
    if (keyed.length === 0) return listening.always;
    if (listening.always.length === 0) return keyed;
    return [...listening.always, ...keyed].sort((a, b) => a.order - b.order);
  }
}
const NONE: readonly Asking[] = [];

/** The cues of an event, asked and done. */
export function cueEvent(state: SessionState, cues: readonly Asking[], moment: EventMoment, emit: Emit): void {
  const { topBoard } = state.derived;
  // One for all cues of the event.
  const levelOf = (feed: string, viewer: string): number => pocketOf(state, feed, viewer).level;
  for (const asking of cues) {
    const { cue, kind } = asking;
    if (cue.feeds.length > 0 && !cue.feeds.includes(moment.event.feed)) continue;
    const memory = (asking.memory ??= memoryOf(state, cue.id));
    state.doing.cue = cue.id;
    const values = kind.fires(cue.when, moment, memory);
    if (values.length === 0) continue;
    if (!isFor(cue.who, moment, topBoard, levelOf)) {
      emit?.({ effect: 'held', cue: cue.id, why: 'who' });
      continue;
    }
    // In a rush nearly all are held back: what they would say is filled in only for one that is not.
    const early = heldForAll(cue.holds, memory, state.now, state.scene);
    if (early !== null) {
      for (let n = 0; n < values.length; n += 1) heldBack(cue, early, emit);
      continue;
    }
    const place = placeOf(topBoard, moment.tally);
    const pocket =
      state.show.points.on && moment.event.viewer ? pocketOf(state, moment.event.feed, moment.event.viewer.id) : null;
    for (const each of values) {
      if (pocket) {
        each.level = pocket.level;
        each.points = pocket.balance;
      }
      if (Number.isFinite(place)) each.place = place;
      fire(state, cue, memory, each, moment, emit);
    }
  }
  state.doing.cue = null;
}

/** The cues of the show's own moments: a goal, the session, the clock, a press. */
export function cueMoment(
  state: SessionState,
  moment: Exclude<Moment, EventMoment>,
  key: string,
  only: string | null,
  emit: Emit,
): void {
  for (const { cue } of state.derived.cues.for(moment.trigger, key)) {
    if (only !== null && cue.id !== only) continue;
    const memory = memoryOf(state, cue.id);
    state.doing.cue = cue.id;
    for (const values of fires(cue.when, moment, memory)) fire(state, cue, memory, values, moment, emit);
  }
  state.doing.cue = null;
}

function fire(state: SessionState, cue: Cue, memory: Memory, values: WordValues, moment: Moment, emit: Emit): void {
  const early = heldForAll(cue.holds, memory, state.now, state.scene);
  if (early !== null) return heldBack(cue, early, emit);
  const event = 'event' in moment ? moment.event : null;
  const joins = whenKind(cue.when).joins ?? null;
  const by = event?.viewer
    ? { feed: event.feed, id: event.viewer.id, name: event.viewer.name }
    : 'by' in moment
      ? moment.by
      : null;
  const viewer = by && `${by.feed}/${by.id}`;
  const seed = event?.id ?? (by ? `${moment.trigger}/${viewer}/${moment.now}` : moment.trigger);
  const held = mayFire(cue.holds, memory, state.now, viewer, seed, state.goals);
  if (held !== null) return heldBack(cue, held, emit);
  const gift = event?.kind === 'gift' ? event : null;
  const cause: Cause = {
    values,
    trial: false,
    seed,
    feed: by?.feed ?? event?.feed ?? null,
    viewer,
    worth: 'event' in moment ? moment.worth : 0,
    joins,
    names: by ? [by.name] : [],
    key:
      joins === null
        ? null
        : gift?.streakId !== undefined
          ? `${gift.feed}/${gift.streakId}`
          : viewer === null
            ? null
            : gift
              ? `${viewer}/${gift.giftId}`
              : viewer,
  };
  doSteps(state, cue, 0, cause, emit);
}

const heldBack = (cue: Cue, why: Held, emit: Emit): void => emit?.({ effect: 'held', cue: cue.id, why });

/** Does a cue as if it had fired, with the values given or made-up ones; nothing holds it back. */
export function tryCue(state: SessionState, cue: Cue, emit: Emit, given?: WordValues): void {
  const values = given ?? sampleValues(cue.when);
  doSteps(
    state,
    cue,
    0,
    {
      values,
      trial: true,
      joins: null,
      key: null,
      names: [],
      worth: 0,
      feed: null,
      viewer: null,
      seed: `try/${state.alerts}/${state.sounds}`,
    },
    emit,
  );
  state.doing.cue = null;
}

/** What waited and what the clock sets off, up to `to`, in the order of time. */
export function catchUp(state: SessionState, to: number, emit: Emit): void {
  for (let turns = 0; ; turns += 1) {
    const at = nextDue(state);
    if (at > to) return;
    // More than one input may do: steps that wait come with the next one, and clocks do not make up for what has passed.
    if (turns === MOST_DUE || state.doing.steps >= MOST_STEPS) return skipClocks(state, to);
    state.now = Math.max(state.now, at);
    const pending = state.pending[0];
    if (pending && pending.at === at) {
      state.pending.shift();
      const cue = state.derived.cuesById.get(pending.cue);
      if (cue) doSteps(state, cue, pending.step, pending.cause, emit, pending.calls);
      state.doing.cue = null;
      continue;
    }
    for (const countdown of state.countdowns.values()) {
      if (countdown.endsAt !== at) continue;
      countdown.endsAt = null;
      countdown.left = 0;
      const defined = state.show.countdowns.find(({ id }) => id === countdown.id);
      const name = defined?.name ?? '';
      if (defined?.final) countdown.over = true;
      cueMoment(state, { trigger: 'countdown', now: state.now, countdown: countdown.id, name }, '', null, emit);
    }
    for (const draw of state.draws.values()) {
      if (draw.turns?.until !== at) continue;
      const label = endTurn(draw);
      if (label !== null)
        cueMoment(
          state,
          { trigger: 'draw', now: state.now, draw: draw.id, name: draw.last?.name ?? '', label },
          '',
          null,
          emit,
        );
    }
    for (const cue of state.derived.clocks) {
      if (clockDue(state, cue) !== at || cue.when.kind !== 'clock') continue;
      const memory = memoryOf(state, cue.id);
      memory.ticks = clockPassed(cue.when, state.session?.startedAt ?? 0, at);
      state.doing.cue = cue.id;
      for (const values of fires(cue.when, { trigger: 'clock', now: at, due: at }, memory))
        fire(state, cue, memory, values, { trigger: 'clock', now: at, due: at }, emit);
      state.doing.cue = null;
    }
  }
}

/** When something is next to be done by itself; Infinity when nothing is. */
export function nextDue(state: SessionState): number {
  let next = state.pending[0]?.at ?? Infinity;
  for (const cue of state.derived.clocks) next = Math.min(next, clockDue(state, cue));
  for (const { turns } of state.draws.values()) if (turns) next = Math.min(next, turns.until);
  for (const { endsAt } of state.countdowns.values()) if (endsAt !== null) next = Math.min(next, endsAt);
  return next;
}

function clockDue({ session, memories, show }: SessionState, { id, when }: Cue): number {
  if (!session || session.endedAt !== null || when.kind !== 'clock') return Infinity;
  return clockAt(when, session.startedAt, memories.get(id)?.ticks ?? 0, show.zone);
}

function skipClocks(state: SessionState, to: number): void {
  const { session, derived } = state;
  if (session)
    for (const { id, when } of derived.clocks)
      if (when.kind === 'clock') memoryOf(state, id).ticks = clockPassed(when, session.startedAt, to);
}

/** A clock that is made or changed in the middle of a session does not make up for what has passed. */
export function setClocks(state: SessionState): void {
  const { session, now, derived } = state;
  if (!session) return;
  for (const { id, when } of derived.clocks)
    if (when.kind === 'clock') memoryOf(state, id).ticks = clockPassed(when, session.startedAt, now);
}

/** The kinds of event among a cue's triggers. */
export const eventsOf = (cue: Cue): EventKind[] =>
  triggersOf(cue.when).filter((trigger): trigger is EventKind => (EVENT_KINDS as readonly string[]).includes(trigger));
