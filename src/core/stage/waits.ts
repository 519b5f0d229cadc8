import { MEASURE } from '@/core/engine/count/measure';
import { whyNever } from '@/core/platform';
import type { Show } from '@/core/show/show';
import type { Piece } from '@/core/piece';

/** Why a piece will stay as it is: it waits for a kind of event that no feed sends. Null: some feed does. */
export function pieceProblem(piece: Piece, show: Show): string | null {
  const measure =
    piece.kind === 'leaderboard'
      ? piece.measure
      : piece.kind === 'goal'
        ? show.goals.find(({ id }) => id === piece.goal)?.measure
        : undefined;
  if (measure === undefined) return null;
  const { kinds, grows = kinds, what } = MEASURE[measure];
  const reasons = grows.map((kind) => whyNever(show.feeds, kind, what));
  return reasons.every((reason) => reason !== null) ? (reasons.at(-1) ?? null) : null;
}
