import type { StreamEvent } from '@/core/event/event';
import { countEvent, MOST_TAKEN, rank } from '@/core/engine/count/counting';
import { soundBegun } from '@/core/engine/alert/playing';
import { cueEvent, cueMoment } from '@/core/engine/cue/fire';
import { followStreak } from '@/core/engine/cue/streak';
import type { SessionMoment } from '@/core/engine/cue/when/session';
import { catchUp } from '@/core/engine/kernel/due';
import type { Emit } from '@/core/engine/kernel/effect';
import { noteFault, type FaultInput } from '@/core/engine/kernel/fault';
import type { Listeners } from '@/core/engine/kernel/feature';
import { derive, newState as newKernelState, recount, renewWindows } from '@/core/engine/kernel/state';
import { plain } from '@/core/words/plain';
import type { Show } from '@/core/show/show';
import { restore, takeOver, type CarryOver } from './carry-over';
import type { Input } from './input';
import { join } from './join';
import type { SessionState } from './state';

/**
 * The engine: one input changes the state, and nothing else does. It has no clock and no chance; the same inputs in the same order
 * give the same state. `state` is changed in place and returned (a session has a million events; copying it for each would be
 * the whole cost). `emit` hears what the input set off.
 */
export function fold(state: SessionState, input: Input, emit?: Emit): SessionState {
  const { doing, kit } = state;
  doing.steps = 0;
  doing.full = false;
  doing.cue = null;
  if (input.input === 'fault') return takeFault(state, input);
  doing.due = true;
  // What was due before this input comes first.
  catchUp(state, input.at, emit);
  state.now = Math.max(state.now, input.at);
  if (state.now >= state.derived.rollsAt) rollOver(state);
  for (const feature of state.derived.passing) feature.passTime?.(state, emit);
  const alertsBefore = state.alerts;
  doing.due = false;
  switch (input.input) {
    case 'event':
      happen(state, input.event, emit);
      break;
    case 'show':
      changeShow(state, input.show, emit);
      break;
    case 'begin':
      begin(state, input.session, input.lasting, emit);
      break;
    case 'end':
      end(state, input.over, emit);
      break;
    case 'resume':
      resume(state, input.took, emit);
      break;
    case 'restore':
      if (!restore(state, input.lasting)) break;
      derive(state);
      recount(state, emit);
      break;
    case 'join':
      if (!join(state, input.lasting, input)) break;
      derive(state);
      recount(state, emit);
      break;
    case 'command':
      kit.commands.get(input.command.command)?.run(state, input.command, emit);
      break;
    case 'counter':
    case 'tick':
      break;
    default:
      kit.inputs.get(input.input)?.run(state, input, emit);
  }
  settle(state, emit);
  // A command may have made room for the next one.
  if (state.alerts !== alertsBefore || (input.input === 'command' && state.queues.size > 0)) soundBegun(state);
  return state;
}

/** Does what is to be done after the input. Cues that change each other's numbers come to an end with their steps (MOST_STEPS). */
function settle({ derived }: SessionState, emit: Emit): void {
  for (let job = derived.later.shift(); job; job = derived.later.shift()) job(emit);
}

/** What could not be done changes nothing but this: that it is known, and that what fails again and again is switched off. */
function takeFault(state: SessionState, { at, cue, feed, off }: FaultInput): SessionState {
  noteFault(state.faults, { at: Math.max(state.now, at), why: 'fault', cue, feed, off });
  if (!off) return state;
  if (cue !== null) {
    state.stopped.cues.add(cue);
    for (const feature of state.kit.features) feature.stopCue?.(state, cue);
    derive(state);
  } else if (feed !== null) state.stopped.feeds.add(feed);
  return state;
}

/** A window has ended, or begun. */
function rollOver(state: SessionState): void {
  renewWindows(state);
  for (const feature of state.kit.features) feature.rollOver?.(state);
}

/** A new session starts from nothing: its journal, read back alone, must give the same state. */
function begin(state: SessionState, session: string, carried: CarryOver | undefined, emit: Emit): void {
  const { now, show, kit, doing, stopped } = state;
  Object.assign(state, newKernelState(show, kit), {
    now,
    doing,
    stopped,
    session: { id: session, startedAt: now, endedAt: null },
  });
  if (carried) takeOver(state, carried);
  derive(state);
  for (const feature of kit.features) feature.begin?.(state, emit);
  const moment: SessionMoment = { trigger: 'session', now, what: 'begins' };
  cueMoment(state, moment, emit);
}

function end(state: SessionState, over: true | undefined, emit: Emit): void {
  if (!state.session || state.session.endedAt !== null) return;
  state.session.endedAt = state.now;
  if (over) state.session.over = over;
  for (const feature of state.kit.features) feature.end?.(state, emit);
  const moment: SessionMoment = { trigger: 'session', now: state.now, what: 'ends' };
  cueMoment(state, moment, emit);
}

/** The session goes on where it ended: nothing begins, and what the end stopped runs again. */
function resume(state: SessionState, took: string | undefined, emit: Emit): void {
  const { session } = state;
  // One that was ended by hand goes on where the streamer says so, and not by itself.
  if (!session || session.endedAt === null || (session.over && took === undefined)) return;
  session.endedAt = null;
  session.resumedAt = state.now;
  delete session.over;
  if (took !== undefined) session.took = [...(session.took ?? []), took].slice(-MOST_TAKEN);
  for (const feature of state.kit.features) feature.resume?.(state, emit);
}

/** An event: counted, ranked, told to features and to cues, each in its turn. */
function happen(state: SessionState, event: StreamEvent, emit: Emit): void {
  const { derived, totals } = state;
  if (event.kind === 'chat' && isOwn(state, event.viewer?.handle)) {
    for (const feature of state.kit.features) feature.keepOwn?.(state, event);
    return;
  }
  const told = derived.listeners.get(event.kind) ?? NOBODY;
  for (const feature of told.refuse) if (feature.refuses?.(state, event)) return;
  for (const feature of told.meet) feature.meet?.(state, event);
  const counted = countEvent(state, event);
  for (const feature of told.record) feature.record?.(state, event, counted);
  const tally = rank(state, counted.own, event.kind);
  const streak = event.kind === 'gift' ? followStreak(state, event) : null;
  // The keyword that it begins with, worked out once for all that compare it.
  const word = event.kind === 'chat' ? derived.keywords.of(event.text) : '';
  const cues = derived.cues.for(event.kind, event.kind === 'gift' ? event.giftId : word);
  if (cues.length > 0) {
    const { worth, first } = counted;
    const { language, money } = state.show;
    const { now } = state;
    const { currency } = money;
    cueEvent(
      state,
      cues,
      { trigger: event.kind, event, now, tally, totals, worth, currency, language, streak, first },
      emit,
    );
  }
  for (const feature of told.react) feature.react?.(state, event, counted, emit);
  if (event.kind === 'chat' && word !== '') {
    for (const feature of derived.answering) feature.answer?.(state, event, word, emit);
  }
  for (const feature of told.keep) feature.keep?.(state, event);
}

const NOBODY: Listeners = { refuse: [], meet: [], record: [], react: [], keep: [] };

/**
 * Whether an account that Gavirn posts by has written a line, wherever it is read: it is shown in the chat and sets nothing off. Counted, it
 * could reach a goal whose cue posts again, without an end.
 */
const isOwn = ({ derived }: SessionState, handle: string | undefined): boolean =>
  derived.helpers.size > 0 && handle !== undefined && derived.helpers.has(plain(handle));

/** The setup changes while the session goes on: what has been counted stays. */
function changeShow(state: SessionState, next: Show, emit: Emit): void {
  const before = { show: state.show, derived: state.derived };
  // Whoever changes what was switched off for its faults starts it anew.
  forgive(state.stopped.cues, state.show.cues, next.cues);
  forgive(state.stopped.feeds, state.show.feeds, next.feeds);
  state.show = next;
  derive(state);
  for (const feature of state.kit.features) feature.follow?.(state, before, emit);
}

function forgive(stopped: Set<string>, before: readonly { id: string }[], next: readonly { id: string }[]): void {
  const jsonOf = (list: readonly { id: string }[], of: string): string =>
    JSON.stringify(list.find(({ id }) => id === of) ?? null);
  for (const id of stopped) if (jsonOf(before, id) !== jsonOf(next, id)) stopped.delete(id);
}
