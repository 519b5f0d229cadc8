import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth, type Measure } from '@/core/paint/text';
import { READABLE } from './style';
import type { StyleLook } from './style-look';

/** A name above a large number, both cut or made smaller to fit their box. `widest`: the longest that the number will be, so that it does not change its size as it runs. */
export function numberOps(
  { w, h }: { w: number; h: number },
  style: StyleLook,
  { name, number, widest }: { name: string; number: string; widest: string },
  measure: Measure,
): Op[] {
  const pad = { x: style.pad.x, y: Math.min(style.pad.y, h * 0.16) };
  const inner = { w: w - 2 * pad.x, h: h - 2 * pad.y - style.foot };
  const head: FontSpec = {
    family: 'title',
    weight: 700,
    size: Math.round(Math.max(READABLE, Math.min(48, inner.h * 0.28))),
  };
  const most: FontSpec = {
    family: 'title',
    weight: 700,
    size: Math.round(Math.max(READABLE, Math.min(240, inner.h * 0.58))),
  };
  const wide = lineWidth(widest, most, measure);
  const font = { ...most, size: Math.max(20, Math.floor(most.size * Math.min(1, inner.w / Math.max(1, wide)))) };
  // What a tall piece has too much stands above and below alike.
  const spare = inner.h - head.size * 1.25 - font.size;
  const top = pad.y + (spare > inner.h * 0.2 ? spare / 2 : 0);
  return [
    ...style.panel(w, h),
    ...lineOps(
      cutLine(name, inner.w, head, measure),
      { x: pad.x, baseline: top + head.size * 0.84 },
      { font: head, look: style.head },
      measure,
    ),
    ...lineOps(
      number,
      { x: pad.x, baseline: top + head.size * 1.25 + font.size * 0.86 },
      { font, look: style.text },
      measure,
    ),
  ];
}
