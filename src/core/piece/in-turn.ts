import type { Op } from '@/core/paint/display';

/** Several pictures one after another, each for so many seconds, by the clock alone: every place that shows them shows the same one. */
export function inTurn(
  pictures: readonly (readonly Op[])[],
  seconds: number,
): (now: number) => { ops: readonly Op[]; next: number } {
  const each = seconds * 1000;
  return (now) => ({
    ops: pictures[Math.floor(now / each) % pictures.length] ?? [],
    next: (Math.floor(now / each) + 1) * each,
  });
}
