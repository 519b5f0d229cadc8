import type { Box, Group, Op } from '@/core/paint/display';
import { imageOp, type Crop, type Fit } from './fit';
import { SCENERY_SIZE, sceneryOps, type Scenery } from './scenery';
import type { Seen } from './piece';

/** How often a made-up picture moves on, ms. */
const STEP: Record<Seen, number> = { air: Infinity, edit: 100, program: 33 };

/**
 * A view of something that moves: the real picture where a page has one (`src`), over a made-up one. On the air there is nothing of
 * it: there the compositor brings its own picture.
 */
export function viewGroups(key: string, place: Box, seen: Seen, src: string, scenery: Scenery, look: { fit: Fit; crop?: Crop; round: number; mirrored?: boolean }): Group[] {
  if (seen === 'air') return [];
  const step = STEP[seen];
  // A live picture has the proportions of what stands in for it.
  const size = SCENERY_SIZE[scenery];
  const box = { w: place.w, h: place.h };
  const opsAt = (at: number): Op[] => [...sceneryOps(scenery, box, at), imageOp(src, size, box, look)];
  let kept: { at: number; ops: Op[] } | null = null;
  return [{
    key, box: place, ops: [], clip: { x: 0, y: 0, w: place.w, h: place.h },
    clock: (now) => {
      const at = Math.floor(now / step) * step;
      // The same moment gives the same object: whoever keeps bitmaps keeps this one.
      if (kept?.at !== at) kept = { at, ops: opsAt(at) };
      return { ops: kept.ops, next: at + step };
    },
  }];
}
