import { cameBack, type Recap } from './recap';

/* What of a session is compared with others. */

/** A session and what it came to. */
export interface Summed {
  id: string;
  startedAt: number;
  endedAt: number;
  recap: Recap;
}

/** A figure of a session that is followed over time; `unit`: what it counts, in words. */
export interface Figure {
  id: string;
  title: string;
  of: (recap: Recap, earlier: readonly Recap[]) => number;
  /** Thousandths of a minor unit of the streamer's currency. */
  money?: true;
  /** A share, 0 to 1. */
  share?: true;
}

/** All that is compared between sessions, in the order in which it is offered. */
export const FIGURES: readonly Figure[] = [
  { id: 'worth', title: 'Worth', money: true, of: ({ totals }) => totals.worth },
  { id: 'earned', title: 'Yours after their share', money: true, of: ({ totals }) => totals.earned },
  { id: 'mean', title: 'Watching, on average', of: ({ meanWatching }) => meanWatching },
  { id: 'peak', title: 'Watching, at most', of: ({ totals }) => totals.peakWatching },
  { id: 'people', title: 'People who did something', of: ({ people }) => people },
  {
    id: 'back',
    title: 'Came back',
    share: true,
    of: (recap, earlier) => (recap.people === 0 ? 0 : cameBack(recap, earlier).length / recap.people),
  },
  { id: 'follows', title: 'New followers', of: ({ totals }) => totals.follows },
  { id: 'subscriptions', title: 'Subscriptions', of: ({ totals }) => totals.subscriptions },
  { id: 'giftSubs', title: 'Subscriptions given away', of: ({ totals }) => totals.giftSubs },
  { id: 'gifts', title: 'Gifts', of: ({ totals }) => totals.gifts },
  { id: 'coins', title: 'Coins', of: ({ totals }) => totals.coins },
  { id: 'likes', title: 'Likes', of: ({ totals }) => totals.likes },
  { id: 'chats', title: 'Lines in chat', of: ({ totals }) => totals.byKind.chat },
  { id: 'shares', title: 'Shares', of: ({ totals }) => totals.byKind.share },
  { id: 'raids', title: 'Raids', of: ({ totals }) => totals.byKind.raid },
  { id: 'raidViewers', title: 'Viewers by raids', of: ({ totals }) => totals.raidViewers },
];
