import { z } from 'zod';

/** What a spotlight does when more comes than it can show at once. */
export const queuePlanSchema = z.object({
  /** One after another, the newest in place of the last, or several at once, each in a place of its own. */
  mode: z.enum(['one', 'newest', 'places']),
  places: z.number().int().min(2).max(4),
  /** What belongs together waits, and is shown, as one. */
  merge: z.boolean(),
  /** Alerts are shown for a shorter time while many wait. */
  shorten: z.boolean(),
  /** What is worth more comes first. */
  byWorth: z.boolean(),
  /** Seconds after which an alert becomes a line instead; 0: it waits for as long as it takes. */
  longestWait: z.number().int().min(0).max(600),
});
export type QueuePlan = z.infer<typeof queuePlanSchema>;

/** One after another, each for its whole length. */
export const PLAIN: QueuePlan = {
  mode: 'one',
  places: 2,
  merge: false,
  shorten: false,
  byWorth: false,
  longestWait: 0,
};
/** What a new spotlight does: a burst stays readable, and everybody is seen. */
export const CALM: QueuePlan = { ...PLAIN, merge: true, shorten: true, longestWait: 60 };
