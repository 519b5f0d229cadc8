import type { Feature, OwnMeasure } from '@/core/engine/kernel/feature';
import { later, recount } from '@/core/engine/kernel/state';
import { phrase } from '@/core/words/phrase';

/* What is counted of giving beside the measures that viewers are ranked by: sums of two kinds, and how many there were. */

const measures: readonly OwnMeasure[] = [
  {
    measure: 'allSubs',
    title: phrase('All subscriptions, own and given away'),
    what: phrase('subscriptions'),
    grows: ['subscribe', 'giftSubs'],
    // One that is given away is counted with who gave it, and not again with who received it.
    value: ({ totals }) => totals.subscriptions + totals.giftSubs,
  },
  {
    measure: 'receivedSubs',
    title: phrase('Subscriptions received as gifts'),
    what: phrase('subscriptions that were received'),
    grows: ['subscribe'],
    value: ({ totals }) => totals.byKind.subscribe - totals.subscriptions,
  },
  {
    measure: 'tipCount',
    title: phrase('How many tips'),
    what: phrase('tips'),
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
