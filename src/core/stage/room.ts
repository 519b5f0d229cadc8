import type { Box } from '@/core/paint/display';
import { heightFor } from '@/core/piece/leaderboard';
import { tickerHeight } from '@/core/piece/ticker';
import { least as leastOf, type Piece, type PieceKindName } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import { isUpright, veilsOf } from '@/core/show/safe-area';
import type { Show } from '@/core/show/show';
import { boundsOf, overlap } from './boxes';
import { covers } from './judge/finding';

/* How large a piece is to be, and where there is room for it. */

/** The size at which a kind of piece reads well: shares of the frame's shorter side; sizes further on are smaller ones that still do. */
const SIZES: Partial<Record<PieceKindName, { w: number; h: number }>> = {
  spotlight: { w: 0.82, h: 0.2 },
  goal: { w: 0.72, h: 0.13 },
  countdown: { w: 0.4, h: 0.17 },
  counter: { w: 0.36, h: 0.17 },
  leaderboard: { w: 0.5, h: 0.36 },
  chat: { w: 0.44, h: 0.36 },
  featured: { w: 0.76, h: 0.23 },
  plate: { w: 0.48, h: 0.15 },
  lantern: { w: 0.26, h: 0.34 },
  reel: { w: 0.6, h: 0.22 },
  ticker: { w: 0.6, h: 0.2 },
  shelf: { w: 0.56, h: 0.24 },
  gifts: { w: 0.6, h: 0.26 },
  credits: { w: 0.52, h: 0.44 },
  audience: { w: 0.3, h: 0.15 },
  info: { w: 0.56, h: 0.28 },
  text: { w: 0.56, h: 0.1 },
};
const SMALLER = [1, 0.88, 0.78, 0.68];

/** Where a layout draws its pieces to: each way of arranging has another taste. */
export interface Taste {
  /** The cost of a place, 0 (best) to about 1. x and y: the box's middle in shares of the frame. */
  cost: (x: number, y: number, piece: Piece) => number;
}
/** What it costs to stand in the very middle, where the picture is. */
const MIDDLE = 0.4;
const STEP = 24;
const GAP = 18;

const grown = (box: Box, by: number): Box => ({ x: box.x - by, y: box.y - by, w: box.w + 2 * by, h: box.h + 2 * by });

export function sizesOf(piece: Piece, frame: FrameSize): { w: number; h: number }[] {
  const side = Math.min(frame.width, frame.height);
  const share = SIZES[piece.kind];
  const smallest = leastOf(piece);
  // A piece without a size of its kind keeps its own, in proportion to the frame.
  const full = share
    ? { w: share.w * side, h: share.h * side }
    : { w: Math.min(piece.place.w, frame.width * 0.6), h: Math.min(piece.place.h, frame.height * 0.4) };
  const sizes = SMALLER.map((by) => {
    const w = Math.round(Math.max(smallest.w, full.w * by));
    // What has rows is as high as they need.
    const high =
      piece.kind === 'leaderboard' ? heightFor(piece, w) : piece.kind === 'ticker' ? tickerHeight(piece) : full.h * by;
    return { w, h: Math.round(Math.max(smallest.h, high)) };
  });
  return sizes.filter((size, n) => n === 0 || size.w !== sizes[n - 1]?.w || size.h !== sizes[n - 1]?.h);
}

const meets = (a: Box, b: Box): boolean => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** The cheapest place of one piece among those that stand already; null: there is no room. */
export function bestPlace(
  piece: Piece,
  {
    taste,
    frame,
    margin,
    placed,
    off,
    keepFree,
  }: {
    taste: Taste;
    frame: FrameSize;
    margin: number;
    placed: readonly Box[];
    off: readonly Box[];
    keepFree: readonly Box[];
  },
): Box | null {
  let best: Box | null = null;
  let least = Infinity;
  const taken = [...off, ...placed.map((box) => grown(box, GAP - 1))];
  for (const [n, { w, h }] of sizesOf(piece, frame).entries()) {
    const xs = new Set([
      margin,
      frame.width - margin - w,
      Math.round((frame.width - w) / 2),
      ...placed.flatMap((box) => [box.x, box.x + box.w - w]),
    ]);
    for (let x = margin; x + w <= frame.width - margin; x += STEP * 2) xs.add(x);
    const ys = new Set([
      margin,
      frame.height - margin - h,
      ...placed.flatMap((box) => [box.y + box.h + GAP, box.y - GAP - h, box.y]),
    ]);
    for (let y = margin; y + h <= frame.height - margin; y += STEP) ys.add(y);
    for (const x of xs)
      for (const y of ys) {
        if (x < margin || y < margin || x + w > frame.width - margin || y + h > frame.height - margin) continue;
        const at = { x, y, w, h };
        const [cx, cy] = [(x + w / 2) / frame.width, (y + h / 2) / frame.height];
        const atLeast =
          taste.cost(cx, cy, piece) + (1 - Math.abs(cx - 0.5) * 2) * (1 - Math.abs(cy - 0.5) * 2) * MIDDLE + n * 0.16;
        // Whether it is clear is asked only of what could be better: that takes most of the time.
        if (atLeast >= least) continue;
        if (taken.some((box) => meets(at, box))) continue;
        const free = keepFree.reduce((sum, box) => sum + overlap(at, box), 0) / (w * h);
        const aligned = placed.some((box) => box.x === x || box.x + box.w === x + w) ? 0 : 0.06;
        const cost = atLeast + (free > 0 ? 2 + free * 3 : 0) + aligned;
        if (cost < least) {
          least = cost;
          best = at;
        }
      }
    // A smaller size is tried where the larger one found no room, or only on a face.
    if (least < 1.6 + n * 0.16) break;
  }
  return best;
}

/** So much farther from where its kind usually stands costs a place as much as a smaller size, shares of the frame. */
const NEAR = 0.5;

/**
 * Where a piece that is added comes to stand: near where its kind usually does, at a size that holds what it is for, clear of the others and of what
 * platforms lay over the frame. Null: there is no room.
 */
export function roomFor(piece: Piece, show: Pick<Show, 'frame' | 'safe' | 'pieces'>): Box | null {
  const { frame } = show;
  const [ux, uy] = [
    (piece.place.x + piece.place.w / 2) / frame.width,
    (piece.place.y + piece.place.h / 2) / frame.height,
  ];
  return bestPlace(piece, {
    taste: { cost: (x, y) => Math.hypot(x - ux, y - uy) * NEAR },
    frame,
    margin: marginOf(frame),
    placed: show.pieces.filter((other) => other.id !== piece.id && covers(other) && !other.off).map(boundsOf),
    off: veilsOf(show.safe, frame).map(({ box }) => box),
    keepFree: [],
  });
}

/** How far from the edges pieces stand, px. */
export const marginOf = (frame: FrameSize): number =>
  Math.round(isUpright(frame) ? frame.width * 0.05 : frame.width * 0.02);
