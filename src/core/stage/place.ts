import type { Box } from '@/core/paint/display';
import { turnPoint } from '@/core/paint/turn';
import type { FrameSize } from '@/core/piece/frame';

/** Which sides of a box a handle moves: -1 left or top, 1 right or bottom, 0 neither. */
export interface Handle {
  x: -1 | 0 | 1;
  y: -1 | 0 | 1;
}

/** So much of a piece always stays in the frame that a thumb can take it back, px. */
export const KEPT_IN_FRAME = 60;

/** Within this distance (px of the frame) a side or a middle jumps to the frame's. */
export const SNAP = 14;

const within = (value: number, least: number, most: number): number => Math.min(Math.max(value, least), most);

/** Keeps a box within reach, and on whole px. */
export function keepInFrame(box: Box, frame: FrameSize): Box {
  const w = Math.round(box.w);
  const h = Math.round(box.h);
  return {
    x: Math.round(within(box.x, KEPT_IN_FRAME - w, frame.width - KEPT_IN_FRAME)),
    y: Math.round(within(box.y, KEPT_IN_FRAME - h, frame.height - KEPT_IN_FRAME)),
    w,
    h,
  };
}

/** A line of the frame that a box has snapped to. */
export interface Guide {
  axis: 'x' | 'y';
  at: number;
}

/**
 * Moves a box by a distance. When `snap` is set, its sides and middle snap to the frame's edges and middle, and to those of `others` (pieces,
 * what platforms lay over the frame); the frame comes first.
 */
export function move(
  box: Box,
  { dx, dy }: { dx: number; dy: number },
  { frame, snap, others = [] }: { frame: FrameSize; snap: boolean; others?: readonly Box[] },
): { box: Box; guides: Guide[] } {
  const guides: Guide[] = [];
  const moved = { ...box, x: box.x + dx, y: box.y + dy };
  if (snap) {
    const x = nearest(moved.x, moved.w, [
      0,
      frame.width / 2,
      frame.width,
      ...others.flatMap(({ x: at, w }) => [at, at + w / 2, at + w]),
    ]);
    const y = nearest(moved.y, moved.h, [
      0,
      frame.height / 2,
      frame.height,
      ...others.flatMap(({ y: at, h }) => [at, at + h / 2, at + h]),
    ]);
    if (x) {
      moved.x += x.by;
      guides.push({ axis: 'x', at: x.line });
    }
    if (y) {
      moved.y += y.by;
      guides.push({ axis: 'y', at: y.line });
    }
  }
  return { box: keepInFrame(moved, frame), guides };
}

/** The line that is nearest to the box's start, middle or end, within reach. The first three are the frame's: its middle takes the box's, its edges the sides. */
function nearest(start: number, length: number, lines: readonly number[]): { by: number; line: number } | null {
  let best: { by: number; line: number } | null = null;
  lines.forEach((line, n) => {
    const parts =
      n === 0
        ? [start]
        : n === 1
          ? [start + length / 2]
          : n === 2
            ? [start + length]
            : [start, start + length / 2, start + length];
    for (const part of parts)
      if (Math.abs(line - part) <= SNAP && (!best || Math.abs(line - part) < Math.abs(best.by)))
        best = { by: line - part, line };
  });
  return best;
}

/** How far a box is from the nearest thing on each side, px: another box that faces it, or the frame's edge. */
export function gaps(
  box: Box,
  others: readonly Box[],
  frame: FrameSize,
): { left: number; right: number; top: number; bottom: number } {
  const faces = (other: Box, axis: 'x' | 'y'): boolean =>
    axis === 'x'
      ? other.y < box.y + box.h && box.y < other.y + other.h
      : other.x < box.x + box.w && box.x < other.x + other.w;
  const least = (values: number[], edge: number): number =>
    Math.round(Math.min(edge, ...values.filter((value) => value >= 0)));
  return {
    left: least(
      others.filter((other) => faces(other, 'x')).map((other) => box.x - other.x - other.w),
      box.x,
    ),
    right: least(
      others.filter((other) => faces(other, 'x')).map((other) => other.x - box.x - box.w),
      frame.width - box.x - box.w,
    ),
    top: least(
      others.filter((other) => faces(other, 'y')).map((other) => box.y - other.y - other.h),
      box.y,
    ),
    bottom: least(
      others.filter((other) => faces(other, 'y')).map((other) => other.y - box.y - box.h),
      frame.height - box.y - box.h,
    ),
  };
}

/** Larger or smaller by a factor about its middle, in proportion. */
export function scaleBox(box: Box, by: number, least: { w: number; h: number }, frame: FrameSize): Box {
  const factor = Math.max(by, least.w / box.w, least.h / box.h);
  const [w, h] = [box.w * factor, box.h * factor];
  return keepInFrame({ x: box.x + (box.w - w) / 2, y: box.y + (box.h - h) / 2, w, h }, frame);
}

/** Resizes a box by one of its handles; the opposite side stays, and no side becomes shorter than `least`. `proportion`: its sides keep theirs. */
export function resize(
  box: Box,
  handle: Handle,
  { dx, dy }: { dx: number; dy: number },
  { least, frame, proportion = false }: { least: { w: number; h: number }; frame: FrameSize; proportion?: boolean },
): Box {
  if (proportion && handle.x !== 0 && handle.y !== 0) {
    // The corner follows the diagonal: where it would be is brought onto it by the shortest way.
    const along = ((box.w + handle.x * dx) * box.w + (box.h + handle.y * dy) * box.h) / (box.w ** 2 + box.h ** 2);
    const by = Math.max(along, least.w / box.w, least.h / box.h);
    return resize(box, handle, { dx: handle.x * box.w * (by - 1), dy: handle.y * box.h * (by - 1) }, { least, frame });
  }
  const w = handle.x === 0 ? box.w : within(box.w + handle.x * dx, least.w, frame.width * 2);
  const h = handle.y === 0 ? box.h : within(box.h + handle.y * dy, least.h, frame.height * 2);
  return keepInFrame(
    { x: handle.x < 0 ? box.x + box.w - w : box.x, y: handle.y < 0 ? box.y + box.h - h : box.y, w, h },
    frame,
  );
}

/** The same for a box that is turned: the drag is taken along its own sides, and the opposite corner stays where it is seen. */
export function resizeTurned(
  box: Box,
  handle: Handle,
  { dx, dy }: { dx: number; dy: number },
  {
    turn,
    least,
    frame,
    proportion = false,
  }: { turn: number; least: { w: number; h: number }; frame: FrameSize; proportion?: boolean },
): Box {
  if (turn === 0) return resize(box, handle, { dx, dy }, { least, frame, proportion });
  const centre = { degrees: turn, x: box.x + box.w / 2, y: box.y + box.h / 2 };
  const along = turnPoint({ x: dx, y: dy }, { degrees: -turn, x: 0, y: 0 });
  const { w, h } = resize(box, handle, { dx: along.x, dy: along.y }, { least, frame, proportion });
  const anchor = turnPoint(
    { x: handle.x < 0 ? box.x + box.w : box.x, y: handle.y < 0 ? box.y + box.h : box.y },
    centre,
  );
  const reach = turnPoint(
    { x: ((handle.x || 1) * w) / 2, y: ((handle.y || 1) * h) / 2 },
    { degrees: turn, x: 0, y: 0 },
  );
  return {
    x: Math.round(anchor.x + reach.x - w / 2),
    y: Math.round(anchor.y + reach.y - h / 2),
    w: Math.round(w),
    h: Math.round(h),
  };
}

/** Angles within this of a quarter turn jump to it, degrees. */
const TURN_SNAP = 4;

/** An angle within -180 to 180, whole degrees, and upright where it is nearly so. */
export function tidyTurn(degrees: number): number {
  const around = ((((degrees + 180) % 360) + 360) % 360) - 180;
  const quarter = Math.round(around / 90) * 90;
  return Math.abs(around - quarter) <= TURN_SNAP ? (quarter === -180 ? 180 : quarter) + 0 : Math.round(around);
}

const STEP = 40;

/**
 * Where a box finds room among others: where it is, or else at the nearest place above or below, then further to the side; where there is
 * none, where it covers least. All px of the frame.
 */
export function freePlace(box: Box, others: readonly Box[], frame: { width: number; height: number }): Box {
  const covered = (at: Box): number =>
    others.reduce(
      (sum, other) =>
        sum +
        Math.max(0, Math.min(at.x + at.w, other.x + other.w) - Math.max(at.x, other.x)) *
          Math.max(0, Math.min(at.y + at.h, other.y + other.h) - Math.max(at.y, other.y)),
      0,
    );
  const left = Math.min(box.x, frame.width * 0.05);
  // On an upright frame platforms put their head above, and chat and buttons below (common practice, no source).
  const upright = frame.height > frame.width;
  const top = upright ? frame.height * 0.1 : 0;
  const bottom = upright ? frame.height * 0.78 : frame.height;
  const columns = [
    box.x,
    ...Array.from(
      { length: Math.max(0, Math.floor((frame.width - box.w - 2 * left) / STEP) + 1) },
      (_, n) => left + n * STEP,
    ),
  ].filter((x) => x >= 0 && x + box.w <= frame.width);
  let best = { ...box, y: Math.max(0, Math.min(frame.height - box.h, box.y)) };
  let least = Infinity;
  for (const x of columns) {
    for (let by = 0; by < frame.height; by += STEP) {
      for (const y of [box.y + by, box.y - by]) {
        if (y < top || y + box.h > bottom) continue;
        const at = { ...box, x: Math.round(x), y: Math.round(y) };
        const area = covered(at);
        if (area === 0) return at;
        if (area < least) {
          least = area;
          best = at;
        }
      }
    }
  }
  return best;
}
