import { z } from 'zod';
import { ANY, rangeSchema, rangeProblem, rangeWords, within } from '@/core/engine/cue/range';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';

const schema = z.object({ kind: z.literal('giftSubs'), count: rangeSchema });

export const giftSubs: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'giftSubs',
  schema,
  title: 'Someone gives subscriptions away',
  group: 'Giving',
  joins: 'add',
  triggers: () => ['giftSubs'],
  make: () => ({ kind: 'giftSubs', count: ANY }),
  fires: (when, moment) =>
    moment.trigger === 'giftSubs' && moment.event.kind === 'giftSubs' && within(when.count, moment.event.count)
      ? [viewerValues(moment, { count: moment.event.count, total: moment.totals.giftSubs })]
      : NEVER,
  sample: ({ count }) => ({ ...SAMPLE_VIEWER, count: count.least ?? 5, total: 5 }),
  sentence: ({ count }) => [
    { text: 'someone gives away ' },
    {
      text: rangeWords(count, '') === '' ? 'subscriptions' : `subscriptions, a number ${rangeWords(count, '')}`,
      field: 'count',
    },
  ],
  settings: [{ field: 'count', label: 'How many', setting: 'range', unit: '' }],
  problem: ({ count }) => rangeProblem(count),
};
