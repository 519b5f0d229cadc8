import { z } from 'zod';

/** A delay as it was measured: ms, and when (ms UTC). */
const measuredSchema = z.object({ ms: z.number().int().min(0).max(120_000), at: z.number().int().min(0) });

/** What was measured of one feed: until its viewers see the frame, and until what they then write is here. */
const delaySchema = z.object({ viewer: measuredSchema.optional(), round: measuredSchema.optional() });
export type FeedDelay = z.infer<typeof delaySchema>;

export const delaysSchema = z.record(z.string().min(1).max(100), delaySchema).optional();

export interface DelayShow {
  feeds: readonly { id: string; on: boolean }[];
  delays?: Readonly<Record<string, FeedDelay>> | undefined;
}

/** By how much the frame runs ahead where something is to end when viewers see it end, ms: for those who see it last. */
export const leadOf = ({ delays = {}, feeds }: DelayShow): number =>
  Math.max(0, ...feeds.map(({ id, on }) => (on ? (delays[id]?.viewer?.ms ?? 0) : 0)));

/** From a viewer's fingers to here, ms; null where one of the two was not measured. */
export const chatDelay = ({ viewer, round }: FeedDelay): number | null =>
  viewer && round ? Math.max(0, round.ms - viewer.ms) : null;

/** The middle one; of an even number the mean of the two in the middle. NaN: there is none. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length / 2;
  return sorted.length % 2 === 1
    ? (sorted[Math.floor(half)] ?? NaN)
    : ((sorted[half - 1] ?? NaN) + (sorted[half] ?? NaN)) / 2;
}

/** What taps on a viewer's page come to: their median, less what a tap takes by itself. Never less than nothing. */
export const delayByTaps = (taps: readonly number[], reactions: readonly number[]): number =>
  Math.max(0, Math.round(median(taps) - median(reactions)));
