import type { Box } from './box';

/** How a picture takes its box: all of it is seen, or all of the box is filled. It is never stretched. */
export const FITS = ['contain', 'cover'] as const;
export type Fit = (typeof FITS)[number];

export const UNCUT: Box = { x: 0, y: 0, w: 1, h: 1 };

/** A crop that lies within its picture. */
export const tidyCrop = ({ x, y, w, h }: Box): Box => ({
  x,
  y,
  w: Math.max(0.05, Math.min(w, 1 - x)),
  h: Math.max(0.05, Math.min(h, 1 - y)),
});

/**
 * Where a picture of a size (px) comes to lie in a box, and what part of it (shares).
 * Object fitting as in CSS Images 3, section 5.5 ("contain", "cover"), of what the crop has left.
 */
export function fitted(
  size: { w: number; h: number },
  box: { w: number; h: number },
  fit: Fit,
  crop: Box = UNCUT,
): { at: Box; part: Box } {
  const cut = tidyCrop(crop);
  const [w, h] = [size.w * cut.w, size.h * cut.h];
  if (fit === 'contain') {
    const scale = Math.min(box.w / w, box.h / h);
    return { at: { x: (box.w - w * scale) / 2, y: (box.h - h * scale) / 2, w: w * scale, h: h * scale }, part: cut };
  }
  const scale = Math.max(box.w / w, box.h / h);
  const [pw, ph] = [cut.w * (box.w / (w * scale)), cut.h * (box.h / (h * scale))];
  return {
    at: { x: 0, y: 0, w: box.w, h: box.h },
    part: { x: cut.x + (cut.w - pw) / 2, y: cut.y + (cut.h - ph) / 2, w: pw, h: ph },
  };
}
