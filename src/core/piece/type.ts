import { z } from 'zod';
import { FONT_FAMILIES, type Fill, type Group, type Op } from '@/core/paint/display';

/* A piece's own type, in place of its style's: font, fill, outline, glow and shadow. */

export const colourSchema = z.string().regex(/^#[0-9a-fA-F]{6}$/);

export const typeSchema = z.object({
  font: z.enum(FONT_FAMILIES).optional(),
  fill: colourSchema.optional(),
  /** The fill runs to this colour downwards. */
  fillTo: colourSchema.optional(),
  outline: z.object({ color: colourSchema, width: z.number().min(1).max(40) }).optional(),
  glow: z.object({ color: colourSchema, blur: z.number().min(1).max(40) }).optional(),
  shadow: z.boolean().optional(),
});
export type TypeLook = z.infer<typeof typeSchema>;

/** Common practice, no source: about 7 px blur at 3, 3 px. */
const SHADOW = { color: '#000000b0', blur: 7, dx: 3, dy: 3 };

type TextOp = Extract<Op, { op: 'text' }>;

/** One line in a piece's own type: what glows lies below it. What is not set stays as the style has it. */
function dressed(op: TextOp, { font, fill, fillTo, outline, glow, shadow }: TypeLook): TextOp[] {
  const spec = font === undefined ? op.font : { ...op.font, family: font };
  const own: Fill =
    fill === undefined
      ? op.fill
      : fillTo === undefined
        ? fill
        : {
            from: [0, op.baseline - spec.size * 0.78],
            to: [0, op.baseline],
            stops: [
              [0, fill],
              [1, fillTo],
            ],
          };
  // A colour of one's own comes without the style's outline, which was made for its colour.
  const coloured = fill !== undefined || outline !== undefined;
  const { outline: theirs, shadow: cast, ...bare } = op;
  const around = outline ?? (coloured ? undefined : theirs);
  const below = shadow ? SHADOW : coloured ? undefined : cast;
  const letters: TextOp = {
    ...bare,
    font: spec,
    fill: own,
    ...(around ? { outline: around } : {}),
    ...(below ? { shadow: below } : {}),
  };
  return glow
    ? [{ ...bare, font: spec, fill: glow.color, shadow: { color: glow.color, blur: glow.blur, dx: 0, dy: 0 } }, letters]
    : [letters];
}

/** Groups with their text in a piece's own type. */
export function inOwnType(groups: readonly Group[], type: TypeLook): Group[] {
  const dress = (ops: readonly Op[]): Op[] => ops.flatMap((op): Op[] => (op.op === 'text' ? dressed(op, type) : [op]));
  return groups.map(({ clock, ...group }): Group => {
    if (!clock) return { ...group, ops: dress(group.ops) };
    // What changes by the clock is dressed when it changes: the same operations give the same ones again.
    let kept: { from: readonly Op[]; to: Op[] } | null = null;
    return {
      ...group,
      ops: dress(group.ops),
      clock: (now) => {
        const { ops, next } = clock(now);
        if (kept?.from !== ops) kept = { from: ops, to: dress(ops) };
        return { ops: kept.to, next };
      },
    };
  });
}
