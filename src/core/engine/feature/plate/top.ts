import type { BoardMeasure } from '@/core/engine/count/row';
import type { NotableKind } from './slice';

/** What "the top" of each kind is told by. A raid has no viewer who does more of them. */
export const TOP_BY: Record<NotableKind, BoardMeasure> = {
  follow: 'follows',
  gift: 'coins',
  subscribe: 'subscriptions',
  giftSubs: 'giftSubs',
  tip: 'tips',
  raid: 'coins',
  share: 'shares',
};
