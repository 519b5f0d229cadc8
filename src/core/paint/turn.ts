import type { Box } from './display';

/** Turning about a point, degrees clockwise as the frame is seen (y downwards). */
export interface Turn {
  degrees: number;
  x: number;
  y: number;
}

/** The matrix a, b, c, d, e, f (CSS Transforms 1, section 8) that turns about a point; `scale`: px of the canvas for one of the frame. */
export function turned({ degrees, x, y }: Turn, scale: number): [number, number, number, number, number, number] {
  const angle = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [cx, cy] = [x * scale, y * scale];
  return [cos, sin, -sin, cos, cx - cos * cx + sin * cy, cy - sin * cx - cos * cy];
}

/** Where a point comes to lie. */
export function turnPoint(point: { x: number; y: number }, turn: Turn): { x: number; y: number } {
  const [a, b, c, d, e, f] = turned(turn, 1);
  return { x: a * point.x + c * point.y + e, y: b * point.x + d * point.y + f };
}

/** The upright box around a turned one. */
export function turnedBounds({ x, y, w, h }: Box, turn: Turn): Box {
  const corners = [
    { x, y },
    { x: x + w, y },
    { x, y: y + h },
    { x: x + w, y: y + h },
  ].map((corner) => turnPoint(corner, turn));
  const [left, top] = [Math.min(...corners.map((c) => c.x)), Math.min(...corners.map((c) => c.y))];
  return {
    x: left,
    y: top,
    w: Math.max(...corners.map((c) => c.x)) - left,
    h: Math.max(...corners.map((c) => c.y)) - top,
  };
}
