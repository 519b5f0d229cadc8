import type { Feed } from '@/core/platform/feed';
import { PLATFORMS } from '@/core/platform';
import { saying } from '@/ui/words/say';

/** What a feed is called in lists: its platform where that has handles, else what the streamer named it. */
export const feedName = (feed: Pick<Feed, 'platform' | 'handle'>): string =>
  PLATFORMS[feed.platform].by === 'handle' ? saying(PLATFORMS[feed.platform].name) : feed.handle;

/** What stands beside it: the handle, or which kind of feed it is. */
export const feedNote = (feed: Pick<Feed, 'platform' | 'handle'>): string =>
  PLATFORMS[feed.platform].by === 'handle' ? feed.handle : saying(PLATFORMS[feed.platform].name);

/** What it is called where there is room for one word: its handle where another feed of its platform is there, too. */
export const feedWordOf = (feed: Feed, feeds: readonly Feed[]): string =>
  feeds.some((other) => other.id !== feed.id && feedName(other) === feedName(feed)) ? feed.handle : feedName(feed);
