import type { EventKind } from '@/core/event/kind';
import { MEASURE, type Measure } from '@/core/engine/count/measure';
import { countsOf } from '@/core/engine/feature/goal/schema';
import { KIT } from '@/core/engine/features';
import { whyNever } from '@/core/platform';
import type { Show } from '@/core/show/show';
import type { Piece } from '@/core/piece';
import type { Phrase } from '@/core/words/phrase';

/** Why a piece will stay as it is: it waits for a kind of event that no feed sends. Null: some feed does. */
export function pieceProblem(piece: Piece, show: Show): Phrase | null {
  const counted = countedBy(piece, show);
  if (!counted) return null;
  const { grows, what } = counted;
  const reasons = grows.map((kind) => whyNever(show.feeds, kind, what));
  return reasons.every((reason) => reason !== null) ? (reasons.at(-1) ?? null) : null;
}

/** What a piece counts: the kinds of event that it grows by, and what they are in a sentence. */
function countedBy(piece: Piece, show: Show): { grows: readonly EventKind[]; what: Phrase } | null {
  const of = (measure: Measure) => ({ ...MEASURE[measure], grows: MEASURE[measure].grows ?? MEASURE[measure].kinds });
  if (piece.kind === 'leaderboard') return of(piece.measure);
  const goal = piece.kind === 'goal' ? show.goals.find(({ id }) => id === piece.goal) : undefined;
  if (!goal) return null;
  if (goal.own !== undefined) return KIT.measures.get(goal.own) ?? null;
  const measure = countsOf(goal);
  return measure && of(measure);
}
