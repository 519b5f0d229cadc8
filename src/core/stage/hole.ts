import type { Box } from '@/core/paint/display';
import { MOST_HOLES } from '@/core/piece/art';

/** Of a picture's opacity, 0 to 255: what is under this is seen through. */
const CLEAR = 128;
/** A hole is no smaller than this share of the picture: specks and the gaps of a pattern are none. */
const LEAST = 0.01;

/**
 * The holes of a picture, largest first: stretches of clear pixels (each joined to the next by a side) that are closed in by the picture; where
 * there are none, the largest clear stretch of all. What reaches the edge is outside of the picture, not in it.
 * @param alpha one byte a pixel, row by row
 * @returns the boxes around them, in shares of the picture; none when nothing is clear
 */
export function findHoles(alpha: Uint8Array | Uint8ClampedArray, width: number, height: number): Box[] {
  const seen = new Uint8Array(width * height);
  const stack = new Int32Array(width * height);
  const closed: { box: Box; size: number }[] = [];
  let open: { box: Box; size: number } | null = null;
  for (let start = 0; start < alpha.length; start += 1) {
    if (seen[start] === 1 || (alpha[start] ?? 255) >= CLEAR) continue;
    let [top, left, bottom, right] = [height, width, -1, -1];
    let size = 0;
    let depth = 0;
    stack[depth] = start;
    seen[start] = 1;
    while (depth >= 0) {
      const at = stack[depth] ?? 0;
      depth -= 1;
      size += 1;
      const x = at % width;
      const y = (at - x) / width;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
      for (const next of [
        x > 0 ? at - 1 : -1,
        x < width - 1 ? at + 1 : -1,
        y > 0 ? at - width : -1,
        y < height - 1 ? at + width : -1,
      ]) {
        if (next < 0 || seen[next] === 1 || (alpha[next] ?? 255) >= CLEAR) continue;
        seen[next] = 1;
        depth += 1;
        stack[depth] = next;
      }
    }
    if (size < width * height * LEAST) continue;
    const isClosed = left > 0 && top > 0 && right < width - 1 && bottom < height - 1;
    const box = { x: left / width, y: top / height, w: (right - left + 1) / width, h: (bottom - top + 1) / height };
    if (isClosed) closed.push({ box, size });
    else if (!open || size > open.size) open = { box, size };
  }
  const found = closed.length > 0 ? closed.sort((a, b) => b.size - a.size) : open ? [open] : [];
  return found.slice(0, MOST_HOLES).map(({ box }) => box);
}
