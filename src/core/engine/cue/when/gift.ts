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
import { phrase, type PhraseValue } from '@/core/words/phrase';

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
  title: phrase('Someone sends a gift'),
  group: phrase('Giving'),
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
  sentence: ({ gifts, coins, at, answers }) => {
    const which: PhraseValue =
      gifts.length === 0
        ? anyOf(phrase('any gift'), answers, narrows.rank({ kind: 'gift', gifts, coins, at }))
        : { or: gifts.map(({ name }) => name) };
    const range = rangeWords(coins, (n) => phrase('{n, plural, one {# coin} other {# coins}}', { n }));
    const gift = range
      ? phrase('<set-gifts>{which}</set-gifts> <set-coins>{range}</set-coins>', { which, range })
      : phrase('<set-gifts>{which}</set-gifts>', { which });
    return at === 'end'
      ? phrase('someone sends {gift}, <set-at>once its streak has ended</set-at>', { gift })
      : phrase('someone sends {gift}', { gift });
  },
  settings: [
    { field: 'gifts', label: phrase('Gift'), setting: 'gifts' },
    { field: 'coins', label: phrase('Total value'), setting: 'range', unit: phrase('coins') },
    {
      field: 'at',
      label: phrase('Streaks'),
      setting: 'choice',
      options: [
        { value: 'step', label: phrase('At each step') },
        { value: 'end', label: phrase('Once, at the end') },
      ],
    },
    answersSetting,
  ],
  problem: ({ coins }) => rangeProblem(coins),
};
