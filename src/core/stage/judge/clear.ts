import type { Box } from '@/core/paint/display';
import type { Piece } from '@/core/piece';
import { isUpright, veilsOf } from '@/core/show/safe-area';
import { overlap } from '../boxes';
import { covers, type Judged } from './finding';

const STEP = 24;

/** All that a piece must keep off: the others, and what platforms lay over the frame. */
export const obstacles = (
  { pieces, show }: { pieces: readonly Piece[]; show: Pick<Judged['show'], 'frame' | 'safe'> },
  piece: Piece,
): Box[] => [
  ...pieces.filter((other) => other.id !== piece.id && covers(other)).map(({ place }) => place),
  ...veilsOf(show.safe, show.frame).map(({ box }) => box),
];

/**
 * The nearest place at which a box keeps off all of these and stays in the frame; smaller by degrees where it must be, down to what its kind
 * needs. Null: there is none.
 */
export function clearPlace(
  box: Box,
  off: readonly Box[],
  frame: { width: number; height: number },
  smallest: { w: number; h: number },
): Box | null {
  const margin = isUpright(frame) ? frame.width * 0.03 : frame.width * 0.015;
  for (let scale = 1; scale > 0.45; scale *= 0.9) {
    const w = Math.round(Math.max(smallest.w, box.w * scale));
    const h = Math.round(Math.max(smallest.h, box.h * scale));
    let best: { at: Box; far: number } | null = null;
    for (let y = margin; y + h <= frame.height - margin; y += STEP) {
      for (let x = margin; x + w <= frame.width - margin; x += STEP) {
        const at = { x: Math.round(x), y: Math.round(y), w, h };
        const far = Math.hypot(at.x + w / 2 - box.x - box.w / 2, at.y + h / 2 - box.y - box.h / 2);
        if (best && far >= best.far) continue;
        if (off.every((other) => overlap(at, other) === 0)) best = { at, far };
      }
    }
    if (best) return best.at;
    if (w === smallest.w && h === smallest.h) return null;
  }
  return null;
}
