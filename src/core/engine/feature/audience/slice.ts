/** What a feed's audience was, over time. */
interface FeedAudience {
  watching: number;
  /** Since when, ms. */
  since: number;
  /** Viewers times milliseconds, before that. */
  sum: number;
  begun: number;
}

/** How many watch, over all feeds that tell: each feed's latest word counts until its next one. */
export class Audience {
  private readonly feeds = new Map<string, FeedAudience>();
  /** The most that watched at one time. */
  peak = 0;

  constructor(saved: { peak: number; feeds: [string, FeedAudience][] } | null = null) {
    if (!saved) return;
    this.peak = saved.peak;
    for (const [feed, each] of saved.feeds) this.feeds.set(feed, { ...each });
  }

  /** A feed says how many watch there. */
  take(feed: string, watching: number, at: number): void {
    const known = this.feeds.get(feed);
    if (!known) this.feeds.set(feed, { watching, since: at, sum: 0, begun: at });
    else if (at >= known.since) {
      known.sum += known.watching * (at - known.since);
      known.watching = watching;
      known.since = at;
    }
    this.peak = Math.max(this.peak, this.now());
  }

  now(): number {
    let sum = 0;
    for (const { watching } of this.feeds.values()) sum += watching;
    return sum;
  }

  /** The mean over time, each feed from its first word on; whole viewers. */
  mean(now: number): number {
    let mean = 0;
    for (const { watching, since, sum, begun } of this.feeds.values())
      mean += now > begun ? (sum + watching * Math.max(0, now - since)) / (now - begun) : watching;
    return Math.round(mean);
  }

  serialize(): { peak: number; feeds: [string, FeedAudience][] } {
    return { peak: this.peak, feeds: [...this.feeds].sort(([a], [b]) => (a < b ? -1 : 1)) };
  }
}
