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

const schema = z.object({
  kind: z.literal('gift'),
  /** Which gifts; none named: any. The names are kept for the sentence, since a platform's id says nothing. */
  gifts: z.array(z.object({ id: z.string().min(1).max(100), name: z.string().max(200) })).max(50),
  /** What it comes to in coins: all gifts of the step, or of the streak. */
  coins: rangeSchema,
  /** At each step of a streak, or once at its end. */
  at: z.enum(['step', 'end']),
  answers: answersSchema,
});
type GiftWhen = z.infer<typeof schema>;

const narrows: Narrowing<GiftWhen> = {
  rank: ({ gifts, coins }) => (gifts.length > 0 ? 2 : 0) + (isNarrow(coins) ? 1 : 0),
  // A gift in a streak is its cue's, though that one waits for its end.
  covers: ({ gifts, coins, at }, { event, streak }) =>
    event.kind === 'gift' &&
    (gifts.length === 0 || gifts.some(({ id }) => id === event.giftId)) &&
    ((at === 'end' && streak !== null && !streak.ended && gifts.length > 0) ||
      within(coins, event.count * event.unitCoins)),
  meets: (a, b) =>
    overlaps(a.coins, b.coins) &&
    (a.gifts.length === 0 ||
      b.gifts.length === 0 ||
      a.gifts.some(({ id }) => b.gifts.some((other) => other.id === id))),
};

export const gift: WhenKind<GiftWhen, EventMoment> = {
  kind: 'gift',
  schema,
  title: 'Someone sends a gift',
  group: 'Giving',
  joins: 'add',
  triggers: () => ['gift'],
  keys: ({ gifts }) => (gifts.length === 0 ? null : gifts.map(({ id }) => id)),
  make: () => ({ kind: 'gift', gifts: [], coins: ANY, at: 'step', answers: 'rest' }),
  narrows,
  fires(when, moment) {
    if (moment.trigger !== 'gift' || moment.event.kind !== 'gift') return NEVER;
    const { event, streak } = moment;
    const ends = when.at === 'end';
    if (ends && streak && !streak.ended) return NEVER;
    const count = ends && streak ? streak.count : event.count;
    if (count === 0 || !within(when.coins, count * event.unitCoins)) return NEVER;
    if (when.gifts.length > 0 && !when.gifts.some(({ id }) => id === event.giftId)) return NEVER;
    return [viewerValues(moment, { gift: event.name, count, total: count * event.unitCoins })];
  },
  sample: (when) => ({
    ...SAMPLE_VIEWER,
    gift: when.gifts[0]?.name ?? 'Slip Splash',
    count: 3,
    total: Math.max(30, when.coins.least ?? 0),
  }),
  sentence: ({ gifts, coins, at, answers }) => [
    { text: 'someone sends ' },
    {
      text:
        gifts.length === 0
          ? `any gift${restWords(answers, narrows.rank({ kind: 'gift', gifts, coins, at }))}`
          : gifts.map(({ name }) => name).join(' or '),
      field: 'gifts',
    },
    ...(rangeWords(coins, 'coins') === '' ? [] : [{ text: ' ' }, { text: rangeWords(coins, 'coins'), field: 'coins' }]),
    ...(at === 'end' ? [{ text: ', ' }, { text: 'once its streak has ended', field: 'at' }] : []),
  ],
  settings: [
    { field: 'gifts', label: 'Gift', setting: 'gifts' },
    { field: 'coins', label: 'What it comes to', setting: 'range', unit: 'coins' },
    {
      field: 'at',
      label: 'Streaks',
      setting: 'choice',
      options: [
        { value: 'step', label: 'At each step' },
        { value: 'end', label: 'Once, at the end' },
      ],
    },
    answersSetting,
  ],
  problem: ({ coins }) => rangeProblem(coins),
};
