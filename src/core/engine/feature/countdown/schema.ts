import { z } from 'zod';
import type { StreamEvent } from '@/core/event/event';
import { addedTo } from '@/core/engine/count/measure';
import type { Measure } from '@/core/engine/count/row';
import { phrase, type Phrase } from '@/core/words/phrase';

const ms = z.number().int().min(0).max(86_400_000).optional();

/** For what time is added, ms for each one; absent: for nothing. */
export const addsSchema = z.object({
  coin: ms,
  like: ms,
  follow: ms,
  share: ms,
  giftSub: ms,
  /** By tier: the first, the second, the third and above. */
  tier1: ms,
  tier2: ms,
  tier3: ms,
  /** For a whole unit of the streamer's currency, of tips and of what coins are worth. */
  worth: ms,
});
export type Adds = z.infer<typeof addsSchema>;

export const ADD_TITLES: Record<keyof Adds, Phrase> = {
  coin: phrase('For a coin'),
  like: phrase('For a like'),
  follow: phrase('For a follow'),
  share: phrase('For a share'),
  giftSub: phrase('For a subscription given away'),
  tier1: phrase('For a subscription'),
  tier2: phrase('For one of the second tier'),
  tier3: phrase('For one of the third tier'),
  worth: phrase('For a whole unit of worth'),
};

/** For what measure each is. Subscriptions are by tier. */
const BY_MEASURE = {
  coin: 'coins',
  like: 'likes',
  follow: 'follows',
  share: 'shares',
  giftSub: 'giftSubs',
} as const satisfies Partial<Record<keyof Adds, Measure>>;

/**
 * What an event adds, ms.
 * @param worth of the event, and `unit`, a whole unit of the streamer's currency: both in thousandths of a minor unit
 */
export function addedBy(adds: Adds, event: StreamEvent, worth: number, unit: number): number {
  let added = Math.floor(((adds.worth ?? 0) * worth) / unit);
  for (const [field, measure] of Object.entries(BY_MEASURE) as [keyof typeof BY_MEASURE, Measure][]) {
    added += (adds[field] ?? 0) * addedTo(measure, event, worth, false);
  }
  if (event.kind !== 'subscribe') return added;
  const perTier = event.tier >= 3 ? adds.tier3 : event.tier === 2 ? adds.tier2 : adds.tier1;
  return added + (perTier ?? 0) * addedTo('subscriptions', event, worth, false);
}

/** Time that runs down while the session lasts, and that viewers add to. */
export const countdownSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  /** What it begins with, s. */
  seconds: z.number().int().min(1).max(2_592_000),
  /** It never holds more than this, s; 0: no bound. */
  most: z.number().int().min(0).max(31_536_000).default(0),
  /** What viewers add, ms for each. */
  adds: addsSchema.optional(),
  /** One event adds no more than this, s; absent or 0: no bound. */
  mostEvent: z.number().int().min(0).max(86_400).optional(),
  /** Once it has run out it is over: nothing sets it going again. */
  final: z.boolean().optional(),
  /** Once begun it runs by the clock, over the end of a session and for days; absent: it stands still between sessions. */
  byClock: z.boolean().optional(),
  /** It ends when viewers see it end: the frame runs ahead by the delay that was measured; absent: when it ends here. */
  whenSeen: z.boolean().optional(),
});
export type Countdown = z.infer<typeof countdownSchema>;

export interface CountdownShow {
  countdowns: readonly Countdown[];
}

/** A countdown by the clock, never by ticks: `endsAt` (ms, the engine's clock) while it runs; else `left`, ms. */
export interface CountdownState {
  id: string;
  endsAt: number | null;
  left: number;
  /** It has run out for good. */
  over?: boolean;
  /** What viewers do adds so many times as much, until then (ms). */
  boost?: { times: number; until: number };
  /** What was added in each of the last minutes, ms: from it the outlook follows. */
  added?: [minute: number, ms: number][];
  /** It ran when the session ended; it runs again if that goes on. */
  ran?: boolean | undefined;
}

/** @param now when it begins to run; null: it waits */
export const startCountdown = ({ id, seconds }: Countdown, now: number | null): CountdownState => ({
  id,
  endsAt: now === null ? null : now + seconds * 1000,
  left: now === null ? seconds * 1000 : 0,
});

/** What is left of it, ms. */
export const leftOf = ({ endsAt, left }: CountdownState, now: number): number =>
  endsAt === null ? left : Math.max(0, endsAt - now);

/** Adds or takes away time, in place. One that has run out runs again; taking away ends it at the soonest now. */
export function addTime(
  { most }: Countdown,
  state: CountdownState,
  ms: number,
  { now, runs }: { now: number; runs: boolean },
): void {
  if (state.over) return;
  const empty = leftOf(state, now) === 0;
  const left = Math.max(0, Math.min(most > 0 ? most * 1000 : Infinity, leftOf(state, now) + ms));
  if (state.endsAt !== null || (empty && runs)) {
    state.endsAt = now + left;
    state.left = 0;
  } else {
    state.left = left;
  }
}

/** So many minutes are looked back upon. */
const LOOKED_BACK = 10;

/** Time that viewers add: times the boost, within the bound for one event. */
export function addByViewers(
  countdown: Countdown,
  state: CountdownState,
  ms: number,
  { now, runs }: { now: number; runs: boolean },
): void {
  const boosted = ms * (state.boost && now < state.boost.until ? state.boost.times : 1);
  const bounded = countdown.mostEvent ? Math.min(boosted, countdown.mostEvent * 1000) : boosted;
  const before = leftOf(state, now);
  addTime(countdown, state, bounded, { now, runs });
  const gained = leftOf(state, now) - before;
  if (gained <= 0) return;
  const minute = Math.floor(now / 60_000);
  const added = (state.added ?? []).filter(([at]) => at > minute - LOOKED_BACK);
  const last = added.at(-1);
  if (last?.[0] === minute) last[1] += gained;
  else added.push([minute, gained]);
  state.added = added;
}

/**
 * When it will end if time goes on being added as in the last ten minutes, ms; Infinity: then it will not end; null: it does not run.
 * @param since when the session began: less than ten minutes are looked back upon at its beginning
 */
export function outlook(state: CountdownState, now: number, since: number): number | null {
  if (state.endsAt === null) return null;
  const minute = Math.floor(now / 60_000);
  const gained = (state.added ?? []).reduce((sum, [at, ms]) => (at > minute - LOOKED_BACK ? sum + ms : sum), 0);
  const over = Math.max(60_000, Math.min(LOOKED_BACK * 60_000, now - since));
  const rate = gained / over;
  return rate >= 1 ? Infinity : now + leftOf(state, now) / (1 - rate);
}

/** Stops it, or lets it go on. */
export function holdCountdown(state: CountdownState, on: boolean, now: number): void {
  if (on && state.endsAt !== null) {
    state.left = leftOf(state, now);
    state.endsAt = null;
  } else if (!on && state.endsAt === null && state.left > 0) {
    state.endsAt = now + state.left;
    state.left = 0;
  }
}

/** A stretch of time as a clock shows it: "4:05", "1:02:09", "2 d 03:00:00". A second that has begun counts. */
export function clockWords(ms: number): string {
  const all = Math.ceil(ms / 1000);
  const two = (n: number): string => String(n).padStart(2, '0');
  const days = Math.floor(all / 86_400);
  const hours = Math.floor((all % 86_400) / 3600);
  const minutes = Math.floor((all % 3600) / 60);
  const seconds = two(all % 60);
  if (days > 0) return `${days} d ${two(hours)}:${two(minutes)}:${seconds}`;
  return hours > 0 ? `${hours}:${two(minutes)}:${seconds}` : `${minutes}:${seconds}`;
}
