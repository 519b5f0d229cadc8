import { z } from 'zod';
import { amountWords } from '@/core/event/money';
import { WORTH_PARTS } from '@/core/event/worth-parts';
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

/** `worth`: by the show's rates, minor units of the streamer's currency. */
const schema = z.object({ kind: z.literal('tip'), worth: rangeSchema, answers: answersSchema });
type TipWhen = z.infer<typeof schema>;

const narrows: Narrowing<TipWhen> = {
  rank: ({ worth }) => (isNarrow(worth) ? 1 : 0),
  covers: (when, { worth }) => within(when.worth, worth / WORTH_PARTS),
  meets: (a, b) => overlaps(a.worth, b.worth),
};

export const tip: WhenKind<TipWhen, EventMoment> = {
  kind: 'tip',
  schema,
  title: 'Someone tips',
  group: 'Giving',
  triggers: () => ['tip'],
  make: () => ({ kind: 'tip', worth: ANY, answers: 'rest' }),
  narrows,
  fires(when, moment) {
    if (moment.trigger !== 'tip' || moment.event.kind !== 'tip' || !within(when.worth, moment.worth / WORTH_PARTS))
      return NEVER;
    const amount = amountWords(moment.event.amountMinor, moment.event.currency);
    const { message } = moment.event;
    return [viewerValues(moment, { worth: amount, total: amount, count: 1, ...(message ? { message } : {}) })];
  },
  sample: () => ({ ...SAMPLE_VIEWER, worth: '5.00 EUR', total: '5.00 EUR', count: 1, message: 'for the big kiln' }),
  sentence: ({ worth, answers }, { money: { currency } }) => {
    const range = rangeWords(worth, '', (minor) => amountWords(minor, currency));
    return [
      { text: 'someone tips ' },
      { text: range === '' ? `any amount${restWords(answers, 0)}` : `an amount ${range}`, field: 'worth' },
    ];
  },
  settings: [
    { field: 'worth', label: 'Amount, by your rates', setting: 'range', unit: '', money: true },
    answersSetting,
  ],
  problem: ({ worth }) => rangeProblem(worth),
};
