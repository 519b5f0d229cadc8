import type { Feed, PlatformName } from '@/core/show/feed';
import { connectActivity, connectCloudEvents } from './inbox';
import { connectBrindle } from './brindle';
import type { FeedClient, FeedListener, Room } from './client';
import { connectMapped } from './mapped';
import type { Outward } from './outward';
import { connectOxbow } from './oxbow';
import { connectFile } from './playback';
import type { FeedSecrets } from './secrets';
import { connectTarn } from './tarn';

/** Where the platforms are; the demo points these at the stand-ins. */
export interface PlatformAddresses {
  brindle: string;
  oxbow: string;
  tarn: string;
}

/** What a platform's client is given when it is made. */
export interface Connecting<F extends Feed> {
  feed: F;
  addresses: PlatformAddresses;
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

/** Every platform's way to be connected. A new one is its file and a line here. */
export const CONNECT: { [P in PlatformName]: Connect<P> } = {
  brindle: connectBrindle,
  oxbow: connectOxbow,
  tarn: connectTarn,
  mapped: connectMapped,
  cloudevents: connectCloudEvents,
  activity: connectActivity,
  file: connectFile,
};

/** Connects a feed by its platform's way. */
export function connectFeed({ feed, ...rest }: Connecting<Feed>): FeedClient {
  // That a platform's name and its function belong together is said by CONNECT's type.
  const connect = CONNECT[feed.platform] as (connecting: Connecting<Feed>) => FeedClient;
  return connect({ feed, ...rest });
}
