/**
 * A number from 0 up to 1 that follows from a text alone: core has no chance of its own, and the same inputs must give the same draw.
 * FNV-1a (Fowler, Noll, Vo; constants as published) with a finalizer, since its high bits alone are uneven for short texts.
 */
export function drawn(from: string): number {
  let h = 0x811c9dc5;
  for (let n = 0; n < from.length; n += 1) h = Math.imul(h ^ from.charCodeAt(n), 0x01000193);
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 0x1_0000_0000;
}
