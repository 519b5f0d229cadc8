import type { Feed, PlatformName } from '@/core/platform/feed';
import type { FeedClient, FeedListener, Room } from './client';
import type { Outward } from './outward';
import type { FeedSecrets } from './secrets';

export type PlatformWithAddress = 'brindle' | 'oxbow' | 'tarn';
/** Where the platforms are; the demo points these at the stand-ins. Null: whoever runs the server has not said. */
export type PlatformAddresses = Record<PlatformWithAddress, string | null>;

/** What a platform's client is given when it is made. */
export interface Connecting<F extends Feed> {
  feed: F;
  /** Where the feed's platform is; '' for those that have no address of their own. */
  platform: string;
  listener: FeedListener;
  /** Where the feed was left, and what its room was there. */
  position: string | null;
  room: Room | null;
  secrets: FeedSecrets;
  /** The feed's own address here, for whoever posts to it. */
  inbox: string;
  /** How addresses that the streamer names are asked. */
  outward: Outward;
  /** The engine's clock, ms. */
  now: () => number;
  /** The text of the feed's recording, if it has been sent here. */
  recording: () => Promise<string | null>;
}

export type Connect<P extends PlatformName> = (connecting: Connecting<Extract<Feed, { platform: P }>>) => FeedClient;
