import type { Cue } from '@/core/show/show';
import { throwEmoji } from '@/core/engine/feature/drift/slice';
import { startDraw } from '@/core/engine/feature/draw/drawing';
import type { Effect } from '@/core/engine/kernel/effect';
import { MOST_PENDING, MOST_STEPS, noteFault } from '@/core/engine/kernel/fault';
import { isWithAlert, soundsBehind, type Audible } from '@/core/engine/alert/audible';
import { drawn, newMemory, type Memory } from './memory';
import type { Alert } from '@/core/engine/alert/alert';
import { AlertQueue, KEPT_ALERTS } from '@/core/engine/alert/queue';
import { PLAIN, type QueuePlan } from '@/core/engine/alert/plan';
import { addToNumber } from '@/core/engine/kernel/number';
import type { SessionState } from '@/core/session/state';
import { added } from '@/core/engine/cue/step/add';
import { speechOf } from '@/core/engine/alert/speech';
import type { PickStep } from '@/core/engine/cue/step/pick';
import type { PlayStep } from '@/core/engine/alert/step/play';
import type { ReadStep } from '@/core/engine/alert/step/read';
import type { WordValues } from '@/core/words/fields';

export type Emit = ((effect: Effect) => void) | undefined;

/** Whose doing it is that a cue's steps are done, and with what in their words. */
export interface Cause {
  values: WordValues;
  trial: boolean;
  /** How, and by what, its alert may be joined (joining.ts). */
  joins: 'add' | 'group' | 'latest' | null;
  key: string | null;
  names: readonly string[];
  worth: number;
  /** The feed it came from, or null. */
  feed: string | null;
  /** `<feed>/<id>` of the viewer, or null. */
  viewer: string | null;
  /** What chance is drawn from. */
  seed: string;
}

/** Steps that wait for their time: those of a cue from `step` on. */
export interface Pending {
  at: number;
  cue: string;
  step: number;
  cause: Cause;
  /** The cues that led here: a wait must not hide that they go round. */
  calls: readonly string[];
}

/** A line of what could not be shown in time. */
export interface Line {
  id: string;
  at: number;
  text: string;
  /** The cue that it came from; lines of earlier sessions may not say. */
  cue?: string;
}

/** So many sounds, and lines, are kept. */
const KEPT = 50;
/** So deep cues may call each other. */
const DEEPEST = 10;

export function memoryOf(state: SessionState, cue: string): Memory {
  let memory = state.memories.get(cue);
  if (!memory) {
    memory = newMemory();
    state.memories.set(cue, memory);
  }
  return memory;
}

/** Does a cue's steps, from the one at `from` on. `calls`: the cues that led here. */
export function doSteps(
  state: SessionState,
  cue: Cue,
  from: number,
  cause: Cause,
  emit: Emit,
  calls: readonly string[] = [],
): void {
  const { doing } = state;
  const by = calls[0] ?? cue.id;
  for (let n = from; n < cue.steps.length; n += 1) {
    const step = cue.steps[n];
    if (!step) return;
    if (doing.steps >= MOST_STEPS) return tooMany(state, by);
    doing.steps += 1;
    // Where a step throws, this says whose it was.
    doing.cue = by;
    switch (step.kind) {
      case 'show': {
        if (!state.derived.spotlights.has(step.spotlight)) break;
        show(
          state,
          cue.id,
          step.spotlight,
          step.words,
          step.seconds * 1000,
          cause,
          cue.steps.length === 1 ? NO_SOUNDS : soundsBehind(cue.steps, n, (each) => audible(state, each, cause)),
          step.look,
          emit,
        );
        break;
      }
      case 'play':
      case 'read':
        if (!isWithAlert(cue.steps, n)) {
          const heard = audible(state, step, cause);
          if (heard) hear(state, heard, state.now);
        }
        break;
      case 'post':
        // A cue that is tried does not talk to the viewers.
        if (!cause.trial)
          emit?.({ effect: 'post', feed: cause.feed, text: state.derived.say(step.words, cause.values) });
        break;
      case 'add': {
        // A trial, and what nobody in particular set off, gives nobody points.
        const number = step.number === 'points' ? `points/${cause.viewer ?? ''}` : step.number;
        const change = addToNumber(state, number, added(step, cause.values));
        if (change) state.derived.changes.push(change);
        break;
      }
      case 'scene':
        state.derived.changes.push({ of: 'scene', id: step.scene });
        break;
      case 'drift':
        throwEmoji(state, step.emoji, step.count);
        break;
      case 'draw':
        startDraw(state, step.draw);
        break;
      case 'lantern':
        state.derived.changes.push({ of: 'lantern', id: step.lantern });
        break;
      case 'ask':
        if (step.url !== '')
          emit?.({ effect: 'ask', url: step.url, name: cue.name, text: state.derived.say(step.words, cause.values) });
        break;
      case 'wait': {
        if (state.pending.length >= MOST_PENDING)
          return noteFault(state.faults, { at: state.now, why: 'waits', cue: by, feed: null, off: false });
        const at = state.now + step.seconds * 1000;
        const behind = state.pending.findIndex((other) => other.at > at);
        state.pending.splice(behind < 0 ? state.pending.length : behind, 0, {
          at,
          cue: cue.id,
          step: n + 1,
          cause,
          calls,
        });
        return;
      }
      case 'piece': {
        const shown = !state.hidden.has(step.piece);
        if (step.shown === 'hide' || (step.shown === 'turn' && shown)) state.hidden.add(step.piece);
        else state.hidden.delete(step.piece);
        break;
      }
      case 'call':
        callCue(state, step.cue, cause, emit, [...calls, cue.id]);
        break;
      case 'pick': {
        const chosen = choose(
          step,
          (id) => state.derived.cuesById.get(id)?.on === true,
          memoryOf(state, cue.id),
          n,
          `${cue.id}/${cause.seed}/${memoryOf(state, cue.id).fired}`,
        );
        if (chosen !== null) callCue(state, chosen, cause, emit, [...calls, cue.id]);
        break;
      }
    }
  }
}

/** The input has done its share: said once, however many cues are underway. */
function tooMany({ doing, faults, now }: SessionState, cue: string): void {
  if (doing.full) return;
  doing.full = true;
  noteFault(faults, { at: now, why: 'steps', cue, feed: null, off: false });
}

function callCue(state: SessionState, id: string, cause: Cause, emit: Emit, calls: readonly string[]): void {
  const cue = state.derived.cuesById.get(id);
  // A cue that comes to call itself is said so where it is written; here it is not followed.
  // One that is switched off does nothing, whoever calls it: what came in a file is looked at before it acts.
  if (cue?.on && !calls.includes(id) && calls.length < DEEPEST) doSteps(state, cue, 0, cause, emit, calls);
}

/** One of the choices by their weights; not the one that was taken last, if that is asked for and there is another. */
function choose(
  { of, twice }: PickStep,
  isOn: (cue: string) => boolean,
  memory: Memory,
  at: number,
  seed: string,
): string | null {
  const on = of.map((choice, n) => ({ ...choice, n })).filter(({ cue }) => isOn(cue));
  const last = memory.picked[at];
  const open = on.filter(({ n }) => twice || on.length === 1 || n !== last);
  const all = open.reduce((sum, { weight }) => sum + weight, 0);
  let left = drawn(`${seed}/${at}`) * all;
  const chosen = open.find(({ weight }) => (left -= weight) < 0) ?? open.at(-1);
  if (!chosen) return null;
  memory.picked[at] = chosen.n;
  return chosen.cue;
}

/** Asks for an alert. `length`: ms. */
export function show(
  state: SessionState,
  cue: string,
  spotlight: string,
  words: string,
  length: number,
  cause: Omit<Cause, 'seed' | 'feed' | 'viewer'>,
  sounds: Alert['sounds'],
  look: Alert['look'],
  emit: Emit,
): void {
  const queue = queueOf(state, spotlight);
  state.alerts += 1;
  const { now } = state;
  const { trial, values, joins, key, names, worth } = cause;
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
    },
    now,
  );
  emit?.({ effect: 'alert', alert: queue.word(alert), joined });
  if (passed.length > 0) passOver(state, passed, emit);
}

/** A spotlight's queue; made when it is first asked for. */
export function queueOf(state: SessionState, spotlight: string): AlertQueue {
  let queue = state.queues.get(spotlight);
  if (!queue) {
    queue = new AlertQueue(state.derived.say, planOf(state, spotlight));
    state.queues.set(spotlight, queue);
  }
  return queue;
}

export const planOf = (state: SessionState, spotlight: string): QueuePlan =>
  state.derived.spotlights.get(spotlight) ?? PLAIN;

/** What will not be shown in time becomes a line: nobody is left out. */
export function passOver(state: SessionState, passed: readonly Alert[], emit: Emit): void {
  for (const alert of passed) {
    state.lines.push({ id: alert.id, at: state.now, text: alert.text, cue: alert.cue });
    if (state.lines.length > KEPT) state.lines.shift();
    emit?.({ effect: 'passed', alert });
  }
}

export function keepPlayed(state: SessionState, ended: readonly Alert[], emit: Emit): void {
  for (const alert of ended) {
    keep(state, alert);
    emit?.({ effect: 'played', alert });
  }
}

function keep(state: SessionState, alert: Alert): void {
  state.played.push(alert);
  if (state.played.length > KEPT_ALERTS) state.played.shift();
}

/** What the streamer has taken out: what played was shown, what waited was cleared by hand. Both can be shown again. */
export function takenOut(state: SessionState, gone: readonly Alert[], emit: Emit): void {
  for (const alert of gone) keep(state, alert);
  for (const alert of gone) emit?.({ effect: alert.begun ? 'played' : 'cleared', alert });
}

const NO_SOUNDS: Alert['sounds'] = [];

function audible(state: SessionState, step: PlayStep | ReadStep, { values, viewer }: Cause): Audible | null {
  if (step.kind === 'play') return { kind: 'sound', sound: step.sound, volume: step.volume };
  const said = speechOf(state.derived.say(step.words, values), state.show.speech, state.show.language, viewer);
  return said && { kind: 'speech', ...said };
}

/** An alert has begun: what belongs to it is heard. */
export function soundBegun(state: SessionState): void {
  for (const queue of state.queues.values()) sound(state, queue);
}

/** What began since the last input is heard, also where it has ended since; what has ended is kept. */
export function playOn(state: SessionState, emit: Emit): void {
  for (const queue of state.queues.values()) {
    if (queue.isStill(state.now)) continue;
    sound(state, queue);
    const ended = queue.takeEnded(state.now);
    if (ended.length > 0) keepPlayed(state, ended, emit);
    queue.rest(state.now);
  }
}

function sound(state: SessionState, queue: AlertQueue): void {
  for (const { from, sounds } of queue.takeBegun(state.now))
    for (const { after, ...what } of sounds) hear(state, what, from + after);
}

export function hear(state: SessionState, what: Audible | { kind: 'hush' }, at: number): void {
  state.sounds += 1;
  // Named by its time as well: another session counts from one again, and an outlet plays each only once.
  state.heard.push({ id: `s${state.sounds}.${at}`, at, ...what });
  if (state.heard.length > KEPT) state.heard.shift();
}
