import type { Box } from '@/core/paint/display';
import { fitted, UNCUT, type Fit } from '@/core/paint/fitted';
import { turnPoint } from '@/core/paint/turn';
import type { Handle } from './place';

/** A crop keeps at least this share of a picture's width and height. */
const LEAST_SHARE = 0.05;

/** Shares are kept to this: a picture would have to be 10,000 px wide to show it. */
const tidy = (share: number): number => Math.round(share * 10_000) / 10_000;

/** A picture as it lies in the frame. */
export interface Lying {
  /** px of the frame. */
  place: Box;
  /** Degrees. */
  turn?: number | undefined;
  fit: Fit;
  /** What of it is kept, in shares of the picture; absent: all of it. */
  crop?: Box | undefined;
  /** It is seen as in a mirror: its left is the picture's right. */
  mirrored?: boolean;
}

/** The same after a part of it was cut off. `crop` null: all of it is kept. */
export interface Cut {
  place: Box;
  crop: Box | null;
}

/** One side, along one axis: where the seen part begins and how long it is, in px and in shares of the picture. */
interface Side {
  at: number;
  length: number;
  from: number;
  share: number;
}

/**
 * Moves one side of a picture's box over the picture, which stays where it is seen: inwards it cuts off, outwards it brings back what was cut.
 * @param size of the whole picture, in any unit
 * @param by how far the side is dragged, px of the frame
 * @param least neither side of the box becomes shorter, px
 */
export function cropBy(
  { place, turn = 0, fit, crop, mirrored = false }: Lying,
  handle: Handle,
  by: { dx: number; dy: number },
  { size, least }: { size: { w: number; h: number }; least: { w: number; h: number } },
): Cut {
  const { at, part } = fitted(size, place, fit, crop && asSeen(crop, mirrored));
  const along = turnPoint({ x: by.dx, y: by.dy }, { degrees: -turn, x: 0, y: 0 });
  const x = moved({ at: at.x, length: at.w, from: part.x, share: part.w }, handle.x, along.x, least.w);
  const y = moved({ at: at.y, length: at.h, from: part.y, share: part.h }, handle.y, along.y, least.h);
  // The middle of what is left, as the turned picture has it.
  const middle = turnPoint(
    { x: x.at + x.length / 2 - place.w / 2, y: y.at + y.length / 2 - place.h / 2 },
    { degrees: turn, x: 0, y: 0 },
  );
  const [w, h] = [Math.max(1, Math.round(x.length)), Math.max(1, Math.round(y.length))];
  const kept = asSeen({ x: tidy(x.from), y: tidy(y.from), w: tidy(x.share), h: tidy(y.share) }, mirrored);
  return {
    place: {
      x: Math.round(place.x + place.w / 2 + middle.x - x.length / 2),
      y: Math.round(place.y + place.h / 2 + middle.y - y.length / 2),
      w,
      h,
    },
    crop: kept.x === UNCUT.x && kept.y === UNCUT.y && kept.w === UNCUT.w && kept.h === UNCUT.h ? null : kept,
  };
}

/** A crop as it is seen, of a picture that may be mirrored; and back again. */
const asSeen = (crop: Box, mirrored: boolean): Box => (mirrored ? { ...crop, x: tidy(1 - crop.x - crop.w) } : crop);

function moved({ at, length, from, share }: Side, side: -1 | 0 | 1, by: number, least: number): Side {
  if (side === 0) return { at, length, from, share };
  const whole = length / share;
  const shortest = Math.min(length, Math.max(least, whole * LEAST_SHARE));
  const inwards = Math.min(-side * by, length - shortest);
  // No further out than the picture reaches.
  const cut = Math.max(inwards, -(side < 0 ? from : 1 - from - share) * whole);
  return {
    at: side < 0 ? at + cut : at,
    length: length - cut,
    from: side < 0 ? from + cut / whole : from,
    share: share - cut / whole,
  };
}

/** What is cut off of each side, as it is seen, in whole per cent of the picture. */
export function cutOff({ crop, mirrored = false }: Pick<Lying, 'crop' | 'mirrored'>): {
  left: number;
  top: number;
  right: number;
  bottom: number;
} {
  const { x, y, w, h } = asSeen(crop ?? UNCUT, mirrored);
  const percent = (share: number): number => Math.max(0, Math.round(share * 100));
  return { left: percent(x), top: percent(y), right: percent(1 - x - w), bottom: percent(1 - y - h) };
}
