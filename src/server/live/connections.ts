import { pushKept } from '@/core/event/kept';
import type { Feed } from '@/core/platform/feed';
import { HealthKeeper } from '@/core/desk/feed-health';
import type { Reading } from '@/core/intake/received';
import { tellsRoom } from '@/core/platform';
import { connectFeed } from '@/server/feed/connect';
import type { PlatformAddresses } from '@/server/feed/connecting';
import type { FeedClient, Room } from '@/server/feed/client';
import type { Outward } from '@/server/feed/outward';
import type { FeedSecrets } from '@/server/feed/secrets';
import type { Log } from '@/server/log';

/** A feed whose platform does not say when one is live counts as live until it has been quiet for this long. */
const QUIET_MS = 15 * 60_000;

export interface Connection {
  feed: Feed;
  client: FeedClient | null;
  keeper: HealthKeeper;
  /** The latest messages as they came, newest last. */
  raw: { at: number; text: string }[];
}

/** How many raw messages are kept of a feed, and how much of each (UTF-16 units). */
const KEPT_RAW = 20;
const RAW_LENGTH = 65_536;

/** What connections need of the show that they belong to. */
export interface ConnectionHost {
  addresses: PlatformAddresses;
  outward: Outward;
  now: () => number;
  resume: (feed: string) => { position: string | null; room: Room | null };
  /** Another handle is another stream: the old one's position means nothing there. */
  forget: (feed: string) => void;
  secrets: (feed: string) => FeedSecrets;
  inbox: (feed: string) => string;
  recording: (feed: string) => Promise<string | null>;
  hear: (connection: Connection, reading: Reading, raw: string, position?: string) => void;
  changed: () => void;
  /** A feed that tells of no broadcast has been quiet for long. */
  quiet: () => void;
  log: Log;
}

/** One show's feeds as they are connected: made, changed and stopped as the show says. */
export class Connections {
  private readonly all = new Map<string, Connection>();
  private readonly quietTimers = new Map<string, ReturnType<typeof setTimeout>>();
  private feeds: readonly Feed[] = [];
  /** Feeds that were switched off for their faults. */
  private stopped: ReadonlySet<string> = new Set();
  /** Nothing is connected while there is no room to keep what would come. */
  resting = false;

  constructor(private readonly host: ConnectionHost) {}

  get(feed: string): Connection | null {
    return this.all.get(feed) ?? null;
  }

  /** Whose chats a line is posted in: the feed's own where that takes lines, else every feed's. */
  posting(feed: string | null): { feed: string; client: FeedClient | null | undefined }[] {
    const own = feed === null ? null : this.all.get(feed);
    const asked = own?.client?.post ? [own.feed] : this.feeds;
    return asked.map(({ id }) => ({ feed: id, client: this.all.get(id)?.client }));
  }

  get anyLive(): boolean {
    return [...this.all.values()].some(({ client }) => client?.room === 'live');
  }

  /** Connects what is new or was changed, and stops what is gone or switched off: by the streamer, or (`stopped`) for its faults. */
  update(feeds: readonly Feed[], stopped: ReadonlySet<string>): void {
    this.feeds = feeds;
    const before = this.stopped;
    this.stopped = new Set(stopped);
    for (const [id, { feed, client }] of this.all) {
      const now = feeds.find((other) => other.id === id);
      if (now && sameConnection(now, feed) && before.has(id) === stopped.has(id)) continue;
      client?.stop();
      this.all.delete(id);
      if (now?.handle !== feed.handle || now.platform !== feed.platform) this.host.forget(id);
    }
    for (const feed of feeds) {
      const known = this.all.get(feed.id);
      if (known) known.feed = feed;
      else this.all.set(feed.id, this.connection(feed));
    }
  }

  /** Connects one anew: its secret has changed, or its recording has come. */
  renew(id: string): void {
    const known = this.all.get(id);
    if (!known) return;
    known.client?.stop();
    this.all.set(id, this.connection(known.feed));
  }

  /** Leaves all feeds, or connects them again where they were left. */
  rest(on: boolean): void {
    if (on === this.resting) return;
    this.resting = on;
    for (const id of this.all.keys()) this.renew(id);
  }

  stop(): void {
    for (const { client } of this.all.values()) client?.stop();
    for (const timer of this.quietTimers.values()) clearTimeout(timer);
  }

  private connection(feed: Feed): Connection {
    const { host } = this;
    const keeper = new HealthKeeper(host.now());
    const connection: Connection = { feed, client: null, keeper, raw: [] };
    if (!feed.on || this.stopped.has(feed.id) || this.resting) {
      keeper.state(!feed.on ? 'stopped' : this.resting ? 'full' : 'faulty', host.now());
      return connection;
    }
    const fault = (error: unknown): void =>
      host.log.error({ platform: feed.platform, err: error }, 'A feed met a fault of Gavirn’s own.');
    connection.client = connectFeed({
      feed,
      addresses: host.addresses,
      outward: host.outward,
      now: host.now,
      secrets: host.secrets(feed.id),
      inbox: host.inbox(feed.id),
      recording: () => host.recording(feed.id),
      ...host.resume(feed.id),
      listener: {
        onRaw: (text) => {
          pushKept(connection.raw, { at: host.now(), text: text.slice(0, RAW_LENGTH) }, KEPT_RAW);
        },
        onReading: (reading, raw, position) => {
          try {
            host.hear(connection, reading, raw, position);
          } catch (error) {
            // A fault of ours in what this message brings: it must not look like one of the network, nor cost the connection.
            fault(error);
          }
        },
        onFault: fault,
        onState: (state) => {
          keeper.state(state, host.now());
          host.changed();
        },
        onChanged: () => host.changed(),
        onClock: (ahead) => keeper.clock(ahead),
      },
    });
    return connection;
  }

  /** Something came from a feed whose platform does not say when one is live: that it did is the only sign of it. */
  heardFrom({ feed, client }: Connection): void {
    if (tellsRoom(feed)) return;
    client?.setRoom(true);
    clearTimeout(this.quietTimers.get(feed.id));
    this.quietTimers.set(
      feed.id,
      setTimeout(() => {
        client?.setRoom(false);
        this.host.quiet();
      }, QUIET_MS).unref(),
    );
  }

  /** The streamer says that it is over: what cannot know it by itself is told. */
  endUntold(): void {
    for (const { feed, client } of this.all.values()) if (!tellsRoom(feed)) client?.setRoom(false);
  }
}

/** Rates, and how fast a recording is played, change nothing of a connection: it must not be dropped for them. */
function sameConnection(a: Feed, b: Feed): boolean {
  const bare = (feed: Feed): string => JSON.stringify({ ...feed, rate: null, admitted: null, speed: null });
  return bare(a) === bare(b);
}
