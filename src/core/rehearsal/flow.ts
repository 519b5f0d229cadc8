import type { StreamEvent } from '@/core/event/event';

/** When a rehearsal begins, ms since the epoch: the same moment for each, since there is no clock here. */
export const BEGINS = Date.UTC(2027, 0, 16, 20, 0, 0);

/** What a crowd does, as it comes. Times: ms from the beginning. */
export interface Flow {
  lengthMs: number;
  /** A little before it is at its busiest. */
  busyMs: number;
  /** All that happens before a moment and was not told yet, in order; moments rise from one call to the next. */
  before: (ms: number) => StreamEvent[];
}

/** Events in their order, where one thing brings others that come later (a streak, somebody who does the same). */
export class InTurn {
  private waiting: StreamEvent[] = [];

  /** @param more what is brought by all that begins before a moment and was not asked for yet, in any order, none of it before what was told */
  constructor(private readonly more: (ms: number) => StreamEvent[]) {}

  before(ms: number): StreamEvent[] {
    const all = [...this.waiting, ...this.more(ms)].sort((a, b) => a.seenAt - b.seenAt);
    const later = all.findIndex(({ seenAt }) => seenAt - BEGINS >= ms);
    this.waiting = later < 0 ? [] : all.slice(later);
    return later < 0 ? all : all.slice(0, later);
  }
}
