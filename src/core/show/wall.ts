import type { Box, Fill } from '@/core/paint/display';
import type { Piece } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';

/* A wall: a full screen behind the streamer, with a few pieces as large as they go. */

export const MOST_ON_WALL = 6;
export const WALL_GROUNDS = ['clay', 'night', 'sea', 'paper'] as const;
export type WallGround = (typeof WALL_GROUNDS)[number];

/**
 * The wall's own frame: half as many px as a television has, so that everything comes out twice as large. A screen 95 cm wide
 * then has about 1 mm a px: text of 40 px is some 28 mm high, half a degree at 3 m.
 */
export const WALL_FRAME: FrameSize = { width: 960, height: 540 };

const MARGIN = 28;
const GAP = 24;

/** Where pieces stand on the wall: rows and columns in which each comes out largest at the proportions that it has on the frame. */
export function wallPlaces(pieces: readonly Piece[], { width, height }: FrameSize = WALL_FRAME): Piece[] {
  const count = pieces.length;
  if (count === 0) return [];
  let best: { area: number; places: Box[] } = { area: -1, places: [] };
  for (let columns = 1; columns <= count; columns += 1) {
    const rows = Math.ceil(count / columns);
    const cell = {
      w: (width - 2 * MARGIN - (columns - 1) * GAP) / columns,
      h: (height - 2 * MARGIN - (rows - 1) * GAP) / rows,
    };
    const places = pieces.map(({ place }, n): Box => {
      const row = Math.floor(n / columns);
      const inRow = row === rows - 1 ? count - row * columns : columns;
      const left = MARGIN + (width - 2 * MARGIN - (inRow * cell.w + (inRow - 1) * GAP)) / 2;
      const scale = Math.min(cell.w / place.w, cell.h / place.h);
      const [w, h] = [Math.round(place.w * scale), Math.round(place.h * scale)];
      return {
        x: Math.round(left + (n - row * columns) * (cell.w + GAP) + (cell.w - w) / 2),
        y: Math.round(MARGIN + row * (cell.h + GAP) + (cell.h - h) / 2),
        w,
        h,
      };
    });
    const area = Math.min(...places.map(({ w, h }) => w * h));
    if (area > best.area) best = { area, places };
  }
  return pieces.map((piece, n) => ({ ...piece, turn: undefined, place: best.places[n] ?? piece.place }));
}

const grounds: Record<WallGround, [string, string]> = {
  clay: ['#5b3626', '#2a1a13'],
  night: ['#1b2430', '#0b0f15'],
  sea: ['#0f4a55', '#06222a'],
  paper: ['#F3EBDD', '#DCCDB4'],
};

/** What lies behind the pieces. */
export const wallFill = (ground: WallGround, { height }: FrameSize = WALL_FRAME): Fill => ({
  from: [0, 0],
  to: [0, height],
  stops: [
    [0, grounds[ground][0]],
    [1, grounds[ground][1]],
  ],
});
