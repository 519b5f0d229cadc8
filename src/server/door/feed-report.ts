import type { Outage } from '@/core/desk/feed-health';
import type { Gap, RejectedMessage } from '@/core/intake/problems';

/** All that is kept of what was wrong with a feed, and its latest messages as they came. Times: ms. */
export interface FeedReport {
  bad: readonly RejectedMessage[];
  badCount: number;
  gaps: readonly Gap[];
  outages: readonly Outage[];
  /** When, and how many ms behind. */
  latencies: readonly [number, number][];
  raw: readonly { at: number; text: string }[];
}
