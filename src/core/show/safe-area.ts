import { z } from 'zod';
import type { Box } from '@/core/paint/display';
import type { FrameSize } from '@/core/piece/frame';

/* What platforms lay over a viewer's picture: their own head, buttons and chat. */

/** Shares of the frame, 0 to 1. */
const veilSchema = z.object({
  name: z.string().min(1).max(60),
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
  w: z.number().min(0).max(1),
  h: z.number().min(0).max(1),
});
export type Veil = z.infer<typeof veilSchema>;

export const safeSchema = z.object({
  /** What lies over an upright frame, and over a wide one. */
  upright: z.array(veilSchema).max(12),
  wide: z.array(veilSchema).max(12),
  /** The screen that it is looked at on: how wide the frame is there, and how far away, mm. */
  screen: z.object({ width: z.number().min(20).max(3000), distance: z.number().min(100).max(10_000) }),
  /** So much of the picture may be covered, 0 to 1. */
  cover: z.number().min(0.05).max(1),
});
export type Safe = z.infer<typeof safeSchema>;

/**
 * The stand-in platforms' own, as their pages lay them on a phone (`e2e/layout.e2e.ts` measures them). A phone is some 65 mm wide and held at 300 to 350 mm (common practice, no source); an upright picture
 * loses its bottom to chat and its right edge to buttons.
 */
export const SAFE: Safe = {
  upright: [
    { name: 'Brindle’s head', x: 0, y: 0, w: 1, h: 0.095 },
    { name: 'Brindle’s chat', x: 0, y: 0.74, w: 0.83, h: 0.26 },
    { name: 'Brindle’s buttons', x: 0.85, y: 0.52, w: 0.15, h: 0.48 },
  ],
  wide: [{ name: 'Oxbow’s controls', x: 0, y: 0.92, w: 1, h: 0.08 }],
  screen: { width: 65, distance: 330 },
  cover: 0.35,
};

/** Where a console lays its own camera over a game, at first: a fifth of the frame, in a corner (common practice, no source). */
export const CONSOLE_CAMERA: Veil = { name: 'The console’s camera', x: 0.78, y: 0.03, w: 0.2, h: 0.2 };

/** A corner of the frame, and how far from the edges what stands in it is, shares of the frame. */
export const CORNERS = ['top left', 'top right', 'bottom left', 'bottom right'] as const;
export type Corner = (typeof CORNERS)[number];
const FROM_EDGE = 0.02;

/** The same area in a corner. */
export function inCorner<V extends Veil>(veil: V, corner: Corner): V {
  const [down, across] = corner.split(' ');
  const at = (first: boolean, size: number): number =>
    Math.max(0, Math.round((first ? FROM_EDGE : 1 - size - FROM_EDGE) * 1000) / 1000);
  return { ...veil, x: at(across === 'left', veil.w), y: at(down === 'top', veil.h) };
}

/** The corner in which an area stands; null where it is in none. */
export const cornerOf = (veil: Veil): Corner | null =>
  CORNERS.find((corner) => {
    const { x, y } = inCorner(veil, corner);
    return Math.abs(x - veil.x) < 0.011 && Math.abs(y - veil.y) < 0.011;
  }) ?? null;

export const isUpright = ({ width, height }: FrameSize): boolean => height > width;

/** What lies over a frame, px. */
export const veilsOf = (safe: Safe, frame: FrameSize): { name: string; box: Box }[] =>
  (isUpright(frame) ? safe.upright : safe.wide).map(({ name, x, y, w, h }) => ({
    name,
    box: { x: x * frame.width, y: y * frame.height, w: w * frame.width, h: h * frame.height },
  }));
