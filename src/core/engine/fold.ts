import type { EventOf, StreamEvent } from '@/core/event/event';
import { WORTH_PARTS } from '@/core/event/money';
import { noteBad, noteGap } from '@/core/intake/trouble';
import type { Show } from '@/core/show/show';
import { catchUp, cueEvent, cueMoment, keyOf, setClocks, tryCue } from './cues';
import { advanceGoal, startGoal, type Goal, type GoalMeasure } from './goal';
import type { Command, Input } from './input';
import { derive, newState, troubleOf, type SessionState } from './state';
import { keepPlayed, passOver, planOf, show, soundBegun, type Emit } from './steps';
import { count, type Totals } from './tally';

/**
 * The engine: one input changes the state, and nothing else does. It has no clock and no chance; the same inputs in the same order
 * give the same state. `state` is changed in place and returned (a session has a million events; copying it for each would be
 * the whole cost). `emit` hears what the input set off.
 */
export function fold(state: SessionState, input: Input, emit?: Emit): SessionState {
  // What was due before this input comes first.
  if (state.pending.length > 0 || state.derived.clocks.length > 0) catchUp(state, input.at, emit);
  state.now = Math.max(state.now, input.at);
  // What began since the last input is heard, also where it has ended since.
  if (state.queues.size > 0) soundBegun(state);
  for (const queue of state.queues.values()) {
    const ended = queue.takeEnded(state.now);
    if (ended.length > 0) keepPlayed(state, ended, emit);
  }
  const alertsBefore = state.alerts;
  switch (input.input) {
    case 'event': happen(state, input.event, emit); break;
    case 'show': changeShow(state, input.show, emit); break;
    case 'begin': begin(state, input.session, emit); break;
    case 'end': end(state, emit); break;
    case 'streakEnd': endStreak(state, `${input.feed}/${input.streak}`, emit); break;
    case 'gap': noteGap(troubleOf(state, input.feed), input.from ?? null, input.at, input.lost); break;
    case 'bad': noteBad(troubleOf(state, input.feed), input.at, input.reason, input.text); break;
    case 'command': obey(state, input.command, emit); break;
    case 'counter':
    case 'tick':
      break;
  }
  // A command may have made room for the next one.
  if (state.alerts !== alertsBefore || (input.input === 'command' && state.queues.size > 0)) soundBegun(state);
  return state;
}

/** A new session starts from nothing: its journal, read back alone, must give the same state. */
function begin(state: SessionState, session: string, emit: Emit): void {
  const { now, show: setup } = state;
  Object.assign(state, newState(setup), { now, session: { id: session, startedAt: now, endedAt: null } });
  for (const goal of setup.goals) state.goals.set(goal.id, startGoal(goal));
  cueMoment(state, { trigger: 'session', now, what: 'begins' }, '', null, emit);
}

function end(state: SessionState, emit: Emit): void {
  if (!state.session || state.session.endedAt !== null) return;
  state.session.endedAt = state.now;
  cueMoment(state, { trigger: 'session', now: state.now, what: 'ends' }, '', null, emit);
}

function happen(state: SessionState, event: StreamEvent, emit: Emit): void {
  const { derived, totals, viewers } = state;
  const { worth: worthBefore } = totals;
  const { size } = viewers;
  const own = count(totals, viewers, event, derived.worth);
  const tally = own && derived.people.tallyOf(own);
  const counts = event.kind === 'like' || event.kind === 'gift' || event.kind === 'tip';
  if (tally && counts) for (const board of derived.boards) board.update(tally);
  const streak = event.kind === 'gift' && event.streakId !== undefined ? followStreak(state, event) : null;
  const cues = derived.cues.for(event.kind, () => keyOf(event));
  if (cues.length > 0) {
    cueEvent(state, cues, { trigger: event.kind, event, now: state.now, tally, totals, worth: totals.worth - worthBefore, streak, first: viewers.size !== size }, emit);
  }
  if (counts || event.kind === 'follow') advanceGoals(state, emit);
}

/** Brings a streak forward; returns how it stands. */
function followStreak(state: SessionState, event: EventOf<'gift'>): { count: number; ended: boolean } {
  const key = `${event.feed}/${event.streakId}`;
  const count = (state.streaks.get(key)?.count ?? 0) + event.count;
  const ended = !event.streakOpen;
  if (ended) state.streaks.delete(key);
  else state.streaks.set(key, { viewer: event.viewer?.name ?? '', gift: event.name, count, at: state.now, last: event });
  return { count, ended };
}

/** A streak that fell silent: it has ended without another gift. */
function endStreak(state: SessionState, key: string, emit: Emit): void {
  const known = state.streaks.get(key);
  state.streaks.delete(key);
  if (!known) return;
  const event = { ...known.last, count: 0, streakOpen: false };
  const own = event.viewer ? state.viewers.get(event.feed, event.viewer.id) : undefined;
  cueEvent(state, state.derived.cues.for('gift', () => keyOf(event)), {
    trigger: 'gift', event, now: state.now, tally: own ? state.derived.people.tallyOf(own) : null, totals: state.totals, worth: 0, streak: { count: known.count, ended: true }, first: false,
  }, emit);
}

const measured: Record<GoalMeasure, (totals: Totals) => number> = {
  coins: (t) => t.coins,
  gifts: (t) => t.gifts,
  likes: (t) => t.likes,
  follows: (t) => t.follows,
  worth: (t) => Math.floor(t.worth / WORTH_PARTS),
};

function advanceGoals(state: SessionState, emit: Emit): void {
  for (const course of state.goals.values()) {
    const goal = state.derived.goalsById.get(course.id);
    if (!goal) continue;
    const value = measured[goal.measure](state.totals);
    if (value === course.value) continue;
    for (const target of advanceGoal(goal, course, value)) {
      emit?.({ effect: 'goal', goal: goal.id, target });
      cueMoment(state, { trigger: 'goal', now: state.now, goal: goal.id, name: goal.name, target }, goal.id, null, emit);
    }
  }
}

function obey(state: SessionState, command: Command, emit: Emit): void {
  switch (command.command) {
    case 'try': {
      const cue = state.derived.cuesById.get(command.cue);
      if (cue) tryCue(state, cue, emit);
      break;
    }
    case 'press': cueMoment(state, { trigger: 'press', now: state.now }, '', command.cue, emit); break;
    case 'skip':
      for (const queue of state.queues.values()) {
        const gone = queue.skip(command.alert, state.now);
        if (gone) keepPlayed(state, [gone], emit);
      }
      break;
    case 'replay': {
      const known = [...state.played, ...[...state.queues.values()].flatMap((queue) => queue.list())].find(({ id }) => id === command.alert);
      if (!known) break;
      // Shown again as it was: it joins nothing, and nothing joins it.
      show(state, known.cue, known.spotlight, known.words, known.length, { ...known, joins: null, key: null }, emit);
      break;
    }
    case 'hold': state.queues.get(command.spotlight)?.hold(command.on, state.now); break;
    case 'clear': {
      const gone = state.queues.get(command.spotlight)?.clear(state.now) ?? [];
      keepPlayed(state, gone.filter(({ from }) => from <= state.now), emit);
      passOver(state, gone.filter(({ from }) => from > state.now), emit);
      break;
    }
  }
}

/** The setup changes while the session goes on: tallies stay, goals keep their course, what waits for a spotlight that is gone goes too. */
function changeShow(state: SessionState, next: Show, emit: Emit): void {
  const before = state.derived.goalsById;
  state.show = next;
  state.derived = derive(next, state.viewers);
  for (const id of state.goals.keys()) if (!state.derived.goalsById.has(id)) state.goals.delete(id);
  for (const goal of next.goals) {
    const known = before.get(goal.id);
    if (state.goals.has(goal.id) && known && sameCourse(known, goal)) continue;
    // A goal that is new, or was given another target, starts its course at the value reached; what lies behind it is not announced.
    const course = startGoal(goal);
    advanceGoal(goal, course, measured[goal.measure](state.totals));
    state.goals.set(goal.id, course);
  }
  for (const [spotlight, queue] of state.queues) {
    if (state.derived.spotlights.has(spotlight)) passOver(state, queue.follow(planOf(state, spotlight), state.derived.say, state.now), emit);
    else {
      passOver(state, queue.clear(state.now), emit);
      state.queues.delete(spotlight);
    }
  }
  for (const cue of state.memories.keys()) if (!state.derived.cuesById.has(cue)) state.memories.delete(cue);
  setClocks(state);
  for (const piece of state.hidden) if (!next.pieces.some(({ id }) => id === piece)) state.hidden.delete(piece);
}

const sameCourse = (a: Goal, b: Goal): boolean =>
  a.measure === b.measure && a.target === b.target && JSON.stringify(a.onReach) === JSON.stringify(b.onReach);
