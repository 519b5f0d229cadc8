import { randomUUID } from 'node:crypto';
import type { Notice } from '@/core/desk/notice';
import type { Effect } from '@/core/engine/kernel/effect';
import { withoutIsolates } from '@/core/words/isolate';
import type { FeedClient } from '@/server/feed/client';
import type { Outward } from '@/server/feed/outward';
import type { Log } from '@/server/log';
import { tell, type Told } from './tell';
import { type Sayable, phrase } from '@/core/words/phrase';

/** So many web addresses are being told at once. */
const MOST_TELLINGS = 20;
const KEPT_TOLD = 20;
const KEPT_NOTICES = 20;

export interface OutboundHost {
  outward: Outward;
  log: Log;
  /** What tellings of web addresses are signed with, or null. */
  asks: () => string | null;
  /** The client of a feed, or of each where none is named. */
  clients: (feed: string | null) => readonly { feed: string; client: FeedClient | null | undefined }[];
  /** A feed's handle, for sentences. */
  nameOf: (feed: string) => string;
  changed: () => void;
}

/** Does what cues ask of the world outside. */
export class Outbound {
  private readonly posts = new Map<string, Posts>();
  private telling = 0;
  /** How the latest tellings of web addresses came out, newest last. */
  told: readonly Told[] = [];
  /** What could not be posted, newest last. */
  notices: readonly Notice[] = [];

  constructor(private readonly host: OutboundHost) {}

  /** Only when it happens, never when it is read back. */
  act(effect: Effect): void {
    if (effect.effect === 'post') this.post(effect.feed, withoutIsolates(effect.text));
    else if (effect.effect === 'ask') this.ask(effect);
  }

  private post(to: string | null, text: string): void {
    for (const { feed, client } of this.host.clients(to)) {
      if (!client?.post) continue;
      let posts = this.posts.get(feed);
      if (!posts) {
        posts = new Posts();
        this.posts.set(feed, posts);
      }
      const dropped = posts.add(text, client.post, (error) =>
        this.host.log.error({ err: error }, 'A line could not be posted for a fault of Gavirn’s own.'),
      );
      if (dropped)
        this.notice(
          phrase(
            '“{text}” was not posted to {feed}: {n, plural, one {# line waits} other {# lines wait}} already, and no more than {most} are posted in {seconds} s.',
            {
              text: text.slice(0, 60),
              feed: this.host.nameOf(feed),
              n: posts.waiting,
              most: MOST_POSTS,
              seconds: WITHIN_MS / 1000,
            },
          ),
        );
    }
  }

  private notice(says: Sayable): void {
    const last = this.notices.at(-1);
    // In a rush one sentence says it.
    if (last && Date.now() - last.at < QUIET_MS) return;
    this.notices = [...this.notices, { id: randomUUID(), at: Date.now(), says }].slice(-KEPT_NOTICES);
    this.host.changed();
  }

  private ask(asked: Extract<Effect, { effect: 'ask' }>): void {
    if (this.telling >= MOST_TELLINGS)
      return this.keep({
        id: randomUUID(),
        at: Date.now(),
        host: new URL(asked.url).host,
        problem: phrase('Too many wait to be told already.'),
      });
    this.telling += 1;
    tell(asked, { id: randomUUID(), at: Date.now(), secret: this.host.asks() }, this.host.outward)
      .then(
        (told) => this.keep(told),
        (error: unknown) => {
          this.host.log.error({ err: error }, 'A web address could not be told for a fault of Gavirn’s own.');
        },
      )
      .finally(() => {
        this.telling -= 1;
      });
  }

  private keep(told: Told): void {
    this.told = [...this.told, told].slice(-KEPT_TOLD);
    this.host.changed();
  }

  /** What waits is not posted any more. */
  stop(): void {
    for (const posts of this.posts.values()) posts.stop();
  }
}

/** So many lines are posted in one chat within so long, ms: more, and a platform takes the account for a machine (common practice, no source). */
export const MOST_POSTS = 20;
export const WITHIN_MS = 30_000;
/** So many lines wait for their turn; more would come when nobody remembers what for. */
const MOST_WAITING = 20;
/** Not more than one sentence about lines that were dropped in this time, ms. */
const QUIET_MS = 10_000;

/** The lines for one feed's chat: one after another, since a chat takes one at a time, and never faster than its limit. */
export class Posts {
  private queue: { text: string; post: NonNullable<FeedClient['post']> }[] = [];
  /** When the latest were posted, ms. */
  private lately: number[] = [];
  private running = false;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly now: () => number = () => performance.now()) {}

  get waiting(): number {
    return this.queue.length;
  }

  /** @returns whether it was dropped, since too many wait */
  add(text: string, post: NonNullable<FeedClient['post']>, fault: (error: unknown) => void): boolean {
    if (this.queue.length >= MOST_WAITING) return true;
    this.queue.push({ text, post });
    if (!this.running && !this.timer) void this.run(fault);
    return false;
  }

  stop(): void {
    this.queue = [];
    if (this.timer) clearTimeout(this.timer);
  }

  /** A line that is refused is lost: the feed's page says why when it is tried there. */
  private async run(fault: (error: unknown) => void): Promise<void> {
    this.running = true;
    for (;;) {
      const now = this.now();
      this.lately = this.lately.filter((at) => now - at < WITHIN_MS);
      const [first] = this.lately;
      if (this.queue.length > 0 && first !== undefined && this.lately.length >= MOST_POSTS) {
        this.timer = setTimeout(
          () => {
            this.timer = null;
            void this.run(fault);
          },
          first + WITHIN_MS - now + 1,
        );
        break;
      }
      const next = this.queue.shift();
      if (!next) break;
      this.lately.push(now);
      try {
        await next.post(next.text);
      } catch (error) {
        // Whether it was taken is told by what `post` returns: what it throws is a fault of ours.
        fault(error);
      }
    }
    this.running = false;
  }
}
