import type { Box, Fill, Op } from '@/core/paint/display';
import { STYLES } from '@/core/piece/style';
import { textsOf } from './reading';
import { isPicture, type Behind, type Finding, type Judged } from './finding';
import { phrase } from '@/core/words/phrase';

export type Rgb = [number, number, number];

/** Relative luminance (WCAG 2.2, "relative luminance"), 0 to 1. */
export function luminance([r, g, b]: Rgb): number {
  const linear = (channel: number): number => {
    const c = channel / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b);
}

/** Contrast ratio (WCAG 2.2, "contrast ratio"), 1 to 21. */
export function contrastOf(a: Rgb, b: Rgb): number {
  const [la, lb] = [luminance(a), luminance(b)];
  return (Math.max(la, lb) + 0.05) / (Math.min(la, lb) + 0.05);
}

/** A colour of ours: #rrggbb or #rrggbbaa. */
export function parseColour(css: string): { rgb: Rgb; alpha: number } | null {
  const found = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})?$/i.exec(css);
  if (!found) return null;
  const [, r = '', g = '', b = '', a = 'ff'] = found;
  return { rgb: [parseInt(r, 16), parseInt(g, 16), parseInt(b, 16)], alpha: parseInt(a, 16) / 255 };
}

/** One colour over another ("over" of Porter and Duff; W3C Compositing and Blending 1, section 9.1.4), both opaque in the end. */
export const over = (top: Rgb, alpha: number, below: Rgb): Rgb =>
  [0, 1, 2].map((n) => (top[n] ?? 0) * alpha + (below[n] ?? 0) * (1 - alpha)) as Rgb;

/** A fill's colour part of the way down or across. */
function colourAt(fill: Fill, x: number, y: number): { rgb: Rgb; alpha: number } | null {
  if (typeof fill === 'string') return parseColour(fill);
  const [dx, dy] = [fill.to[0] - fill.from[0], fill.to[1] - fill.from[1]];
  const t = Math.min(1, Math.max(0, ((x - fill.from[0]) * dx + (y - fill.from[1]) * dy) / (dx * dx + dy * dy || 1)));
  const after = fill.stops.findIndex(([offset]) => offset >= t);
  const [a, b] = [fill.stops[Math.max(0, after - 1)], fill.stops[after < 0 ? fill.stops.length - 1 : after]];
  const [ca, cb] = [a && parseColour(a[1]), b && parseColour(b[1])];
  if (!a || !b || !ca || !cb) return null;
  const share = b[0] === a[0] ? 0 : (t - a[0]) / (b[0] - a[0]);
  return { rgb: over(cb.rgb, share, ca.rgb), alpha: ca.alpha + (cb.alpha - ca.alpha) * share };
}

const LOOKS = 200;

/** Colours of the picture within a box of the frame, a few of each moment: the darkest and lightest matter. */
export function sampled(behind: readonly Behind[], box: Box, frame: { width: number; height: number }): Rgb[] {
  const out: Rgb[] = [];
  for (const { width, height, rgba } of behind) {
    const at = (v: number, of: number, to: number): number => Math.min(to - 1, Math.max(0, Math.floor((v / of) * to)));
    const [x0, x1] = [at(box.x, frame.width, width), at(box.x + box.w, frame.width, width)];
    const [y0, y1] = [at(box.y, frame.height, height), at(box.y + box.h, frame.height, height)];
    // Some two hundred looks at a box tell its light and its dark.
    const step = Math.max(1, Math.floor(Math.sqrt(((x1 - x0 + 1) * (y1 - y0 + 1)) / LOOKS)));
    for (let y = y0; y <= y1; y += step)
      for (let x = x0; x <= x1; x += step) {
        const n = (y * width + x) * 4;
        out.push([rgba[n] ?? 0, rgba[n + 1] ?? 0, rgba[n + 2] ?? 0]);
      }
  }
  return out;
}

/** Of what is unknown, everything is possible. */
const UNKNOWN: Rgb[] = [
  [0, 0, 0],
  [255, 255, 255],
];
/** The lightest and darkest twentieth of the picture are left out: a glint is no ground. */
const EDGE = 0.05;

/** The darkest and the lightest that a picture comes to, but for its extremes: what lies between cannot be worse. */
function endsOf(grounds: readonly Rgb[]): Rgb[] {
  const sorted = grounds.map((rgb) => ({ rgb, light: luminance(rgb) })).sort((a, b) => a.light - b.light);
  return [
    sorted[Math.floor(sorted.length * EDGE)],
    sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * (1 - EDGE)))],
  ].flatMap((end) => (end ? [end.rgb] : []));
}

/** The least contrast that a text has against what may lie behind it; its outline counts, as far as it is wide enough to separate. */
function worstOf(text: Extract<Op, { op: 'text' }>, panel: readonly Op[], ends: readonly Rgb[]): number {
  const fill = colourAt(text.fill, text.x, text.baseline - text.font.size * 0.4);
  if (!fill) return Infinity;
  const middle = { x: text.x + 4, y: text.baseline - text.font.size * 0.35 };
  let worst = Infinity;
  for (const end of ends) {
    let ground = end;
    for (const op of panel) {
      if (
        op.op !== 'rect' ||
        op.fill === undefined ||
        middle.x < op.x ||
        middle.x > op.x + op.w ||
        middle.y < op.y ||
        middle.y > op.y + op.h
      )
        continue;
      const colour = colourAt(op.fill, middle.x, middle.y);
      if (colour) ground = over(colour.rgb, colour.alpha, ground);
    }
    let against = contrastOf(over(fill.rgb, fill.alpha, ground), ground);
    const outline =
      text.outline && text.outline.width >= text.font.size * 0.06 ? parseColour(text.outline.color) : null;
    if (outline) against = Math.max(against, contrastOf(fill.rgb, outline.rgb));
    // A shadow darkens what lies right behind the letters, by about half of its own strength.
    const shadow = text.shadow && parseColour(text.shadow.color);
    if (shadow) against = Math.max(against, contrastOf(fill.rgb, over(shadow.rgb, shadow.alpha * 0.5, ground)));
    worst = Math.min(worst, against);
  }
  return worst;
}

/** WCAG 2.2, 1.4.3: 4.5 for text, 3 for large text; on a frame, what is twice as large as it must be counts as large. */
const LEAST = 4.5;
const LEAST_LARGE = 3;
const LARGE = 72;

/** Text does not stand out from what lies behind it. */
export function contrast({ pieces, groups, show, scene, behind }: Judged): Finding[] {
  return pieces
    .filter((piece) => !isPicture(piece) && piece.kind !== 'drift')
    .flatMap((piece): Finding[] => {
      const shown = groups.get(piece.id) ?? [];
      const grounds = behind.length > 0 ? sampled(behind, piece.place, show.frame) : UNKNOWN;
      const ends = endsOf(grounds.length > 0 ? grounds : UNKNOWN);
      const panel = shown.flatMap((each) => each.ops).filter((op) => op.op === 'rect');
      let found: { worst: number; least: number } | null = null;
      for (const group of shown) {
        for (const text of textsOf([group])) {
          const least = text.font.size >= LARGE ? LEAST_LARGE : LEAST;
          const worst = worstOf(text, panel, ends);
          if (worst < least && (!found || worst < found.worst)) found = { worst, least };
        }
      }
      if (!found) return [];
      const fields: Record<string, unknown> =
        piece.kind === 'text'
          ? { backing: true, type: undefined, look: undefined, style: 'kiln' }
          : piece.kind === 'chat'
            ? { backing: true, type: undefined, look: undefined }
            : { style: 'slip', type: undefined, look: undefined, opacity: undefined };
      return [
        {
          key: `contrast/${scene}/${piece.id}`,
          pieces: [piece.id],
          says: phrase('Text of {name} is hard to tell from what lies behind it.', { name: piece.name }),
          figures: phrase('Its contrast is {worst, number, ::.0} : 1; {least} : 1 is the least.', {
            worst: found.worst,
            least: found.least,
          }),
          mend: {
            label:
              piece.kind === 'text' || piece.kind === 'chat'
                ? phrase('Put a backing behind it')
                : phrase('Use {title}', { title: STYLES.slip.title }),
            does: { kind: 'set', piece: piece.id, fields },
          },
        },
      ];
    });
}
