import { z } from 'zod';

/** Time that runs down while the session lasts, and that viewers add to. */
export const countdownSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  /** What it begins with, s. */
  seconds: z.number().int().min(1).max(2_592_000),
  /** It never holds more than this, s; 0: no bound. */
  most: z.number().int().min(0).max(31_536_000).default(0),
});
export type Countdown = z.infer<typeof countdownSchema>;

/** A countdown by the clock, never by ticks: `endsAt` (ms, the engine's clock) while it runs; else `left`, ms. */
export interface CountdownState {
  id: string;
  endsAt: number | null;
  left: number;
}

/** @param now when it begins to run; null: it waits */
export const startCountdown = ({ id, seconds }: Countdown, now: number | null): CountdownState => ({ id, endsAt: now === null ? null : now + seconds * 1000, left: now === null ? seconds * 1000 : 0 });

/** What is left of it, ms. */
export const leftOf = ({ endsAt, left }: CountdownState, now: number): number => (endsAt === null ? left : Math.max(0, endsAt - now));

/** Adds or takes away time, in place. One that has run out runs again; taking away ends it at the soonest now. */
export function addTime({ most }: Countdown, state: CountdownState, ms: number, now: number, runs: boolean): void {
  const empty = leftOf(state, now) === 0;
  const left = Math.max(0, Math.min(most > 0 ? most * 1000 : Infinity, leftOf(state, now) + ms));
  if (state.endsAt !== null || (empty && runs)) {
    state.endsAt = now + left;
    state.left = 0;
  } else {
    state.left = left;
  }
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
