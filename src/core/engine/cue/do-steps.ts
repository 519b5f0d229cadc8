import type { Cause } from '@/core/engine/kernel/cause';
import type { Emit } from '@/core/engine/kernel/effect';
import { MOST_STEPS, noteFault } from '@/core/engine/kernel/fault';
import type { SomeCue } from './cue';
import type { CueHost } from './slice';
import { chosenSteps } from './variants';

/** So deep cues may call each other. */
const DEEPEST = 10;

/** From which step on a cue's steps are done, why, and the cues that led here. */
export interface Doing {
  from?: number;
  cause: Cause;
  calls?: readonly string[];
  emit: Emit;
}

/** Does a cue's steps, one after another, until one waits or the input has done its share. */
export function doSteps(state: CueHost, cue: SomeCue, { from = 0, cause, calls = [], emit }: Doing): void {
  const { doing, kit } = state;
  const by = calls[0] ?? cue.id;
  const steps = chosenSteps(state, cue, cause);
  const as = steps === cue.steps ? cue : { ...cue, steps };
  for (let at = from; at < steps.length; at += 1) {
    const step = steps[at];
    const kind = step && kit.steps.get(step.kind);
    if (!step || !kind) return;
    if (cause.trial && kind.untried) continue;
    if (doing.steps >= MOST_STEPS) return tooMany(state, by);
    doing.steps += 1;
    // Where a step throws, this says whose it was.
    doing.cue = by;
    if (kind.run(state, step, { cue: as, at, cause, calls, emit }) === true) return;
  }
}

/** The input has done its share: said once, however many cues are underway. */
function tooMany({ doing, faults, now }: CueHost, cue: string): void {
  if (doing.full) return;
  doing.full = true;
  noteFault(faults, { at: now, why: 'steps', cue, feed: null, off: false });
}

/**
 * Does another cue's steps. One that comes to call itself is said so where it is written; here it is not followed. One that is switched
 * off does nothing, whoever calls it: what came in a file is looked at before it acts.
 * @param calls the cues that led here, the calling one last
 */
export function callCue(state: CueHost, id: string, { cause, calls, emit }: Required<Omit<Doing, 'from'>>): void {
  const cue = state.derived.cuesById.get(id);
  if (cue?.on && !calls.includes(id) && calls.length < DEEPEST) doSteps(state, cue, { cause, calls, emit });
}
