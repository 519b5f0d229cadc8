import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps } from '@/core/paint/text';
import type { DrawTools } from './piece';

const INK = '#F0EDE6';
const INSET = 24;

/**
 * In the editor only: where something will be, and what. The picture behind stays in sight.
 * @param size of its words, px of the frame
 * @param dark how dark its ground is, two hexadecimal digits
 */
export function placeholderOps(
  { w, h }: { w: number; h: number },
  says: string,
  { measure }: DrawTools,
  { size, dark = '66', radius = 36 }: { size: number; dark?: string; radius?: number },
): Op[] {
  const font: FontSpec = { family: 'text', weight: 500, size };
  return [
    {
      op: 'rect',
      x: 3,
      y: 3,
      w: w - 6,
      h: h - 6,
      radius,
      fill: `#121417${dark}`,
      stroke: { color: `${INK}aa`, width: 4, dash: [18, 14] },
    },
    ...lineOps(
      cutLine(says, w - 2 * INSET, font, measure),
      { x: w / 2, baseline: h / 2 + size * 0.33, align: 'centre' },
      { font, look: { fill: INK } },
      measure,
    ),
  ];
}
