import { z } from 'zod';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { MEASURE, type Measure } from '@/core/engine/count/measure';
import type { WordValues } from '@/core/words/fields';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';
import { amountFigure, amountWords } from '@/core/event/money';
import { phrase, type Phrase } from '@/core/words/phrase';

const OF = [
  'likes',
  'gifts',
  'coins',
  'follows',
  'worth',
  'shares',
  'subscriptions',
  'giftSubs',
  'allSubs',
  'tipCount',
  'raids',
] as const;
type Of = (typeof OF)[number];

/** What is counted here and is no measure: of the whole session alone. */
const SUMS: Partial<Record<Of, Pick<(typeof MEASURE)['likes'], 'kinds' | 'amount' | 'total'>>> = {
  // One that is given away is counted with who gave it.
  allSubs: {
    kinds: ['subscribe', 'giftSubs'],
    amount: (event) => (event.kind === 'giftSubs' ? event.count : event.kind === 'subscribe' && !event.gifted ? 1 : 0),
    total: ({ subscriptions, giftSubs }) => subscriptions + giftSubs,
  },
  tipCount: { kinds: ['tip'], amount: () => 1, total: ({ byKind }) => byKind.tip },
};
/** Whether it is nobody's in particular. Raids are by streamers, and no viewer's. */
const ofAll = (of: Of): boolean => of === 'raids' || of in SUMS;
const kindOf = (of: Of) => SUMS[of] ?? MEASURE[of as Measure];

const schema = z.object({
  kind: z.literal('every'),
  /** So many from one time to the next; for worth: minor units. */
  every: z.number().int().min(1).max(1_000_000),
  of: z.enum(OF),
  by: z.enum(['viewer', 'session']),
  /** Within so many seconds; 0: however long it takes. Of the session only. */
  within: z.number().int().min(0).max(3600),
  /** Absent: each time so many more have come. */
  how: z.enum(['every', 'once']).optional(),
});

/** One message sets a cue off no more often than this; beyond it the latest count. A batch that large is a fault, not a viewer. */
const MOST_AT_ONCE = 50;

/** So many entries of a stretch are kept one by one. */
const MOST_RECENT = 1000;

const UNITS: Record<Of, (n: number, currency: string) => Phrase> = {
  likes: (n) => phrase('{n, plural, one {# like} other {# likes}}', { n }),
  gifts: (n) => phrase('{n, plural, one {# gift} other {# gifts}}', { n }),
  coins: (n) => phrase('{n, plural, one {# coin} other {# coins}}', { n }),
  follows: (n) => phrase('{n, plural, one {# new follower} other {# new followers}}', { n }),
  worth: (n, currency) => phrase('{amount} of worth', { amount: { money: n, currency } }),
  shares: (n) => phrase('{n, plural, one {# share} other {# shares}}', { n }),
  subscriptions: (n) => phrase('{n, plural, one {# subscription} other {# subscriptions}}', { n }),
  giftSubs: (n) => phrase('{n, plural, one {# subscription given away} other {# subscriptions given away}}', { n }),
  allSubs: (n) =>
    phrase('{n, plural, one {# subscription, own or given away} other {# subscriptions, own and given away}}', { n }),
  tipCount: (n) => phrase('{n, plural, one {# tip} other {# tips}}', { n }),
  raids: (n) => phrase('{n, plural, one {# raid} other {# raids}}', { n }),
};

export const every: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'every',
  schema,
  title: phrase('Every so many likes, gifts, coins or follows'),
  group: phrase('Giving'),
  joins: 'latest',
  triggers: ({ of }) => kindOf(of).kinds,
  make: () => ({ kind: 'every', every: 100, of: 'likes', by: 'viewer', within: 0 }),
  fires({ every: n, of, by, within, how }, moment, memory) {
    const kind = kindOf(of);
    if (!kind.kinds.includes(moment.event.kind)) return NEVER;
    const plus = kind.amount(moment.event, moment.worth, by === 'viewer');
    if (plus === 0) return NEVER;
    if (within > 0)
      return inStretch({ n: n * (of === 'worth' ? WORTH_PARTS : 1), of, ms: within * 1000, plus }, moment, memory);
    const after = counted(of, by, moment);
    if (after === null) return NEVER;
    const step = of === 'worth' ? n * WORTH_PARTS : n;
    // Asked at every like: most of the time the next step is still ahead.
    if (after % step >= plus) return NEVER;
    const last = Math.floor(after / step);
    const before = Math.floor((after - plus) / step);
    if (how === 'once') return before === 0 && last > 0 ? [viewerValues(moment, reached(of, n, after, moment))] : NEVER;
    const values: WordValues[] = [];
    // Counted down from the last by how many there are: beyond 2⁵³ adding one to a number leaves it as it is.
    for (let left = Math.min(MOST_AT_ONCE, last - before) - 1; left >= 0; left -= 1)
      values.push(viewerValues(moment, reached(of, (last - left) * n, after, moment)));
    return values;
  },
  sample: ({ every: n, of }) => ({
    ...SAMPLE_VIEWER,
    ...reached(of, n, of === 'worth' ? n * WORTH_PARTS : n, SAMPLE_MONEY),
  }),
  sentence({ every: n, of, by, within, how }, { money }) {
    const many = UNITS[of](n, money.currency);
    if (within > 0)
      return phrase('there are <set-every>{many}</set-every> within <set-within>{seconds} s</set-within>', {
        many,
        seconds: within,
      });
    const who = by === 'viewer' && !ofAll(of) ? phrase('one viewer') : phrase('the session');
    return how === 'once'
      ? phrase('<set-by>{who}</set-by> reaches <set-every>{many}</set-every>, <set-how>once</set-how>', { who, many })
      : phrase('<set-by>{who}</set-by> reaches every <set-every>{many}</set-every>', { who, many });
  },
  settings: [
    {
      field: 'every',
      label: phrase('How many'),
      setting: 'number',
      least: 1,
      most: 1_000_000,
      step: 10,
      money: ({ of }) => of === 'worth',
    },
    {
      field: 'of',
      label: phrase('Of what'),
      setting: 'choice',
      options: [
        { value: 'likes', label: phrase('Likes') },
        { value: 'gifts', label: phrase('Gifts') },
        { value: 'coins', label: phrase('Coins') },
        { value: 'follows', label: phrase('New followers') },
        { value: 'worth', label: phrase('Worth') },
        { value: 'shares', label: phrase('Shares') },
        { value: 'subscriptions', label: phrase('Subscriptions') },
        { value: 'giftSubs', label: phrase('Subscriptions given away') },
        { value: 'allSubs', label: phrase('All subscriptions, own and given away') },
        { value: 'tipCount', label: phrase('Tips, by their number') },
        { value: 'raids', label: phrase('Raids') },
      ],
    },
    {
      field: 'by',
      label: phrase('Counted for'),
      setting: 'choice',
      options: [
        { value: 'viewer', label: phrase('Each viewer') },
        { value: 'session', label: phrase('The whole session') },
      ],
    },
    {
      field: 'how',
      label: phrase('How often'),
      setting: 'choice',
      otherwise: 'every',
      options: [
        { value: 'every', label: phrase('Each time so many more have come') },
        { value: 'once', label: phrase('Once, when so many have come') },
      ],
    },
    {
      field: 'within',
      label: phrase('Within a stretch of time (0: however long it takes)'),
      setting: 'number',
      least: 0,
      most: 3600,
      step: 10,
      unit: phrase('seconds'),
    },
  ],
};

/** How many there are, with this event; null: of nobody. */
function counted(of: Of, by: 'viewer' | 'session', { tally, totals }: EventMoment): number | null {
  if (by === 'session' || ofAll(of)) return kindOf(of).total(totals);
  return tally && (tally[of as keyof typeof tally & Of] ?? 0);
}

type MoneyWords = Pick<EventMoment, 'currency' | 'language'>;
const SAMPLE_MONEY: MoneyWords = { currency: 'EUR', language: 'en' };

/** What was reached, and what it comes to, in words' values. Money stands as an amount. @param all of worth: thousandths of a minor unit */
const reached = (of: Of, count: number, all: number, { currency, language }: MoneyWords): WordValues =>
  of === 'worth'
    ? {
        count: amountFigure(count, currency, language),
        worth: amountWords(count, currency, language),
        total: amountWords(Math.floor(all / WORTH_PARTS), currency, language),
      }
    : { count, total: all };

/** So many within a stretch: what came earlier drops out, and after it has fired it begins anew. */
function inStretch(
  { n, of, ms: stretch, plus }: { n: number; of: Of; ms: number; plus: number },
  moment: EventMoment,
  memory: { recent: { at: number; count: number }[] },
): readonly WordValues[] {
  memory.recent = memory.recent.filter(({ at }) => at > moment.now - stretch);
  const last = memory.recent.at(-1);
  // In a flood what comes at nearly the same time is one entry: the stretch is then kept to a thousandth.
  if (last && memory.recent.length >= MOST_RECENT && moment.now - last.at < stretch / MOST_RECENT) last.count += plus;
  else memory.recent.push({ at: moment.now, count: plus });
  const sum = memory.recent.reduce((total, { count }) => total + count, 0);
  if (sum < n) return NEVER;
  memory.recent = [];
  return [viewerValues(moment, reached(of, of === 'worth' ? Math.floor(sum / WORTH_PARTS) : sum, sum, moment))];
}
