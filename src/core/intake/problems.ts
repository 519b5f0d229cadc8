import { pushKept } from '@/core/event/kept';
import { type Sayable, asKept } from '@/core/words/phrase';

/** How many refused messages a feed keeps for the streamer to look at, and how much of each (UTF-16 units). */
export const KEPT_REJECTED = 50;
export const KEPT_TEXT = 4096;

export interface RejectedMessage {
  at: number;
  reason: Sayable;
  text: string;
}

/** A stretch of which the platform says that messages are missing; `lost` is null where it does not say how many. */
export interface Gap {
  /** When the last message before it came, if there was one. */
  from: number | null;
  at: number;
  lost: number | null;
}

/** What went wrong in one feed: counted in full, kept in part. Nothing here ever stops a feed. */
export interface FeedProblems {
  badCount: number;
  bad: RejectedMessage[];
  lost: number;
  gaps: Gap[];
  duplicates: number;
}

export const noProblems = (): FeedProblems => ({ badCount: 0, bad: [], lost: 0, gaps: [], duplicates: 0 });

/** Counts a refused message and keeps its beginning; the oldest of more than KEPT_REJECTED goes. */
export function noteRejected(problem: FeedProblems, at: number, reason: Sayable, text: string): void {
  problem.badCount += 1;
  pushKept(problem.bad, { at, reason: asKept(reason), text: text.slice(0, KEPT_TEXT) }, KEPT_REJECTED);
}

export function noteGap(problem: FeedProblems, from: number | null, at: number, lost: number | null): void {
  problem.lost += lost ?? 0;
  pushKept(problem.gaps, { from, at, lost }, KEPT_REJECTED);
}
