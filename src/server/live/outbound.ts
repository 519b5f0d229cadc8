import { randomUUID } from 'node:crypto';
import type { Effect } from '@/core/engine/effect';
import { withoutIsolates } from '@/core/engine/words';
import type { FeedClient } from '@/server/feed/client';
import type { Outward } from '@/server/feed/outward';
import { tell, type Told } from './tell';

/** So many lines wait to be posted in chat; more would come when nobody remembers what for. */
const MOST_POSTS = 20;
/** So many web addresses are being told at once. */
const MOST_TELLINGS = 20;
const KEPT_TOLD = 20;

export interface OutboundHost {
  outward: Outward;
  /** What tellings of web addresses are signed with, or null. */
  asks: () => string | null;
  /** The client of a feed, or of each where none is named. */
  clients: (feed: string | null) => readonly (FeedClient | null | undefined)[];
  changed: () => void;
}

/** Does what cues ask of the world outside. */
export class Outbound {
  /** Lines that wait to be posted, one behind the other. */
  private posting: Promise<unknown> = Promise.resolve();
  private posts = 0;
  private telling = 0;
  /** How the latest tellings of web addresses came out, newest last. */
  told: readonly Told[] = [];

  constructor(private readonly host: OutboundHost) {}

  /** Only when it happens, never when it is read back. */
  act(effect: Effect): void {
    if (effect.effect === 'post') this.post(effect.feed, effect.text);
    else if (effect.effect === 'ask') this.ask(effect);
  }

  /** One line after another, since a chat takes one at a time. A line that is refused is lost: the feed's page says why when it is tried there. */
  private post(feed: string | null, text: string): void {
    for (const client of this.host.clients(feed)) {
      if (!client?.post || this.posts >= MOST_POSTS) continue;
      this.posts += 1;
      this.posting = this.posting.then(() => client.post?.(withoutIsolates(text))).catch(() => undefined).then(() => {
        this.posts -= 1;
      });
    }
  }

  private ask(asked: Extract<Effect, { effect: 'ask' }>): void {
    if (this.telling >= MOST_TELLINGS) return this.keep({ id: randomUUID(), at: Date.now(), host: new URL(asked.url).host, trouble: 'Too many wait to be told already.' });
    this.telling += 1;
    void tell(asked, randomUUID(), Date.now(), this.host.asks(), this.host.outward).then((told) => {
      this.telling -= 1;
      this.keep(told);
    });
  }

  private keep(told: Told): void {
    this.told = [...this.told, told].slice(-KEPT_TOLD);
    this.host.changed();
  }
}
