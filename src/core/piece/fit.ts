import { z } from 'zod';
import type { Op } from '@/core/paint/display';
import { FITS, fitted, type Fit } from '@/core/paint/fitted';

/** What of a picture is kept, in shares of its size. */
export const cropSchema = z.object({
  x: z.number().min(0).max(0.95),
  y: z.number().min(0).max(0.95),
  w: z.number().min(0.05).max(1),
  h: z.number().min(0.05).max(1),
});
export type Crop = z.infer<typeof cropSchema>;

/** What pictures of every kind can be set to. */
export const pictureLook = {
  fit: z.enum(FITS),
  crop: cropSchema.optional(),
  /** Corners, px. */
  round: z.number().int().min(0).max(400),
};

/** The operation that draws a picture in its box. */
export function imageOp(
  src: string,
  size: { w: number; h: number },
  box: { w: number; h: number },
  { fit, crop, round }: { fit: Fit; crop?: Crop; round: number },
): Op {
  const { at, part } = fitted(size, box, fit, crop);
  return { op: 'image', ...at, src, part, ...(round > 0 ? { radius: round, within: at } : {}) };
}
