import { figure } from '@/core/event/figures';
import { z } from 'zod';
import type { StreamEvent } from '@/core/event/event';
import { addedTo, MEASURE } from '@/core/engine/count/measure';
import type { Measure } from '@/core/engine/count/row';
import { phrase, type Phrase } from '@/core/words/phrase';

/* Points: what earns them, what levels they lead to. The accounts are in ledger.ts. */

const earned = (standard: number) => z.number().int().min(0).max(1_000_000).default(standard);

/** For what viewers earn points, and how many. */
export const earnSchema = z.object({
  coin: earned(1),
  follow: earned(20),
  share: earned(10),
  subscribe: earned(100),
  giftSub: earned(100),
  /** For ten likes: one is too little to be worth a whole point. */
  tenLikes: earned(1),
  /** For a line in chat; the next one earns after `chatPause` seconds. */
  chat: earned(2),
  /** For a whole unit of the streamer's currency. */
  tip: earned(10),
  /** For each viewer that a raid brings. */
  raid: earned(1),
  /** For each minute watched (ledger.ts says what that is). */
  minute: earned(1),
});
export type EarnRules = z.infer<typeof earnSchema>;
export type EarnKind = keyof EarnRules;

export const EARN_TITLES: Record<EarnKind, Phrase> = {
  coin: phrase('for a coin'),
  tenLikes: phrase('for ten likes'),
  follow: phrase('for a follow'),
  share: phrase('for a share'),
  chat: phrase('for a line in chat'),
  subscribe: phrase('for a subscription'),
  giftSub: phrase('for a subscription given away'),
  tip: phrase('for a tipped unit of money'),
  raid: phrase('for each viewer of a raid'),
  minute: phrase('for a minute watched'),
};

export const MOST_LEVEL = 100;

/** How levels follow from all that was ever earned. `first`: what the second level takes; each one after it takes `more` more than the one before. */
export const levelsSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('formula'),
    first: z.number().int().min(1).max(1_000_000),
    more: z.number().int().min(0).max(1_000_000),
  }),
  /** What levels 2, 3 … begin at. */
  z.object({
    by: z.literal('table'),
    at: z
      .array(z.number().int().min(1).max(1e12))
      .min(1)
      .max(MOST_LEVEL - 1)
      .refine((at) => at.every((n, i) => i === 0 || n > (at[i - 1] ?? 0)), 'Each level begins above the one before.'),
  }),
]);
export type Levels = z.infer<typeof levelsSchema>;

const id = z.string().min(1).max(100);
const keyword = z.string().max(40);

/** Something that points buy: a chat message asks for it, and cues wait for it. */
export const perkSchema = z.object({
  id,
  name: z.string().min(1).max(80),
  keyword: z.string().min(1).max(40),
  price: z.number().int().min(0).max(1e9),
  /** The least level; 1: everybody. */
  level: z.number().int().min(1).max(MOST_LEVEL).default(1),
  /** Seconds before the same viewer has it again. */
  pause: z.number().int().min(0).max(86_400).default(0),
});
export type Perk = z.infer<typeof perkSchema>;

export const pointsSchema = z.object({
  /** They are this show's alone, rules and accounts, and not its home's. */
  own: z.boolean().optional(),
  on: z.boolean().default(false),
  /** What the streamer calls them. */
  unit: z.string().min(1).max(30).default('points'),
  earn: earnSchema.default(() => earnSchema.parse({})),
  chatPause: z.number().int().min(0).max(3600).default(60),
  levels: levelsSchema.default({ by: 'formula', first: 100, more: 50 }),
  perks: z.array(perkSchema).max(50).default([]),
  /** Viewers may hand points on: "!give @handle 50"; so much at most in a session. Empty keyword: they may not. */
  give: z.object({ keyword, most: z.number().int().min(1).max(1e9) }).default({ keyword: '', most: 500 }),
  /** What asks for one's own points, answered in chat; empty: nothing does. */
  ask: keyword.default(''),
});
export type PointsPlan = z.infer<typeof pointsSchema>;

export interface PointsShow {
  points: PointsPlan;
  setup?: string | undefined;
}
export const POINTS: PointsPlan = pointsSchema.parse({});

/** What a level begins at; level 1 at nothing. By formula: the sum of an arithmetic progression. Infinity: there is no such level. */
export function levelBegins(levels: Levels, level: number): number {
  if (level <= 1) return 0;
  if (level > MOST_LEVEL) return Infinity;
  if (levels.by === 'table') return levels.at[level - 2] ?? Infinity;
  const n = level - 1;
  return n * levels.first + (levels.more * n * (n - 1)) / 2;
}

/** The level of who has earned so much: 1 or more. */
export function levelAt(levels: Levels, points: number): number {
  let low = 1;
  let high = levels.by === 'table' ? levels.at.length + 1 : MOST_LEVEL;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (levelBegins(levels, middle) <= points) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * What an event alone earns its viewer: likes, chat and watching depend on what was before (ledger.ts).
 * @param worth of a tip, and `unit`, a whole unit of the streamer's currency: both in thousandths of a minor unit
 */
export function earnedBy(
  rules: EarnRules,
  event: StreamEvent,
  worth: number,
  unit: number,
): { why: EarnKind; points: number } | null {
  // In this order of factors: beyond 2⁵³ another one gives another number, and journals are read back to the last digit.
  if (event.kind === 'gift') return { why: 'coin', points: rules.coin * event.count * event.unitCoins };
  if (event.kind === 'tip') return { why: 'tip', points: Math.floor((rules.tip * worth) / unit) };
  if (event.kind === 'raid') return { why: 'raid', points: rules.raid * event.viewers };
  // One that was given away earns its giver points.
  if (event.kind === 'subscribe' && event.gifted) return null;
  const found = BY_MEASURE.find(({ measure }) => MEASURE[measure].kinds.includes(event.kind));
  return found ? { why: found.why, points: rules[found.why] * addedTo(found.measure, event, worth, true) } : null;
}

const BY_MEASURE = [
  { why: 'follow', measure: 'follows' },
  { why: 'share', measure: 'shares' },
  { why: 'subscribe', measure: 'subscriptions' },
  { why: 'giftSub', measure: 'giftSubs' },
] as const satisfies { why: EarnKind; measure: Measure }[];

/** Points as words: "1,240 points". */
export const pointsWords = (points: number, { unit }: Pick<PointsPlan, 'unit'>, language?: string): string =>
  `${figure(points, language)} ${unit}`;

/** The note at a line of an account that was brought in, as it is kept; it is said in the app's language where it is shown. */
export const FROM_A_FILE = 'from a file';
