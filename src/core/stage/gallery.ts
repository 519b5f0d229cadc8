import type { Show } from '@/core/show/show';
import { starterShow } from '@/core/show/starter';
import type { PaintInput } from '@/core/stage/stage';
import { exampleOf, type Example } from './examples';
import { PIECE_KINDS, type Live, type Piece } from '@/core/piece';
import type { HouseStyle } from '@/core/piece/style';

/* All kinds of piece side by side, for looking and for golden pictures. */

const COLUMNS = 3;
const CELL = { w: 760, h: 460 };
const INSET = 30;

/** The show that the gallery's pieces belong to: one of everything that they show. */
export const galleryShow = (): Show => ({
  ...starterShow('gallery'),
  counters: [{ id: 'c', name: 'Throws', start: 12, step: 1, target: 40 }],
  countdowns: [{ id: 't', name: 'Time left', seconds: 754, most: 0 }],
  lanterns: [{ id: 'l', name: 'Kiln glow', of: 'likes', every: 100 }],
  draws: [
    {
      id: 'd',
      name: 'Next glaze',
      from: 'choices',
      keyword: '',
      choices: [
        { label: 'Celadon', weight: 1 },
        { label: 'Tenmoku', weight: 2 },
      ],
    },
  ],
});

const SHOWN = Object.values(PIECE_KINDS);

/**
 * A sheet with every kind of piece in one style, all with content of one kind.
 * @param now ms: alerts are in the middle of their time then
 */
export function gallerySheet(style: HouseStyle, example: Example, now: number): PaintInput {
  const show = galleryShow();
  const pieces = SHOWN.map(({ kind, make }, n): Piece => {
    const made: Piece = { ...make(kind, show), style };
    // At most as large as its cell, and no smaller than it can be.
    const w = Math.min(CELL.w - 2 * INSET, made.place.w);
    const h = Math.min(CELL.h - 2 * INSET, made.place.h);
    return { ...made, place: { x: (n % COLUMNS) * CELL.w + INSET, y: Math.floor(n / COLUMNS) * CELL.h + INSET, w, h } };
  });
  const live = Object.fromEntries(
    pieces.map((piece): [string, Live] => [piece.id, exampleOf(piece, show, example, now)]),
  );
  return { frame: { width: COLUMNS * CELL.w, height: Math.ceil(SHOWN.length / COLUMNS) * CELL.h }, pieces, live };
}
