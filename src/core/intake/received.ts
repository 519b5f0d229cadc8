import type { StreamEvent } from '@/core/event/event';
import type { Sayable } from '@/core/words/phrase';

/**
 * What an adapter makes of one message, before the rules of intake: the event as the platform tells it, and beside it whatever is
 * cumulative and has yet to become a difference.
 */
export interface Received {
  event: StreamEvent;
  /** The room's likes since it went live, as this message states them. */
  likesTotal?: number;
  /** A gift in a streak: `count` is the streak's so far, not this step's. */
  streak?: { key: string; count: number; done: boolean };
}

/** What some platforms only count, for nobody in particular: the kind of event that a difference becomes. */
export type Cumulative = 'like' | 'follow';

/** A message read, refused with a sentence, or the platform's word that messages are missing (`lost`: how many, if it knows). */
export type Reading =
  | { kind: 'heard'; heard: Received }
  | { kind: 'counter'; counter: Cumulative; value: number; at: number }
  | { kind: 'gap'; lost: number | null; at: number | null }
  | { kind: 'bad'; reason: Sayable };
