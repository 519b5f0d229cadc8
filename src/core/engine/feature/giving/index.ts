import type { Feature, OwnMeasure } from '@/core/engine/kernel/feature';
import { later, recount } from '@/core/engine/kernel/state';

/* What is counted of giving beside the measures that viewers are ranked by: sums of two kinds, and how many there were. */

const measures: readonly OwnMeasure[] = [
  {
    measure: 'allSubs',
    title: 'All subscriptions, own and given away',
    what: 'subscriptions',
    grows: ['subscribe', 'giftSubs'],
    // One that is given away is counted with who gave it, and not again with who received it.
    value: ({ totals }) => totals.subscriptions + totals.giftSubs,
  },
  {
    measure: 'receivedSubs',
    title: 'Subscriptions received as gifts',
    what: 'subscriptions that were received',
    grows: ['subscribe'],
    value: ({ totals }) => totals.byKind.subscribe - totals.subscriptions,
  },
  {
    measure: 'tipCount',
    title: 'How many tips',
    what: 'tips',
    grows: ['tip'],
    value: ({ totals }) => totals.byKind.tip,
  },
];

export const giving = {
  name: 'giving',
  listens: () => ({ record: ['subscribe', 'giftSubs', 'tip'] }),
  record(state) {
    later(state, (emit) => recount(state, emit));
  },
  measures,
} satisfies Feature;
