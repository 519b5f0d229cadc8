import type { Box } from '@/core/paint/display';
import { turnedBounds } from '@/core/paint/turn';

/** How much of two boxes lies over each other, px². */
export const overlap = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y));

export const areaOf = ({ w, h }: Box): number => w * h;

/** The upright box that a piece takes on the frame, turned or not. */
export const boundsOf = ({ place, turn }: { place: Box; turn?: number }): Box =>
  turn ? turnedBounds(place, { degrees: turn, x: place.x + place.w / 2, y: place.y + place.h / 2 }) : place;

/** The box around several. */
export function around(boxes: readonly Box[]): Box {
  const x = Math.min(...boxes.map((box) => box.x));
  const y = Math.min(...boxes.map((box) => box.y));
  return {
    x,
    y,
    w: Math.max(...boxes.map((box) => box.x + box.w)) - x,
    h: Math.max(...boxes.map((box) => box.y + box.h)) - y,
  };
}

const COLUMNS = 54;

/** What share of a frame boxes cover together, 0 to 1: on a raster of 54 columns, so within about 2 %. */
export function coverOf(boxes: readonly Box[], frame: { width: number; height: number }): number {
  const cell = frame.width / COLUMNS;
  const rows = Math.max(1, Math.round(frame.height / cell));
  let covered = 0;
  for (let row = 0; row < rows; row += 1) {
    const y = (row + 0.5) * cell;
    const inRow = boxes.filter((box) => box.y <= y && y < box.y + box.h);
    if (inRow.length === 0) continue;
    for (let column = 0; column < COLUMNS; column += 1) {
      const x = (column + 0.5) * cell;
      if (inRow.some((box) => box.x <= x && x < box.x + box.w)) covered += 1;
    }
  }
  return covered / (rows * COLUMNS);
}
