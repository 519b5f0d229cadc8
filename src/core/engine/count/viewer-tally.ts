import type { Row } from './row';
import type { Day } from './window';

/** What one viewer did in a session. */
export interface ViewerTally {
  /** `<feed>/<viewer id>`: the same id on two platforms is two people. */
  key: string;
  id: string;
  feed: string;
  name: string;
  handle: string;
  likes: number;
  coins: number;
  gifts: number;
  follows: number;
  shares: number;
  chats: number;
  subscriptions: number;
  /** Absent: none. Most viewers give neither subscriptions nor tips, and a million of them are kept. */
  giftSubs?: number;
  /** Tips alone (absent: none), and all worth: thousandths of a minor unit of the streamer's currency (src/core/event/money.ts). */
  tips?: number;
  worth: number;
  /** Points earned in this session (feature/points/earning.ts). */
  points: number;
  /** What was done on other days than the session's first, if anything was (past.ts). */
  days?: [Day, Row][];
  firstAt: number;
  lastAt: number;
}

/** Somebody who has done nothing yet; `at`: when they are first seen, ms. */
export const newTally = ({ key, id, feed }: Pick<ViewerTally, 'key' | 'id' | 'feed'>, at: number): ViewerTally => ({
  key,
  id,
  feed,
  name: '',
  handle: '',
  likes: 0,
  coins: 0,
  gifts: 0,
  follows: 0,
  shares: 0,
  chats: 0,
  subscriptions: 0,
  worth: 0,
  points: 0,
  firstAt: at,
  lastAt: at,
});
