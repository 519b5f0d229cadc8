import type { EventKind } from '@/core/event/kind';
import type { GoalMeasure } from '@/core/engine/goal';
import type { BoardMeasure } from '@/core/engine/leaderboard';
import { whyNever } from '@/core/platform';
import type { Show } from '@/core/show/show';
import type { Piece } from './index';

/** The kinds of event that a measure counts, and how it stands in a sentence. */
const COUNTS: Record<GoalMeasure | BoardMeasure, { kinds: readonly EventKind[]; what: string }> = {
  coins: { kinds: ['gift'], what: 'gifts' }, gifts: { kinds: ['gift'], what: 'gifts' }, likes: { kinds: ['like'], what: 'likes' }, follows: { kinds: ['follow'], what: 'follows' },
  worth: { kinds: ['gift', 'tip'], what: 'gifts or tips' }, chats: { kinds: ['chat'], what: 'chat' }, shares: { kinds: ['share'], what: 'shares' }, subscriptions: { kinds: ['subscribe'], what: 'subscriptions' },
  // Anything may earn them.
  points: { kinds: ['chat', 'like', 'gift', 'follow'], what: 'chat, likes, gifts or follows' },
};

/** Why a piece will stay as it is: it waits for a kind of event that no feed sends. Null: some feed does. */
export function pieceTrouble(piece: Piece, show: Show): string | null {
  const measure = piece.kind === 'leaderboard' ? piece.measure : piece.kind === 'goal' ? show.goals.find(({ id }) => id === piece.goal)?.measure : undefined;
  if (measure === undefined) return null;
  const { kinds, what } = COUNTS[measure];
  const reasons = kinds.map((kind) => whyNever(show.feeds, kind, what));
  return reasons.every((reason) => reason !== null) ? (reasons.at(-1) ?? null) : null;
}
