import type { Look } from '@/core/engine/alert/look';
import type { Box, Fill, Op } from '@/core/paint/display';
import { HOUSE_STYLES, type HouseStyle } from '@/core/paint/house-style';
import type { Measure } from '@/core/paint/text';
import { dressedStyle } from './own-look';
import { STYLES } from './style';
import type { StyleLook } from './style-look';

/* What lies behind an alert. */

/** A spotlight's style with the backing that an alert has of its own. */
export function backed(style: StyleLook, backing: Look['backing']): StyleLook {
  if (backing === undefined) return style;
  if (backing === 'none') return dressedStyle(style, { backing });
  return isHouseStyle(backing) ? STYLES[backing] : dressedStyle(style, { backing });
}

const isHouseStyle = (name: string): name is HouseStyle => HOUSE_STYLES.some((each) => each === name);

/** A backing about the words, and the picture beside them: in its box, with the style's own room around. */
export function hugging(
  style: StyleLook,
  { words, picture, box, measure }: { words: readonly Op[]; picture: Box | null; box: Box; measure: Measure },
): Op[] {
  const boxes = words.flatMap((op): Box[] =>
    op.op === 'text'
      ? [
          {
            x: op.x,
            y: op.baseline - op.font.size * 0.84,
            w: measure(op.text, op.font),
            h: op.font.size * 1.12,
          },
        ]
      : [],
  );
  const all = picture ? [...boxes, picture] : boxes;
  if (all.length === 0) return [];
  const [x, y] = [Math.min(...all.map((each) => each.x)), Math.min(...all.map((each) => each.y))];
  const [right, bottom] = [
    Math.max(...all.map((each) => each.x + each.w)),
    Math.max(...all.map((each) => each.y + each.h)),
  ];
  const [left, top] = [Math.max(0, x - style.pad.x), Math.max(0, y - style.pad.y * 0.8)];
  const w = Math.min(box.w, right + style.pad.x) - left;
  const h = Math.min(box.h, bottom + style.pad.y * 0.8 + style.foot) - top;
  return style
    .panel(w, h)
    .map((op) => (op.op === 'rect' ? { ...op, x: op.x + left, y: op.y + top, ...moved(op.fill, left, top) } : op));
}

/** A gradient's points, moved with what it fills. */
const moved = (fill: Fill | undefined, dx: number, dy: number): { fill?: Fill } =>
  fill === undefined || typeof fill === 'string'
    ? {}
    : { fill: { ...fill, from: [fill.from[0] + dx, fill.from[1] + dy], to: [fill.to[0] + dx, fill.to[1] + dy] } };
