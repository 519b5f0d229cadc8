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
import { answersSchema, answersSetting, isNarrow, overlaps, anyOf } from '@/core/engine/cue/answers';
import { phrase } from '@/core/words/phrase';

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
  title: phrase('Someone tips'),
  group: phrase('Giving'),
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
    const range = rangeWords(worth, (minor) => ({ money: minor, currency: currency ?? money.currency }), true);
    const amount = range
      ? phrase('<set-worth>an amount {range}</set-worth>', { range })
      : phrase('<set-worth>{any}</set-worth>', { any: anyOf(phrase('any amount'), answers, 0) });
    return currency === undefined
      ? phrase('someone tips {amount}', { amount })
      : phrase('someone tips {amount} in <set-currency>{currency}</set-currency>', { amount, currency });
  },
  settings: [
    { field: 'worth', label: phrase('Amount'), setting: 'range', unit: null, money: true },
    { field: 'currency', label: phrase('Currency'), setting: 'currency' },
    answersSetting,
  ],
  problem: ({ worth, currency }) =>
    currency !== undefined && minorDigits(currency) === null
      ? phrase('{currency} is no currency of ISO 4217.', { currency })
      : rangeProblem(worth),
};
