import { z } from 'zod';
import type { DrawShow } from '@/core/engine/feature/draw/schema';
import type { DrawHost } from '@/core/engine/feature/draw/slice';
import { isolate } from '@/core/words/isolate';
import type { FontSpec, Group, Op } from '@/core/paint/display';
import { cutLine, fitText, lineOps, lineWidth, type Measure } from '@/core/paint/text';
import { pieceBase, type PieceKind } from './piece';
import { READABLE, styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({ ...pieceBase, kind: z.literal('reel'), draw: z.string().max(100) });
export type ReelPiece = z.infer<typeof schema>;

export interface ReelLive {
  kind: 'reel';
  /** `labels`: what passes by while it turns, the drawn one last. `check`: the hash of the seed to come, or the seed that was used. Null: its draw is gone. */
  draw: {
    name: string;
    labels: readonly string[];
    turns: { from: number; until: number } | null;
    check: string;
    says: string;
  } | null;
}

/** So many labels pass by, at most. */
const SHOWN = 30;
/** So many digits of a hash are shown: enough to be compared, few enough to be read. */
const DIGITS = 12;

/** A reel that stops at one of several, fairly, so that anyone can check it. */
export const reel: PieceKind<ReelPiece, ReelLive, DrawShow, DrawHost> = {
  kind: 'reel',
  title: phrase('Draw (draw reel)'),
  purpose: phrase('Count'),
  says: phrase('Draws one of several, by chances that anyone can check.'),
  schema,
  least: { w: 320, h: 150 },
  make: (id, { frame, draws, language }) => ({
    id,
    kind: 'reel',
    name: proposed(language, 'Draw reel'),
    style: 'slip',
    draw: draws[0]?.id ?? '',
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.36),
      w: Math.round(frame.width * 0.62),
      h: 230,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'draw', label: phrase('Draw'), control: 'choice', from: 'draws' },
  ],
  live(piece, state) {
    const defined = state.show.draws.find(({ id }) => id === piece.draw);
    const draw = state.draws.get(piece.draw);
    if (!defined || !draw) return { kind: 'reel', draw: null };
    const { turns, last } = draw;
    if (!last) {
      // What it draws among, where that is not everyone who was ever here.
      const labels =
        defined.from === 'choices'
          ? defined.choices.slice(0, SHOWN).map(({ label }) => label)
          : Object.values(draw.entered).slice(0, SHOWN);
      return {
        kind: 'reel',
        draw: { name: defined.name, labels, turns: null, check: short('check', draw.hash), says: '' },
      };
    }
    const drawn = last.entries[last.picked]?.label ?? '';
    const others = last.entries
      .slice(0, SHOWN)
      .map(({ label }) => label)
      .filter((label) => label !== drawn);
    return {
      kind: 'reel',
      draw: {
        name: defined.name,
        labels: [...others, drawn],
        turns,
        check: turns ? short('check', last.hash) : short('seed', last.seed),
        says: turns ? '' : drawn,
      },
    };
  },
  sample(piece, show) {
    const defined = show.draws.find(({ id }) => id === piece.draw);
    return {
      kind: 'reel',
      draw: defined
        ? {
            name: defined.name,
            labels: defined.choices.map(({ label }) => label),
            turns: null,
            check: 'check 000000000000',
            says: '',
          }
        : null,
    };
  },
  draw(piece, { draw: shown }, { measure, seen, language = 'en' }) {
    if (!shown && seen === 'air') return [];
    if (!shown)
      return [
        {
          key: piece.id,
          box: piece.place,
          ops: reelOps(
            piece,
            { name: aired(language, 'Choose a draw for this piece'), label: '…', check: '' },
            measure,
          ),
        },
      ];
    const resting = shown.says || shown.labels[0] || '…';
    const group: Group = {
      key: piece.id,
      box: piece.place,
      ops: reelOps(piece, { name: shown.name, label: resting, check: shown.check }, measure),
    };
    const { turns, labels } = shown;
    if (turns && labels.length > 0)
      group.clock = turning(
        turns,
        labels.map((label) => reelOps(piece, { name: shown.name, label, check: shown.check }, measure)),
      );
    return [group];
  },
  alternative: (_piece, { draw: shown }, now, language = 'en') => {
    if (!shown) return '';
    const turning = shown.turns !== undefined && shown.turns !== null && now < shown.turns.until;
    const says = turning
      ? aired(language, 'turning')
      : shown.says === ''
        ? aired(language, 'not drawn yet')
        : shown.says;
    return `${shown.name}: ${says} (${shown.check})`;
  },
};

const short = (what: string, hex: string | null): string => (hex === null ? '' : `${what} ${hex.slice(0, DIGITS)}`);

/** Labels pass by fast, then slower, and the last of them stays. */
function turning({ from, until }: { from: number; until: number }, each: readonly Op[][]): NonNullable<Group['clock']> {
  // So many steps in all, always ending with the last label.
  const steps = each.length * Math.max(1, Math.round(24 / each.length));
  return (now) => {
    const t = Math.max(0, Math.min(1, (now - from) / (until - from)));
    const step = Math.min(steps - 1, Math.floor((1 - (1 - t) ** 3) * steps));
    const ops = each[step % each.length] ?? [];
    if (t >= 1) return { ops, next: Infinity };
    const next = from + (until - from) * (1 - (1 - (step + 1) / steps) ** (1 / 3));
    return { ops, next: Math.max(now + 1, next) };
  };
}

function reelOps(
  piece: ReelPiece,
  { name, label, check }: { name: string; label: string; check: string },
  measure: Measure,
): Op[] {
  const { w, h } = piece.place;
  const style = styleOf(piece);
  const pad = { x: style.pad.x, y: Math.min(style.pad.y, h * 0.14) };
  const inner = { w: w - 2 * pad.x, h: h - 2 * pad.y - style.foot };
  const head: FontSpec = {
    family: 'title',
    weight: 700,
    size: Math.round(Math.max(READABLE, Math.min(44, inner.h * 0.22))),
  };
  const small: FontSpec = { family: 'text', weight: 500, size: Math.round(READABLE) };
  const room = inner.h - head.size * 1.3 - small.size * 1.3;
  const large: FontSpec = { family: 'title', weight: 700, size: Math.round(Math.min(84, room * 0.8)) };
  // No word is parted as long as it can be made smaller.
  const longest = Math.max(1, ...label.split(/\s+/).map((word) => lineWidth(word, large, measure)));
  const { lines, font } = fitText(
    isolate(label),
    { w: inner.w, h: room },
    {
      font: { ...large, size: Math.max(30, Math.floor(large.size * Math.min(1, inner.w / longest))) },
      least: 30,
      leading: 1.1,
    },
    measure,
  );
  const first = pad.y + head.size * 1.3 + room / 2 - ((lines.length - 1) * font.size * 1.1) / 2 + font.size * 0.33;
  return [
    ...style.panel(w, h),
    ...lineOps(
      cutLine(name, inner.w, head, measure),
      { x: pad.x, baseline: pad.y + head.size * 0.84 },
      { font: head, look: style.head },
      measure,
    ),
    ...lines.flatMap((line, n) =>
      lineOps(line, { x: pad.x, baseline: first + n * font.size * 1.1 }, { font, look: style.text }, measure),
    ),
    ...lineOps(
      cutLine(check, inner.w, small, measure),
      { x: pad.x, baseline: pad.y + inner.h - small.size * 0.2 },
      { font: small, look: style.soft },
      measure,
    ),
  ];
}
