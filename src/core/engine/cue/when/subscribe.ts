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
import { answersSchema, answersSetting, isNarrow, overlaps, isRest } from '@/core/engine/cue/answers';
import { phrase } from '@/core/words/phrase';

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
  title: phrase('Someone subscribes'),
  group: phrase('Giving'),
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
  sentence: ({ months, gifted, answers }) => {
    const how = phrase(
      'someone <set-gifted>{gifted, select, gifted {is given a subscription} own {subscribes for themselves} other {subscribes}}</set-gifted>',
      { gifted },
    );
    const range = rangeWords(months, (n) => phrase('{n, plural, one {# month} other {# months}}', { n }));
    if (range) return phrase('{someone}, a subscription <set-months>{range}</set-months>', { someone: how, range });
    return isRest(answers, narrows.rank({ kind: 'subscribe', months, gifted }))
      ? phrase('{someone} in a way<set-answers> that has no cue of its own</set-answers>', { someone: how })
      : how;
  },
  settings: [
    {
      field: 'gifted',
      label: phrase('Which'),
      setting: 'choice',
      options: [
        { value: 'any', label: phrase('Any') },
        { value: 'own', label: phrase('Paid by the viewer') },
        { value: 'gifted', label: phrase('Given by another') },
      ],
    },
    { field: 'months', label: phrase('Months'), setting: 'range', unit: phrase('months') },
    answersSetting,
  ],
  problem: ({ months }) => rangeProblem(months),
};
