import type { Feed, PlatformName } from '@/core/platform/feed';
import { connectActivity, connectCloudEvents } from './inbox';
import { connectBrindle } from './brindle';
import type { FeedClient } from './client';
import type { Connect, Connecting, PlatformAddresses, PlatformWithAddress } from './connecting';
import { PLACES } from './look';
import { connectMapped } from './mapped';
import { connectNowhere } from './nowhere';
import { connectOxbow } from './oxbow';
import { connectFile } from './playback';
import { connectTarn } from './tarn';

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
export function connectFeed({
  feed,
  addresses,
  ...rest
}: Omit<Connecting<Feed>, 'platform'> & { addresses: PlatformAddresses }): FeedClient {
  const platform = hasAddress(feed.platform) ? addresses[feed.platform] : '';
  if (platform === null) return connectNowhere(rest.listener);
  // That a platform's name and its function belong together is said by CONNECT's type.
  const connect = CONNECT[feed.platform] as (connecting: Connecting<Feed>) => FeedClient;
  return connect({ feed, platform, ...rest });
}

const hasAddress = (platform: PlatformName): platform is PlatformWithAddress => platform in PLACES;
