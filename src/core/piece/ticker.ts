import { z } from 'zod';
import type { AlertHost } from '@/core/engine/alert/slice';
import type { CueShow } from '@/core/engine/cue/cue';
import type { Host } from '@/core/engine/kernel/feature';
import { withoutIsolates } from '@/core/words/isolate';
import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps } from '@/core/paint/text';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

/** The kinds of moment by which lines can be chosen. */
export const TICKER_KINDS = [
  'follow',
  'gift',
  'subscribe',
  'giftSubs',
  'tip',
  'raid',
  'share',
  'chat',
  'every',
  'goal',
] as const;

const schema = z.object({
  ...pieceBase,
  kind: z.literal('ticker'),
  rows: z.number().int().min(1).max(10),
  /** Only alerts of these kinds; absent: all. */
  of: z.array(z.enum(TICKER_KINDS)).min(1).max(TICKER_KINDS.length).optional(),
});
export type TickerPiece = z.infer<typeof schema>;

export interface TickerLive {
  kind: 'ticker';
  /** Newest first. */
  lines: { id: string; text: string }[];
}

/** The latest alerts in a line each: those that were shown, and those for which there was no time. */
export const ticker: PieceKind<TickerPiece, TickerLive, object, AlertHost & Host<CueShow>> = {
  kind: 'ticker',
  title: phrase('Latest events (ticker)'),
  purpose: phrase('React'),
  says: phrase('The latest alerts, a line each; also those for which there was no time.'),
  schema,
  least: { w: 360, h: 80 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'ticker',
    name: proposed(language, 'Ticker'),
    style: 'slip',
    rows: 3,
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.71),
      w: Math.round(frame.width * 0.6),
      h: 220,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'rows', label: phrase('Lines'), control: 'number', least: 1, most: 10 },
  ],
  live(piece, { played, lines, show }) {
    const own = new Set(show.pieces.flatMap(({ id, kind }) => (kind === 'spotlight' ? [id] : [])));
    const kinds = new Map(show.cues.map(({ id, when }) => [id, when.kind]));
    const wanted = (cue: string | undefined): boolean =>
      piece.of === undefined || piece.of.some((kind) => kind === kinds.get(cue ?? ''));
    const all = [
      ...played
        .filter(({ trial, spotlight, cue }) => !trial && own.has(spotlight) && wanted(cue))
        .map(({ id, until, text }) => ({ id, at: until, text })),
      ...lines.filter(({ cue }) => wanted(cue)),
    ];
    return {
      kind: 'ticker',
      lines: all
        .filter(({ text }) => text.trim() !== '')
        .sort((a, b) => b.at - a.at || (a.id < b.id ? 1 : -1))
        .slice(0, piece.rows)
        .map(({ id, text }) => ({ id, text })),
    };
  },
  sample: () => ({ kind: 'ticker', lines: [] }),
  draw: (piece, live, tools) =>
    live.lines.length === 0 && tools.seen === 'air'
      ? []
      : [{ key: piece.id, box: piece.place, ops: tickerOps(piece, live, tools) }],
  alternative: (piece, live) =>
    live.lines.length === 0 ? '' : `${piece.name}: ${live.lines.map(({ text }) => withoutIsolates(text)).join('; ')}`,
};

/** How many whole lines fit, and how large they are. */
export function linesThatFit(piece: TickerPiece): { fit: number; size: number } {
  const { place, rows } = piece;
  const style = styleOf(piece);
  const room = place.h - style.pad.y * 1.2 - style.foot;
  const size = Math.floor(Math.max(READABLE, Math.min(46, room / rows / 1.4)));
  return { fit: Math.max(1, Math.min(rows, Math.floor(room / (size * 1.4)))), size };
}

/** How high a ticker must be to show all its lines, px. */
export const tickerHeight = (piece: TickerPiece): number => {
  const { pad, foot } = styleOf(piece);
  return Math.ceil(pad.y * 1.2 + foot + piece.rows * READABLE * 1.4) + 1;
};

function tickerOps(piece: TickerPiece, { lines }: TickerLive, { measure, language = 'en' }: DrawTools): Op[] {
  const {
    place: { w, h },
  } = piece;
  const style = styleOf(piece);
  const { fit, size } = linesThatFit(piece);
  const font: FontSpec = { family: 'text', weight: 500, size };
  const shown =
    lines.length === 0 ? [aired(language, 'Latest alerts appear here')] : lines.slice(0, fit).map(({ text }) => text);
  return [
    ...style.panel(w, h),
    ...shown.flatMap((text, n) =>
      lineOps(
        cutLine(text, w - 2 * style.pad.x, font, measure),
        { x: style.pad.x, baseline: style.pad.y * 0.6 + n * size * 1.4 + size },
        { font, look: n === 0 ? style.text : style.soft },
        measure,
      ),
    ),
  ];
}
