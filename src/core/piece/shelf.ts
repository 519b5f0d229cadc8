import { z } from 'zod';
import type { ShelfHost } from '@/core/engine/feature/shelf';
import { MOST_SHELVED, onShelf, type Shelved } from '@/core/engine/feature/shelf/slice';
import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth, type Measure, type TextLook } from '@/core/paint/text';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { potOps } from './pot';
import { READABLE, styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('shelf'),
  title: z.string().max(60),
  /** It is cleared each time it holds so many gifts; 0: it holds the latest. */
  every: z.number().int().min(0).max(MOST_SHELVED),
});
export type ShelfPiece = z.infer<typeof schema>;

export interface ShelfLive {
  kind: 'shelf';
  items: Shelved[];
  cleared: number;
}

/** The session's gifts pile up on a board, a pot for each: the larger the gift, the larger the pot. */
export const shelf: PieceKind<ShelfPiece, ShelfLive, object, ShelfHost> = {
  kind: 'shelf',
  title: phrase('Gifts piling up (shelf)'),
  purpose: phrase('React'),
  says: phrase('The session’s gifts pile up on it, a pot for each.'),
  schema,
  least: { w: 300, h: 160 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'shelf',
    name: proposed(language, 'Shelf'),
    style: 'slip',
    title: proposed(language, 'Tonight’s shelf'),
    every: 60,
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.62),
      w: Math.round(frame.width * 0.6),
      h: 260,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'title', label: phrase('Title'), control: 'text' },
    {
      field: 'every',
      label: phrase('Cleared when it holds (0: never)'),
      control: 'number',
      least: 0,
      most: MOST_SHELVED,
    },
  ],
  live: ({ every }, state) => ({ kind: 'shelf', ...onShelf(state.shelf, every) }),
  sample: () => ({ kind: 'shelf', items: [], cleared: 0 }),
  draw: (piece, live, tools) => [{ key: piece.id, box: piece.place, ops: shelfOps(piece, live, tools) }],
  alternative: ({ title, name }, { items, cleared }, _now, language = 'en') =>
    aired(
      language,
      cleared > 0
        ? '{name}: {n, plural, =0 {empty} one {# gift} other {# gifts}}, filled {cleared} ×'
        : '{name}: {n, plural, =0 {empty} one {# gift} other {# gifts}}',
      { name: title || name, n: items.length, cleared },
    ),
};

/** The largest cell, px, with which so many pots find room as whole rows. */
export function cellFor(count: number, w: number, h: number): number {
  for (let cell = Math.min(96, h); cell > 14; cell -= 1)
    if (Math.floor(w / cell) * Math.floor(h / cell) >= count) return cell;
  return 14;
}

function shelfOps(piece: ShelfPiece, { items, cleared }: ShelfLive, { measure, language = 'en' }: DrawTools): Op[] {
  const {
    place: { w, h },
    title,
  } = piece;
  const style = styleOf(piece);
  const pad = { x: style.pad.x, y: Math.min(style.pad.y, h * 0.12) };
  const head: FontSpec = { family: 'title', weight: 700, size: Math.round(Math.max(READABLE, Math.min(40, h * 0.15))) };
  const count = cleared > 0 ? `filled ${cleared} ×` : '';
  const top = pad.y + (title === '' && count === '' ? 0 : head.size * 1.35);
  const board = { x: pad.x, y: h - pad.y - (style.foot > 0 ? 26 : 14), w: w - 2 * pad.x, h: 12 };
  const room = { w: board.w - 12, h: Math.max(20, board.y - top) };
  const cell = cellFor(Math.max(1, items.length), room.w, room.h);
  const columns = Math.max(1, Math.floor(room.w / cell));
  const fit = columns * Math.max(1, Math.floor(room.h / cell));
  const countWide = count === '' ? 0 : lineWidth(count, head, measure) + head.size;
  return [
    ...style.panel(w, h),
    ...(title === ''
      ? []
      : lineOps(
          cutLine(title, board.w - countWide, head, measure),
          { x: pad.x, baseline: pad.y + head.size * 0.84 },
          { font: head, look: style.head },
          measure,
        )),
    ...(count === ''
      ? []
      : lineOps(
          count,
          { x: w - pad.x, baseline: pad.y + head.size * 0.84, align: 'right' },
          { font: head, look: style.soft },
          measure,
        )),
    { op: 'rect', ...board, radius: 6, fill: '#8A5A3B' },
    ...(items.length === 0
      ? emptyOps(board, room.h, style.soft, { measure, language })
      : items
          .slice(-fit)
          .flatMap((item, n) =>
            potOps(item, board.x + 6 + (n % columns) * cell, board.y - Math.floor(n / columns) * cell, cell),
          )),
  ];
}

function emptyOps(
  board: { x: number; y: number; w: number },
  high: number,
  soft: TextLook,
  { measure, language }: { measure: Measure; language: string },
): Op[] {
  const font: FontSpec = {
    family: 'text',
    weight: 500,
    size: Math.round(Math.max(READABLE, Math.min(38, high * 0.3))),
  };
  return lineOps(
    cutLine(aired(language, 'The first gift stands here'), board.w, font, measure),
    { x: board.x + board.w / 2, baseline: board.y - high * 0.35, align: 'centre' },
    { font, look: soft },
    measure,
  );
}
