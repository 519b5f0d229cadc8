import { nextDue } from '@/core/engine/kernel/due';
import type { SessionState } from './state';

/** When something will happen by time alone, ms of the engine's clock; Infinity: nothing will. */
export function nextChange(state: SessionState): number {
  let next = Math.min(nextDue(state), state.derived.rollsAt);
  for (const queue of state.queues.values()) next = Math.min(next, queue.next(state.now));
  return next;
}
