import { z } from 'zod';
import { ANY, rangeSchema, rangeProblem, rangeWords, within } from '@/core/engine/cue/range';
import {
  NEVER,
  SAMPLE_VIEWER,
  viewerValues,
  type EventMoment,
  type Narrowing,
  type WhenKind,
} from '@/core/engine/kernel/when';
import type { EventOf } from '@/core/event/event';
import { answersSchema, answersSetting, isNarrow, overlaps, restWords } from '@/core/engine/cue/answers';

const schema = z.object({
  kind: z.literal('subscribe'),
  months: rangeSchema,
  gifted: z.enum(['any', 'own', 'gifted']),
  answers: answersSchema,
});
type SubscribeWhen = z.infer<typeof schema>;

const fits = (when: SubscribeWhen, { months, gifted }: EventOf<'subscribe'>): boolean =>
  within(when.months, months) && (when.gifted === 'any' || gifted === (when.gifted === 'gifted'));

const narrows: Narrowing<SubscribeWhen> = {
  rank: ({ months, gifted }) => (gifted === 'any' ? 0 : 1) + (isNarrow(months) ? 1 : 0),
  covers: (when, { event }) => event.kind === 'subscribe' && fits(when, event),
  meets: (a, b) => overlaps(a.months, b.months) && (a.gifted === 'any' || b.gifted === 'any' || a.gifted === b.gifted),
};

export const subscribe: WhenKind<SubscribeWhen, EventMoment> = {
  kind: 'subscribe',
  schema,
  title: 'Someone subscribes',
  group: 'Giving',
  joins: 'group',
  triggers: () => ['subscribe'],
  make: () => ({ kind: 'subscribe', months: ANY, gifted: 'any', answers: 'rest' }),
  narrows,
  fires(when, moment) {
    if (moment.trigger !== 'subscribe' || moment.event.kind !== 'subscribe') return NEVER;
    const { event } = moment;
    if (!fits(when, event)) return NEVER;
    return [
      viewerValues(moment, {
        months: event.months,
        total: moment.totals.subscriptions,
        ...(event.message ? { message: event.message } : {}),
      }),
    ];
  },
  sample: ({ months }) => ({ ...SAMPLE_VIEWER, months: months.least ?? 3, total: 12, message: 'still here' }),
  sentence: ({ months, gifted, answers }) => [
    { text: 'someone ' },
    {
      text:
        gifted === 'gifted' ? 'is given a subscription' : gifted === 'own' ? 'subscribes for themselves' : 'subscribes',
      field: 'gifted',
    },
    ...(rangeWords(months, 'months') === ''
      ? []
      : [{ text: ', a subscription ' }, { text: rangeWords(months, 'months'), field: 'months' }]),
    ...(restWords(answers, narrows.rank({ kind: 'subscribe', months, gifted })) === ''
      ? []
      : [{ text: ' in a way' }, { text: restWords(answers, 0), field: 'answers' }]),
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
    answersSetting,
  ],
  problem: ({ months }) => rangeProblem(months),
};
