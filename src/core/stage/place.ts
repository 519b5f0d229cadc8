import type { Box } from '@/core/paint/display';
import type { FrameSize } from '@/core/show/show';

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
    w, h,
  };
}

/** A line of the frame that a box has snapped to. */
export interface Guide {
  axis: 'x' | 'y';
  at: number;
}

/** Moves a box by a distance, snapping its sides and middle to the frame's edges and middle when `snap` is set. */
export function move(box: Box, dx: number, dy: number, frame: FrameSize, snap: boolean): { box: Box; guides: Guide[] } {
  const guides: Guide[] = [];
  const moved = { ...box, x: box.x + dx, y: box.y + dy };
  if (snap) {
    const x = nearest(moved.x, moved.w, frame.width);
    const y = nearest(moved.y, moved.h, frame.height);
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

function nearest(start: number, length: number, frame: number): { by: number; line: number } | null {
  const found = [
    { by: -start, line: 0 },
    { by: frame / 2 - (start + length / 2), line: frame / 2 },
    { by: frame - (start + length), line: frame },
  ].filter(({ by }) => Math.abs(by) <= SNAP);
  return found.sort((a, b) => Math.abs(a.by) - Math.abs(b.by))[0] ?? null;
}

/** Resizes a box by one of its handles; the opposite side stays, and no side becomes shorter than `least`. */
export function resize(box: Box, handle: Handle, dx: number, dy: number, least: { w: number; h: number }, frame: FrameSize): Box {
  const w = handle.x === 0 ? box.w : within(box.w + handle.x * dx, least.w, frame.width * 2);
  const h = handle.y === 0 ? box.h : within(box.h + handle.y * dy, least.h, frame.height * 2);
  return keepInFrame({ x: handle.x < 0 ? box.x + box.w - w : box.x, y: handle.y < 0 ? box.y + box.h - h : box.y, w, h }, frame);
}
