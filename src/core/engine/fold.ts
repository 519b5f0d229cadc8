import type { EventOf, StreamEvent } from '@/core/event/event';
import { WORTH_PARTS } from '@/core/event/money';
import { noteBad, noteGap } from '@/core/intake/trouble';
import type { Cue, Show } from '@/core/show/show';
import { advanceGoal, startGoal, type Goal, type GoalMeasure } from './goal';
import type { Command, Input } from './input';
import { AlertQueue, KEPT_ALERTS, type Alert } from './queue';
import { derive, newState, troubleOf, type SessionState } from './state';
import { count, type Totals } from './tally';
import { fires, sampleValues } from './when';
import { fillWords, type WordValues } from './words';

/** What a fold made happen, for those who keep a record. The state itself needs none of it. */
export type Effect =
  | { effect: 'alert'; alert: Alert }
  | { effect: 'goal'; goal: string; target: number };

/**
 * The engine: one input changes the state, and nothing else does. It has no clock and no chance; the same inputs in the same order
 * give the same state. `state` is changed in place and returned (a session has a million events; copying it for each would be
 * the whole cost). `emit` hears what the input set off.
 */
export function fold(state: SessionState, input: Input, emit?: (effect: Effect) => void): SessionState {
  state.now = Math.max(state.now, input.at);
  for (const queue of state.queues.values()) {
    const { first } = queue;
    if (first && first.until <= state.now) keepPlayed(state, queue.takeEnded(state.now));
  }
  switch (input.input) {
    case 'event': happen(state, input.event, emit); break;
    case 'show': changeShow(state, input.show); break;
    case 'begin': begin(state, input.session); break;
    case 'end': if (state.session) state.session.endedAt = state.now; break;
    case 'streakEnd': state.streaks.delete(`${input.feed}/${input.streak}`); break;
    case 'gap': noteGap(troubleOf(state, input.feed), input.from ?? null, input.at, input.lost); break;
    case 'bad': noteBad(troubleOf(state, input.feed), input.at, input.reason, input.text); break;
    case 'command': obey(state, input.command, emit); break;
    case 'counter':
    case 'tick':
      break;
  }
  return state;
}

/** A new session starts from nothing: its journal, read back alone, must give the same state. */
function begin(state: SessionState, session: string): void {
  const { now, show } = state;
  Object.assign(state, newState(show), { now, session: { id: session, startedAt: now, endedAt: null } });
  for (const goal of show.goals) state.goals.set(goal.id, startGoal(goal));
}

function happen(state: SessionState, event: StreamEvent, emit?: (effect: Effect) => void): void {
  const own = count(state.totals, state.viewers, event, state.derived.worth);
  const tally = own && state.derived.people.tallyOf(own);
  if (tally && (event.kind === 'like' || event.kind === 'gift' || event.kind === 'tip')) for (const board of state.derived.boards) board.update(tally);
  if (event.kind === 'gift' && event.streakId !== undefined) followStreak(state, event);
  if (event.kind === 'like' || event.kind === 'gift' || event.kind === 'follow' || event.kind === 'tip') advanceGoals(state, emit);
  const cues = state.derived.cues.get(event.kind);
  if (!cues) return;
  const after = tally?.likes ?? 0;
  const before = event.kind === 'like' && tally ? after - event.count : after;
  for (const cue of cues) for (const values of fires(cue.when, { event, likes: { before, after } })) run(state, cue, values, false, emit);
}

function followStreak(state: SessionState, event: EventOf<'gift'>): void {
  const key = `${event.feed}/${event.streakId}`;
  if (!event.streakOpen) {
    state.streaks.delete(key);
    return;
  }
  const known = state.streaks.get(key);
  state.streaks.set(key, { viewer: event.viewer?.name ?? '', gift: event.name, count: (known?.count ?? 0) + event.count, at: state.now });
}

const measured: Record<GoalMeasure, (totals: Totals) => number> = {
  coins: (t) => t.coins,
  gifts: (t) => t.gifts,
  likes: (t) => t.likes,
  follows: (t) => t.follows,
  worth: (t) => Math.floor(t.worth / WORTH_PARTS),
};

function advanceGoals(state: SessionState, emit?: (effect: Effect) => void): void {
  for (const course of state.goals.values()) {
    const goal = state.derived.goalsById.get(course.id);
    if (!goal) continue;
    const value = measured[goal.measure](state.totals);
    if (value === course.value) continue;
    for (const target of advanceGoal(goal, course, value)) emit?.({ effect: 'goal', goal: goal.id, target });
  }
}

/** Does a cue's steps. */
function run(state: SessionState, cue: Cue, values: WordValues, trial: boolean, emit?: (effect: Effect) => void): void {
  for (const step of cue.steps) {
    switch (step.kind) {
      case 'show': {
        const words = state.derived.words.get(step.words);
        if (!words || !state.derived.spotlights.has(step.spotlight)) break;
        show(state, { cue: cue.id, spotlight: step.spotlight, text: fillWords(words, values), trial }, step.seconds * 1000, emit);
        break;
      }
    }
  }
}

function show(state: SessionState, alert: Omit<Alert, 'id' | 'from' | 'until'>, length: number, emit?: (effect: Effect) => void): void {
  let queue = state.queues.get(alert.spotlight);
  if (!queue) {
    queue = new AlertQueue();
    state.queues.set(alert.spotlight, queue);
  }
  state.alerts += 1;
  const planned = queue.add({ id: `a${state.alerts}`, cue: alert.cue, spotlight: alert.spotlight, text: alert.text, trial: alert.trial }, state.now, length);
  emit?.({ effect: 'alert', alert: planned });
}

function keepPlayed(state: SessionState, ended: Alert[]): void {
  state.played.push(...ended);
  if (state.played.length > KEPT_ALERTS) state.played.splice(0, state.played.length - KEPT_ALERTS);
}

function obey(state: SessionState, command: Command, emit?: (effect: Effect) => void): void {
  switch (command.command) {
    case 'try': {
      const cue = state.show.cues.find(({ id }) => id === command.cue);
      if (cue) run(state, cue, sampleValues(cue.when), true, emit);
      break;
    }
    case 'skip':
      for (const queue of state.queues.values()) {
        const gone = queue.skip(command.alert, state.now);
        if (gone) keepPlayed(state, [gone]);
      }
      break;
    case 'replay': {
      const known = [...state.played, ...[...state.queues.values()].flatMap((queue) => queue.list())].find(({ id }) => id === command.alert);
      if (!known) break;
      const { cue, spotlight, text, trial } = known;
      show(state, { cue, spotlight, text, trial }, known.until - known.from, emit);
      break;
    }
  }
}

/** The setup changes while the session goes on: tallies stay, goals keep their course, what waits for a spotlight that is gone goes too. */
function changeShow(state: SessionState, next: Show): void {
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
  for (const spotlight of state.queues.keys()) {
    if (!state.derived.spotlights.has(spotlight)) state.queues.delete(spotlight);
  }
}

const sameCourse = (a: Goal, b: Goal): boolean =>
  a.measure === b.measure && a.target === b.target && JSON.stringify(a.onReach) === JSON.stringify(b.onReach);
