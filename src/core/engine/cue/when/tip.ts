import { z } from 'zod';
import type { EventOf } from '@/core/event/event';
import { amountWords, currencySchema, minorDigits } from '@/core/event/money';
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

/** `worth`: by the show's rates, minor units of the streamer's currency; with a `currency`, of that, and tips in no other. */
const schema = z.object({
  kind: z.literal('tip'),
  worth: rangeSchema,
  currency: currencySchema.optional(),
  answers: answersSchema,
});
type TipWhen = z.infer<typeof schema>;

/** Whether a tip is of the amount that is waited for. @param worth of the tip by the show's rates, thousandths of a minor unit */
const isOf = (when: TipWhen, event: EventOf<'tip'>, worth: number): boolean =>
  when.currency === undefined
    ? within(when.worth, worth / WORTH_PARTS)
    : event.currency === when.currency && within(when.worth, event.amountMinor);

const narrows: Narrowing<TipWhen> = {
  rank: ({ worth, currency }) => (isNarrow(worth) ? 1 : 0) + (currency === undefined ? 0 : 1),
  covers: (when, { event, worth }) => event.kind === 'tip' && isOf(when, event, worth),
  // Amounts in different currencies are not compared: a rate may change.
  meets: (a, b) => (a.currency === b.currency ? overlaps(a.worth, b.worth) : !a.currency || !b.currency),
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
    if (moment.trigger !== 'tip' || moment.event.kind !== 'tip' || !isOf(when, moment.event, moment.worth))
      return NEVER;
    const amount = amountWords(moment.event.amountMinor, moment.event.currency, moment.language);
    const { message } = moment.event;
    return [viewerValues(moment, { worth: amount, total: amount, count: 1, ...(message ? { message } : {}) })];
  },
  sample: () => ({ ...SAMPLE_VIEWER, worth: '5.00 EUR', total: '5.00 EUR', count: 1, message: 'for the big kiln' }),
  sentence: ({ worth, answers, currency }, { money }) => {
    const range = rangeWords(worth, '', (minor) => amountWords(minor, currency ?? money.currency));
    return [
      { text: 'someone tips ' },
      { text: range === '' ? `any amount${restWords(answers, 0)}` : `an amount ${range}`, field: 'worth' },
      ...(currency === undefined ? [] : [{ text: ' in ' }, { text: currency, field: 'currency' }]),
    ];
  },
  settings: [
    { field: 'worth', label: 'Amount', setting: 'range', unit: '', money: true },
    { field: 'currency', label: 'Currency', setting: 'currency' },
    answersSetting,
  ],
  problem: ({ worth, currency }) =>
    currency !== undefined && minorDigits(currency) === null
      ? `${currency} is no currency of ISO 4217.`
      : rangeProblem(worth),
};
