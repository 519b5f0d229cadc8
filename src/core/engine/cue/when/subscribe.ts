import { z } from 'zod';
import { ANY, rangeSchema, rangeProblem, rangeWords, within } from '@/core/engine/cue/range';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';

const schema = z.object({
  kind: z.literal('subscribe'),
  months: rangeSchema,
  gifted: z.enum(['any', 'own', 'gifted']),
});

export const subscribe: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'subscribe',
  schema,
  title: 'Someone subscribes',
  group: 'Giving',
  joins: 'group',
  triggers: () => ['subscribe'],
  make: () => ({ kind: 'subscribe', months: ANY, gifted: 'any' }),
  fires(when, moment) {
    if (moment.trigger !== 'subscribe' || moment.event.kind !== 'subscribe') return NEVER;
    const { event } = moment;
    if (!within(when.months, event.months) || (when.gifted !== 'any' && event.gifted !== (when.gifted === 'gifted')))
      return NEVER;
    return [viewerValues(moment, { months: event.months, total: moment.totals.subscriptions })];
  },
  sample: ({ months }) => ({ ...SAMPLE_VIEWER, months: months.least ?? 3, total: 12 }),
  sentence: ({ months, gifted }) => [
    { text: 'someone ' },
    {
      text:
        gifted === 'gifted' ? 'is given a subscription' : gifted === 'own' ? 'subscribes for themselves' : 'subscribes',
      field: 'gifted',
    },
    ...(rangeWords(months, 'months') === ''
      ? []
      : [{ text: ', a subscription ' }, { text: rangeWords(months, 'months'), field: 'months' }]),
  ],
  settings: [
    {
      field: 'gifted',
      label: 'Which',
      setting: 'choice',
      options: [
        { value: 'any', label: 'Any' },
        { value: 'own', label: 'Paid by the viewer' },
        { value: 'gifted', label: 'Given by another' },
      ],
    },
    { field: 'months', label: 'Months', setting: 'range', unit: 'months' },
  ],
  problem: ({ months }) => rangeProblem(months),
};
