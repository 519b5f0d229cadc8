import type { Emit } from '@/core/engine/kernel/effect';
import type { Cause } from '@/core/engine/kernel/cause';
import { pushKept } from '@/core/event/kept';
import type { Alert } from './alert';
import type { Audible } from './audible';
import { PLAIN, type QueuePlan } from './plan';
import { AlertQueue, KEPT_ALERTS } from './queue';
import type { AlertHost } from './slice';

/* Alerts in a session: asked for, shown, passed over, heard. */

/** So many sounds, and lines, are kept. */
const KEPT = 50;

/** An alert that is asked for. `length`: ms. */
export type Asked = Pick<Alert, 'cue' | 'spotlight' | 'words' | 'step' | 'length' | 'sounds' | 'look'> &
  Pick<Cause, 'trial' | 'values' | 'joins' | 'key' | 'names' | 'worth'>;

/** Asks for an alert. */
export function show(state: AlertHost, asked: Asked, emit: Emit): void {
  const queue = queueOf(state, asked.spotlight);
  state.alerts += 1;
  const { now } = state;
  const { cue, spotlight, words, step, length, sounds, look, trial, values, joins, key, names, worth } = asked;
  const { alert, joined, passed } = queue.add(
    {
      id: `a${state.alerts}`,
      cue,
      spotlight,
      at: now,
      from: now,
      until: now,
      length,
      place: 0,
      text: '',
      sounds,
      begun: false,
      trial,
      words,
      values,
      joins,
      key,
      names,
      worth,
      look,
      ...(step === undefined ? {} : { step }),
    },
    now,
  );
  emit?.({ effect: 'alert', alert: queue.word(alert), joined });
  if (passed.length > 0) passOver(state, passed, emit);
}

/** A spotlight's queue; made when it is first asked for. */
export function queueOf(state: AlertHost, spotlight: string): AlertQueue {
  let queue = state.queues.get(spotlight);
  if (!queue) {
    queue = new AlertQueue(state.derived.format, planOf(state, spotlight));
    state.queues.set(spotlight, queue);
  }
  return queue;
}

export const planOf = (state: AlertHost, spotlight: string): QueuePlan =>
  state.derived.spotlights.get(spotlight) ?? PLAIN;

/** What will not be shown in time becomes a line: nobody is left out. */
export function passOver(state: AlertHost, passed: readonly Alert[], emit: Emit): void {
  for (const alert of passed) {
    pushKept(state.lines, { id: alert.id, at: state.now, text: alert.text, cue: alert.cue }, KEPT);
    emit?.({ effect: 'passed', alert });
  }
}

export function keepPlayed(state: AlertHost, ended: readonly Alert[], emit: Emit): void {
  for (const alert of ended) {
    pushKept(state.played, alert, KEPT_ALERTS);
    emit?.({ effect: 'played', alert });
  }
}

/** What the streamer has taken out: what played was shown, what waited was cleared by hand. Both can be shown again. */
export function takenOut(state: AlertHost, gone: readonly Alert[], emit: Emit): void {
  for (const alert of gone) pushKept(state.played, alert, KEPT_ALERTS);
  for (const alert of gone) emit?.({ effect: alert.begun ? 'played' : 'cleared', alert });
}

/** An alert has begun: what belongs to it is heard. */
export function soundBegun(state: AlertHost): void {
  for (const queue of state.queues.values()) sound(state, queue);
}

/** What began since the last input is heard, also where it has ended since; what has ended is kept. */
export function playOn(state: AlertHost, emit: Emit): void {
  for (const queue of state.queues.values()) {
    if (queue.isStill(state.now)) continue;
    sound(state, queue);
    const ended = queue.takeEnded(state.now);
    if (ended.length > 0) keepPlayed(state, ended, emit);
    queue.rest(state.now);
  }
}

/** Another setup: what waits for a spotlight that is gone becomes a line, since no hand took it out. */
export function followSpotlights(state: AlertHost, emit: Emit): void {
  for (const [spotlight, queue] of state.queues) {
    if (state.derived.spotlights.has(spotlight)) {
      passOver(state, queue.follow(planOf(state, spotlight), state.derived.format, state.now), emit);
      continue;
    }
    const gone = queue.clear(state.now);
    keepPlayed(
      state,
      gone.filter(({ begun }) => begun),
      emit,
    );
    passOver(
      state,
      gone.filter(({ begun }) => !begun),
      emit,
    );
    state.queues.delete(spotlight);
  }
}

function sound(state: AlertHost, queue: AlertQueue): void {
  for (const { from, sounds } of queue.takeBegun(state.now)) {
    for (const { after, ...what } of sounds) hear(state, what, from + after);
  }
}

export function hear(state: AlertHost, what: Audible | { kind: 'hush' }, at: number): void {
  if (state.blackout && what.kind !== 'hush') return;
  state.sounds += 1;
  // Named by its time as well: another session counts from one again, and an outlet plays each only once.
  pushKept(state.heard, { id: `s${state.sounds}.${at}`, at, ...what }, KEPT);
}
