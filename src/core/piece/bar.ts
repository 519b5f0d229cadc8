import type { Box, Fill, Op } from '@/core/paint/display';

/** The shapes of what fills up: a round bar, a thin line, a block with square corners, ten parts, a ring, a vessel. */
export const BAR_SHAPES = ['bar', 'line', 'block', 'segments', 'ring', 'vessel'] as const;
export type BarShape = (typeof BAR_SHAPES)[number];

interface Colours {
  fill: Fill;
  trough: string;
}

const SEGMENTS = 10;

/** A bar in its box. @param filled px of its length */
export function barOps(shape: BarShape, at: Box, filled: number, { fill, trough }: Colours): Op[] {
  const rect = (box: Box, radius: number, by: Fill): Op => ({
    op: 'rect',
    ...box,
    w: Math.max(0, box.w),
    radius,
    fill: by,
  });
  const { x, y, w, h } = at;
  switch (shape) {
    case 'line': {
      const thin = Math.max(6, Math.round(h * 0.22));
      const line = { x, y: y + (h - thin) / 2, w, h: thin };
      return [rect(line, thin / 2, trough), rect({ ...line, w: filled }, thin / 2, fill)];
    }
    case 'block':
      return [rect(at, 0, trough), rect({ ...at, w: filled }, 0, fill)];
    case 'segments': {
      const gap = Math.max(4, w * 0.008);
      const each = (w - gap * (SEGMENTS - 1)) / SEGMENTS;
      const parts = Array.from({ length: SEGMENTS }, (_, n) => ({ x: x + n * (each + gap), y, w: each, h }));
      // One that is begun is filled as far as it has come.
      const share = (filled / w) * SEGMENTS;
      return parts.flatMap((part, n) => [
        rect(part, 3, trough),
        ...(share > n ? [rect({ ...part, w: each * Math.min(1, share - n) }, 3, fill)] : []),
      ]);
    }
    default:
      return [rect(at, h / 2, trough), rect({ ...at, w: Math.max(filled, filled > 0 ? h : 0) }, h / 2, fill)];
  }
}

/** A ring or a vessel in a square, filled by a share from 0 to 1. */
export function gaugeOps(
  { shape, bar, trough }: { shape: 'ring' | 'vessel'; bar: string; trough: string },
  { x, y, side }: { x: number; y: number; side: number },
  share: number,
): Op[] {
  if (shape === 'vessel') {
    const scale = side / 100;
    // A pot: narrow neck, wide shoulder, small foot. It fills from the foot up.
    const d = 'M34 4h32v8c0 6 22 14 22 40 0 24-14 40-24 44H36C26 92 12 76 12 52c0-26 22-34 22-40z';
    const level = Math.max(0, Math.min(1, share));
    const fill: Fill = {
      from: [0, 96],
      to: [0, 4],
      stops: [
        [0, bar],
        [level, bar],
        [level, trough],
        [1, trough],
      ],
    };
    return [{ op: 'path', d, x, y, scale, fill: level <= 0 ? trough : level >= 1 ? bar : fill }];
  }
  const width = side * 0.13;
  const r = side / 2 - width / 2;
  const middle = { x: x + side / 2, y: y + side / 2 };
  const point = (turn: number): string =>
    `${(middle.x + r * Math.sin(turn * 2 * Math.PI)).toFixed(2)} ${(middle.y - r * Math.cos(turn * 2 * Math.PI)).toFixed(2)}`;
  // Two halves: an arc from a point to itself would be none.
  const arc = (to: number): string =>
    to > 0.5
      ? `M${point(0)}A${r} ${r} 0 0 1 ${point(0.5)}A${r} ${r} 0 0 1 ${point(to)}`
      : `M${point(0)}A${r} ${r} 0 0 1 ${point(to)}`;
  return [
    { op: 'path', d: arc(0.9999), stroke: { color: trough, width } },
    ...(share > 0 ? [{ op: 'path' as const, d: arc(Math.min(share, 0.9999)), stroke: { color: bar, width } }] : []),
  ];
}
