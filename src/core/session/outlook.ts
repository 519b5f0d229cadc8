import { MINUTE_MS } from '@/core/engine/count/past';
import { outlooksOf } from '@/core/engine/kernel/ask';
import type { KernelState } from '@/core/engine/kernel/feature';
import { isRunning } from '@/core/engine/kernel/state';

/**
 * When a goal will be reached, or a countdown end, if all goes on as in the last ten minutes; by number, to the whole minute, ms.
 * -1: not at this rate. Numbers of which nothing can be said are left out. For the streamer alone.
 */
export function outlooks(state: KernelState): Record<string, number> {
  if (!isRunning(state)) return {};
  return Object.fromEntries(
    outlooksOf(state).map(([number, at]) => [
      number,
      Number.isFinite(at) ? Math.round(at / MINUTE_MS) * MINUTE_MS : -1,
    ]),
  );
}
