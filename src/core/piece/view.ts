import type { Box, Group, Op } from '@/core/paint/display';
import type { Fit } from '@/core/paint/fitted';
import type { Crop } from './fit';
import { sceneryOps, type Scenery } from './scenery';
import type { Seen } from './piece';

/** How often a made-up picture moves on, ms. */
const STEP: Record<Seen, number> = { air: Infinity, edit: 100, program: 33 };

/**
 * A view of something that moves: the real picture where a page has one (`src`), over a made-up one. On the air there is nothing of
 * it: there the compositor brings its own picture.
 */
export function viewGroups(
  key: string,
  place: Box,
  { seen, src, scenery }: { seen: Seen; src: string; scenery: Scenery },
  { fit, crop, round, mirrored }: { fit: Fit; crop?: Crop; round: number; mirrored?: boolean },
): Group[] {
  if (seen === 'air') return [];
  const step = STEP[seen];
  const box = { x: 0, y: 0, w: place.w, h: place.h };
  // How large a camera's picture is turns out when it is there.
  const real: Op = {
    op: 'image',
    ...box,
    src,
    fit: { how: fit, ...(crop ? { crop } : {}) },
    ...(mirrored ? { mirrored } : {}),
  };
  const opsAt = (at: number): Op[] => [...sceneryOps(scenery, box, at), real];
  let kept: { at: number; ops: Op[] } | null = null;
  return [
    {
      key,
      box: place,
      ops: [],
      clip: { ...box, radius: round },
      clock: (now) => {
        const at = Math.floor(now / step) * step;
        // The same moment gives the same object: whoever keeps bitmaps keeps this one.
        if (kept?.at !== at) kept = { at, ops: opsAt(at) };
        return { ops: kept.ops, next: at + step };
      },
    },
  ];
}
