import type { FeedState } from '@/core/platform/feed-state';
import type { Frame } from '@/core/platform/frame';

/** What a feed's client tells the session that it feeds. */
export interface FeedListener {
  /** A message, in the order of arrival. `position` is where the stream can be resumed behind it. */
  onFrame: (frame: Frame, position: string) => void;
  onState: (state: FeedState) => void;
  /** How far this machine's clock lies behind the platform's, ms, whenever the platform states its time. */
  onClock: (aheadMs: number) => void;
}

/** A connection that lives until it is stopped, whatever the platform does. One class a transport. */
export interface FeedClient {
  stop: () => void;
}
