import type { Box } from './box';
import type { Context2D } from './context';

/** Of all four corners, or of each: top left, top right, bottom right, bottom left; px. */
export type Radius = number | [number, number, number, number];

/** The corners' radii as they fit (CSS Backgrounds 3, section 5.5): those that do not are made smaller together. */
export function radiiOf({ w, h }: Box, radius: Radius): [number, number, number, number] {
  const [tl, tr, br, bl] = typeof radius === 'number' ? [radius, radius, radius, radius] : radius;
  const by = Math.min(
    1,
    w / Math.max(1e-9, tl + tr),
    w / Math.max(1e-9, bl + br),
    h / Math.max(1e-9, tl + bl),
    h / Math.max(1e-9, tr + br),
  );
  return [tl * by, tr * by, br * by, bl * by];
}

/**
 * Adds a rectangle with round corners to the path. A canvas has such a call of its own only since 2022, and compositors embed older
 * browsers: so it is arcs everywhere.
 */
export function addRoundedRect(context: Context2D, box: Box, radius: Radius): void {
  const { x, y, w, h } = box;
  const [tl, tr, br, bl] = radiiOf(box, radius);
  if (tl + tr + br + bl <= 0) return context.rect(x, y, w, h);
  context.moveTo(x + tl, y);
  context.arcTo(x + w, y, x + w, y + h, tr);
  context.arcTo(x + w, y + h, x, y + h, br);
  context.arcTo(x, y + h, x, y, bl);
  context.arcTo(x, y, x + w, y, tl);
  context.closePath();
}
