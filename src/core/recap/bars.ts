import type { StreamEvent } from '@/core/event/event';

/** Bars of the timeline at most; each is a whole number of minutes. */
const MOST_BARS = 60;

export interface RecapBar {
  /** ms since the epoch. */
  from: number;
  likes: number;
  chats: number;
  gifts: number;
  /** The most that watched at one time in it. */
  watching: number;
}

/** A session's events over time. `from`, `to`: ms. */
export class RecapBars {
  readonly all: RecapBar[];
  readonly minutes: number;
  private readonly length: number;
  private watching = 0;
  private last = 0;

  constructor(
    private readonly from: number,
    to: number,
  ) {
    this.minutes = Math.max(1, Math.ceil((to - from) / 60_000 / MOST_BARS));
    this.length = this.minutes * 60_000;
    this.all = Array.from({ length: Math.max(1, Math.ceil((to - from + 1) / this.length)) }, (_, n) => ({
      from: from + n * this.length,
      likes: 0,
      chats: 0,
      gifts: 0,
      watching: 0,
    }));
  }

  /** @param watching how many watch after it */
  take(event: StreamEvent, watching: number): void {
    const at = Math.floor((event.seenAt - this.from) / this.length);
    const bar = this.all[at];
    if (!bar) return;
    // Bars in which nobody said anything new are as the one before.
    for (; this.last < at; this.last += 1) this.seen(this.last + 1, this.watching);
    this.watching = watching;
    this.seen(at, watching);
    if (event.kind === 'like') bar.likes += event.room ?? event.count;
    else if (event.kind === 'chat') bar.chats += 1;
    else if (event.kind === 'gift') bar.gifts += event.count;
  }

  private seen(at: number, watching: number): void {
    const bar = this.all[at];
    if (bar) bar.watching = Math.max(bar.watching, watching);
  }
}
