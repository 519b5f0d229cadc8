import { z } from 'zod';
import type { Fill, Op } from '@/core/paint/display';
import type { TextLook } from '@/core/paint/text';
import { barOps, BAR_SHAPES } from './bar';
import type { StyleLook } from './style-look';
import { HOUSE_STYLES } from '@/core/paint/house-style';
import { colourSchema, typeSchema } from './type';

/** A piece's look of its own: what is not set stays as its style has it. */
export const ownLookSchema = z.object({
  /** The colour of its backing, or none at all; how opaque that is, 0 to 1; how round its corners are, px. */
  backing: z.union([z.literal('none'), colourSchema]).optional(),
  opaque: z.number().min(0.05).max(1).optional(),
  corners: z.number().int().min(0).max(200).optional(),
  /** Its text, its headings, and its text of second rank. */
  text: colourSchema.optional(),
  head: colourSchema.optional(),
  soft: colourSchema.optional(),
  /** A bar's filling (and what that runs into), its trough, and its shape. */
  bar: colourSchema.optional(),
  barTo: colourSchema.optional(),
  trough: colourSchema.optional(),
  shape: z.enum(BAR_SHAPES).optional(),
});
export type OwnLook = z.infer<typeof ownLookSchema>;

/** A look that was saved by name, with its type. */
export const savedLookSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  style: z.enum(HOUSE_STYLES),
  look: ownLookSchema.optional(),
  type: typeSchema.optional(),
});
export type SavedLook = z.infer<typeof savedLookSchema>;

/** Neither dark nor light: it is seen on any backing. */
const TROUGH = '#8A7F7480';

const alpha = (opaque: number): string =>
  Math.round(opaque * 255)
    .toString(16)
    .padStart(2, '0');

/** A style with a look of one's own in place of what that sets. */
export function dressedStyle(style: StyleLook, look: OwnLook): StyleLook {
  const { backing, opaque = 1, corners, bar, barTo, trough, shape } = look;
  // A colour of one's own comes without the style's outline and shadow where the style's backing has given way to one's own.
  const tinted = (own: string | undefined, theirs: TextLook): TextLook =>
    own === undefined ? theirs : backing === undefined ? { ...theirs, fill: own } : { fill: own };
  const panel = (w: number, h: number): Op[] => {
    if (backing === 'none') return [];
    if (backing !== undefined)
      return [{ op: 'rect', x: 0, y: 0, w, h, radius: corners ?? 24, fill: `${backing}${alpha(opaque)}` }];
    const ops = style.panel(w, h);
    return corners === undefined ? ops : ops.map((op) => (op.op === 'rect' ? { ...op, radius: corners } : op));
  };
  return {
    ...style,
    panel,
    foot: backing === undefined ? style.foot : 0,
    text: tinted(look.text, style.text),
    head: tinted(look.head ?? look.text, style.head),
    soft: tinted(look.soft ?? look.text, style.soft),
    bar:
      bar === undefined && trough === undefined && shape === undefined
        ? style.bar
        : (at, filled) =>
            barOps(shape ?? 'bar', at, filled, { fill: barFill(at, bar, barTo), trough: trough ?? TROUGH }),
    ...(shape === 'ring' || shape === 'vessel'
      ? { gauge: { shape, bar: bar ?? '#C8643C', trough: trough ?? TROUGH } }
      : {}),
  };
}

/** A bar's filling: plain, or running from one colour into another over its length. */
const barFill = ({ x, w }: { x: number; w: number }, bar = '#C8643C', barTo?: string): Fill =>
  barTo === undefined
    ? bar
    : {
        from: [x, 0],
        to: [x + w, 0],
        stops: [
          [0, bar],
          [1, barTo],
        ],
      };
