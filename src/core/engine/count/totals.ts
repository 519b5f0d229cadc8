import type { EventKind } from '@/core/event/kind';

/** What a session comes to. `events` by kind are those that changed anything. */
export interface Totals {
  events: number;
  byKind: Record<EventKind, number>;
  gifts: number;
  coins: number;
  /** The rooms' likes, and of these the ones to a viewer's name. */
  likes: number;
  viewerLikes: number;
  follows: number;
  /** Subscriptions, those that were gifted not among them; gifted ones are counted by who gifted them. */
  subscriptions: number;
  giftSubs: number;
  raidViewers: number;
  /** Tips by currency, in minor units. */
  tips: Record<string, number>;
  /** All worth, and what is the streamer's of it by the platforms' shares: thousandths of a minor unit. */
  worth: number;
  earned: number;
  /** Tips alone, in the streamer's currency: thousandths of a minor unit. */
  tipWorth: number;
  /** Points that viewers were given. */
  points: number;
  watching: number;
  peakWatching: number;
}

export const newTotals = (): Totals => ({
  events: 0,
  byKind: {
    like: 0,
    gift: 0,
    follow: 0,
    chat: 0,
    share: 0,
    subscribe: 0,
    giftSubs: 0,
    tip: 0,
    raid: 0,
    join: 0,
    audience: 0,
    room: 0,
  },
  gifts: 0,
  coins: 0,
  likes: 0,
  viewerLikes: 0,
  follows: 0,
  subscriptions: 0,
  giftSubs: 0,
  raidViewers: 0,
  tips: {},
  worth: 0,
  earned: 0,
  tipWorth: 0,
  points: 0,
  watching: 0,
  peakWatching: 0,
});
