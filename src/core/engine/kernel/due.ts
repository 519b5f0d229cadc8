import type { Emit } from './effect';
import { MOST_DUE, MOST_STEPS } from './fault';
import type { KernelState } from './feature';

/** When something is next to be done by itself, ms of the engine's clock; Infinity when nothing is. */
export function nextDue(state: KernelState): number {
  let next = Infinity;
  for (const feature of state.derived.timed) next = Math.min(next, feature.due?.(state) ?? Infinity);
  return next;
}

/** Does all that is due by itself up to `to`, in the order of time. */
export function catchUp(state: KernelState, to: number, emit: Emit): void {
  for (let turns = 0; ; turns += 1) {
    const at = nextDue(state);
    if (at > to) return;
    // More than one input may do: steps that wait come with the next one, and clocks do not make up for what has passed.
    if (turns === MOST_DUE || state.doing.steps >= MOST_STEPS) {
      for (const feature of state.derived.timed) feature.skip?.(state, to);
      return;
    }
    state.now = Math.max(state.now, at);
    for (const feature of state.derived.timed) if (feature.fall?.(state, at, emit) === true) break;
  }
}
