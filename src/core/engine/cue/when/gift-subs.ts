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
import { answersSchema, answersSetting, isNarrow, overlaps, anyOf } from '@/core/engine/cue/answers';
import { phrase } from '@/core/words/phrase';

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
  title: phrase('Someone gives subscriptions away'),
  group: phrase('Giving'),
  joins: 'add',
  triggers: () => ['giftSubs'],
  make: () => ({ kind: 'giftSubs', count: ANY, answers: 'rest' }),
  narrows,
  fires: (when, moment) =>
    moment.trigger === 'giftSubs' && moment.event.kind === 'giftSubs' && within(when.count, moment.event.count)
      ? [viewerValues(moment, { count: moment.event.count, total: moment.totals.giftSubs })]
      : NEVER,
  sample: ({ count }) => ({ ...SAMPLE_VIEWER, count: count.least ?? 5, total: 5 }),
  sentence: ({ count, answers }) => {
    const range = rangeWords(count);
    return range
      ? phrase('someone gives away <set-count>subscriptions, a number {range}</set-count>', { range })
      : phrase('someone gives away <set-count>{any}</set-count>', {
          any: anyOf(phrase('any number of subscriptions'), answers, 0),
        });
  },
  settings: [{ field: 'count', label: phrase('How many'), setting: 'range', unit: null }, answersSetting],
  problem: ({ count }) => rangeProblem(count),
};
