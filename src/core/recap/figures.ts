import { cameBack, type Recap } from './recap';
import { phrase, type Phrase } from '@/core/words/phrase';

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
  title: Phrase;
  of: (recap: Recap, earlier: readonly Recap[]) => number;
  /** Thousandths of a minor unit of the streamer's currency. */
  money?: true;
  /** A share, 0 to 1. */
  share?: true;
}

/** All that is compared between sessions, in the order in which it is offered. */
export const FIGURES: readonly Figure[] = [
  { id: 'worth', title: phrase('Worth'), money: true, of: ({ totals }) => totals.worth },
  { id: 'earned', title: phrase('Yours after their share'), money: true, of: ({ totals }) => totals.earned },
  { id: 'mean', title: phrase('Watching, on average'), of: ({ meanWatching }) => meanWatching },
  { id: 'peak', title: phrase('Watching, at most'), of: ({ totals }) => totals.peakWatching },
  { id: 'people', title: phrase('People who did something'), of: ({ people }) => people },
  {
    id: 'back',
    title: phrase('Came back'),
    share: true,
    of: (recap, earlier) => (recap.people === 0 ? 0 : cameBack(recap, earlier).length / recap.people),
  },
  { id: 'follows', title: phrase('New followers'), of: ({ totals }) => totals.follows },
  { id: 'subscriptions', title: phrase('Subscriptions'), of: ({ totals }) => totals.subscriptions },
  { id: 'giftSubs', title: phrase('Subscriptions given away'), of: ({ totals }) => totals.giftSubs },
  { id: 'gifts', title: phrase('Gifts'), of: ({ totals }) => totals.gifts },
  { id: 'coins', title: phrase('Coins'), of: ({ totals }) => totals.coins },
  { id: 'likes', title: phrase('Likes'), of: ({ totals }) => totals.likes },
  { id: 'chats', title: phrase('Lines in chat'), of: ({ totals }) => totals.byKind.chat },
  { id: 'shares', title: phrase('Shares'), of: ({ totals }) => totals.byKind.share },
  { id: 'raids', title: phrase('Raids'), of: ({ totals }) => totals.byKind.raid },
  { id: 'raidViewers', title: phrase('Viewers by raids'), of: ({ totals }) => totals.raidViewers },
];
