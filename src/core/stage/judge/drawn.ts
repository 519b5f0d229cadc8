import type { Group } from '@/core/paint/display';
import type { Measure } from '@/core/paint/text';
import { drawPiece, type Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { exampleOf } from '../examples';

/** A moment at which example alerts are in the middle of their time, ms. */
const NOW = 10_000;

const drawn = new WeakMap<Piece, { measure: Measure; language: string; groups: readonly Group[] }>();

/** What a piece draws by way of example. A piece that has not changed is not drawn again: while one is dragged, the others are the same. */
export function drawnOf(piece: Piece, show: Show, measure: Measure): readonly Group[] {
  const known = drawn.get(piece);
  const { language } = show;
  if (known?.measure === measure && known.language === language) return known.groups;
  const groups = drawPiece(piece, exampleOf(piece, show, 'usual', NOW), { measure, seen: 'air', language });
  drawn.set(piece, { measure, language, groups });
  return groups;
}
