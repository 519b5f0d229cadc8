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
import { answersSchema, answersSetting, isNarrow, overlaps, restWords } from '@/core/engine/cue/answers';

const schema = z.object({ kind: z.literal('giftSubs'), count: rangeSchema, answers: answersSchema });
type GiftSubsWhen = z.infer<typeof schema>;

const narrows: Narrowing<GiftSubsWhen> = {
  rank: ({ count }) => (isNarrow(count) ? 1 : 0),
  covers: (when, { event }) => event.kind === 'giftSubs' && within(when.count, event.count),
  meets: (a, b) => overlaps(a.count, b.count),
};

export const giftSubs: WhenKind<GiftSubsWhen, EventMoment> = {
  kind: 'giftSubs',
  schema,
  title: 'Someone gives subscriptions away',
  group: 'Giving',
  joins: 'add',
  triggers: () => ['giftSubs'],
  make: () => ({ kind: 'giftSubs', count: ANY, answers: 'rest' }),
  narrows,
  fires: (when, moment) =>
    moment.trigger === 'giftSubs' && moment.event.kind === 'giftSubs' && within(when.count, moment.event.count)
      ? [viewerValues(moment, { count: moment.event.count, total: moment.totals.giftSubs })]
      : NEVER,
  sample: ({ count }) => ({ ...SAMPLE_VIEWER, count: count.least ?? 5, total: 5 }),
  sentence: ({ count, answers }) => [
    { text: 'someone gives away ' },
    {
      text:
        rangeWords(count, '') === ''
          ? `any number of subscriptions${restWords(answers, 0)}`
          : `subscriptions, a number ${rangeWords(count, '')}`,
      field: 'count',
    },
  ],
  settings: [{ field: 'count', label: 'How many', setting: 'range', unit: '' }, answersSetting],
  problem: ({ count }) => rangeProblem(count),
};
