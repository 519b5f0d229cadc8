import type { EventKind } from '@/core/event/kind';
import type { StreamEvent } from '@/core/event/event';

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
  firstAt: number;
  lastAt: number;
}

/** What a session comes to. `events` by kind are those that changed anything. */
export interface Totals {
  events: number;
  byKind: Record<EventKind, number>;
  gifts: number;
  coins: number;
  /** The rooms' likes, and of these the ones to a viewer's name. */
  likes: number;
  viewerLikes: number;
  watching: number;
  peakWatching: number;
}

export const newTotals = (): Totals => ({
  events: 0,
  byKind: { like: 0, gift: 0, follow: 0, chat: 0, share: 0, subscribe: 0, giftSubs: 0, tip: 0, raid: 0, join: 0, audience: 0, room: 0 },
  gifts: 0, coins: 0, likes: 0, viewerLikes: 0, watching: 0, peakWatching: 0,
});

const newTally = (key: string, event: StreamEvent, id: string): ViewerTally => ({
  key, id, feed: event.feed, name: '', handle: '',
  likes: 0, coins: 0, gifts: 0, follows: 0, shares: 0, chats: 0, subscriptions: 0, firstAt: event.at, lastAt: event.at,
});

/** Counts an event for the session and for its viewer, in place; returns the viewer's tally, if it has a viewer. */
export function count(totals: Totals, viewers: Map<string, ViewerTally>, event: StreamEvent): ViewerTally | null {
  totals.events += 1;
  totals.byKind[event.kind] += 1;
  const tally = event.viewer ? tallyOf(viewers, event, event.viewer) : null;
  switch (event.kind) {
    case 'like':
      totals.likes += event.room ?? event.count;
      if (tally) {
        totals.viewerLikes += event.count;
        tally.likes += event.count;
      }
      break;
    case 'gift': {
      const coins = event.count * event.unitCoins;
      totals.gifts += event.count;
      totals.coins += coins;
      if (tally) {
        tally.gifts += event.count;
        tally.coins += coins;
      }
      break;
    }
    case 'follow': if (tally) tally.follows += 1; break;
    case 'share': if (tally) tally.shares += 1; break;
    case 'chat': if (tally) tally.chats += 1; break;
    case 'subscribe': if (tally) tally.subscriptions += 1; break;
    case 'audience':
      totals.watching = event.watching;
      totals.peakWatching = Math.max(totals.peakWatching, event.watching);
      break;
    case 'giftSubs':
    case 'tip':
    case 'raid':
    case 'join':
    case 'room':
      break;
  }
  return tally;
}

function tallyOf(viewers: Map<string, ViewerTally>, event: StreamEvent, viewer: NonNullable<StreamEvent['viewer']>): ViewerTally {
  const key = `${event.feed}/${viewer.id}`;
  let tally = viewers.get(key);
  if (!tally) {
    tally = newTally(key, event, viewer.id);
    viewers.set(key, tally);
  }
  // The newest name counts; an older message that comes late does not bring the old name back.
  if (event.at >= tally.lastAt || tally.name === '') {
    tally.name = viewer.name;
    tally.handle = viewer.handle;
  }
  tally.firstAt = Math.min(tally.firstAt, event.at);
  tally.lastAt = Math.max(tally.lastAt, event.at);
  return tally;
}
