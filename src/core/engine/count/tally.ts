import type { Row } from './measure';
import type { Day } from './window';
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
  /** Absent: none. Most viewers give neither subscriptions nor tips, and a million of them are kept. */
  giftSubs?: number;
  /** Tips alone (absent: none), and all worth: thousandths of a minor unit of the streamer's currency (src/core/event/money.ts). */
  tips?: number;
  worth: number;
  /** Points earned in this session (earning.ts). */
  points: number;
  /** What was done on other days than the session's first, if anything was (past.ts). */
  days?: [Day, Row][];
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

const newTally = (key: string, event: StreamEvent, id: string): ViewerTally => ({
  key,
  id,
  feed: event.feed,
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
  firstAt: event.at,
  lastAt: event.at,
});

/** What an event is worth: in all, and what of it is the streamer's; thousandths of a minor unit. */
export type Worth = (event: StreamEvent) => { worth: number; earned: number };

/** Counts an event for the session and for its viewer, in place; returns the viewer's tally, if it has a viewer. */
export function count(
  totals: Totals,
  viewers: Viewers,
  event: StreamEvent,
  worthOf: Worth | null = null,
): ViewerTally | null {
  totals.events += 1;
  // Each kind by its own name: a property whose name is known costs next to nothing, and one that must be looked up as much as all else a like does.
  const { byKind } = totals;
  const tally = event.viewer ? viewers.take(event, event.viewer) : null;
  if (worthOf && (event.kind === 'gift' || event.kind === 'tip')) {
    const { worth, earned } = worthOf(event);
    totals.worth += worth;
    totals.earned += earned;
    if (event.kind === 'tip') totals.tipWorth += worth;
    if (tally) {
      tally.worth += worth;
      if (event.kind === 'tip') tally.tips = (tally.tips ?? 0) + worth;
    }
  }
  switch (event.kind) {
    case 'like':
      byKind.like += 1;
      totals.likes += event.room ?? event.count;
      if (tally) {
        totals.viewerLikes += event.count;
        tally.likes += event.count;
      }
      break;
    case 'gift': {
      byKind.gift += 1;
      const coins = event.count * event.unitCoins;
      totals.gifts += event.count;
      totals.coins += coins;
      if (tally) {
        tally.gifts += event.count;
        tally.coins += coins;
      }
      break;
    }
    case 'follow':
      byKind.follow += 1;
      totals.follows += event.count ?? 1;
      if (tally) tally.follows += 1;
      break;
    case 'share':
      byKind.share += 1;
      if (tally) tally.shares += 1;
      break;
    case 'chat':
      byKind.chat += 1;
      if (tally) tally.chats += 1;
      break;
    case 'subscribe':
      byKind.subscribe += 1;
      // One that was gifted is its giver's.
      if (event.gifted) break;
      totals.subscriptions += 1;
      if (tally) tally.subscriptions += 1;
      break;
    case 'giftSubs':
      byKind.giftSubs += 1;
      totals.giftSubs += event.count;
      if (tally) tally.giftSubs = (tally.giftSubs ?? 0) + event.count;
      break;
    case 'tip':
      byKind.tip += 1;
      totals.tips[event.currency] = (totals.tips[event.currency] ?? 0) + event.amountMinor;
      break;
    case 'raid':
      byKind.raid += 1;
      totals.raidViewers += event.viewers;
      break;
    case 'audience':
      byKind.audience += 1;
      totals.watching = event.watching;
      totals.peakWatching = Math.max(totals.peakWatching, event.watching);
      break;
    case 'join':
      byKind.join += 1;
      break;
    case 'room':
      byKind.room += 1;
      break;
  }
  return tally;
}

/** A text of its own: a part of a message that was cut out of it would hold on to the whole message for as long as the session lasts. */
const own = (text: string): string => JSON.parse(JSON.stringify(text)) as string;

/** So many viewers can be found without looking them up. */
const LATELY = 1024;

/** A place among so many for an id: its last characters differ most. */
function placeOf(id: string): number {
  const { length } = id;
  return (
    ((length > 2 ? id.charCodeAt(length - 3) * 100 : 0) +
      (length > 1 ? id.charCodeAt(length - 2) * 10 : 0) +
      id.charCodeAt(length - 1)) &
    (LATELY - 1)
  );
}

/** Every viewer's tally, by feed and by the id within it: two lookups are cheaper than making one key of both for each event. */
export class Viewers {
  private readonly feeds = new Map<string, Map<string, ViewerTally>>();
  /** Who did something lately: in any crowd a few do most of it, and comparing two ids takes less than finding one among all. */
  private readonly lately = new Array<ViewerTally | undefined>(LATELY).fill(undefined);

  constructor(tallies: Iterable<ViewerTally> = []) {
    for (const tally of tallies) this.feed(tally.feed).set(tally.id, tally);
    for (const each of this.feeds.values()) this.size += each.size;
  }

  /** How many viewers there are. */
  size = 0;

  *values(): Generator<ViewerTally> {
    for (const tallies of this.feeds.values()) yield* tallies.values();
  }

  /** Calls back with each: for hundreds of thousands this is faster than `values`. */
  each(call: (tally: ViewerTally) => void): void {
    for (const tallies of this.feeds.values()) tallies.forEach(call);
  }

  get(feed: string, id: string): ViewerTally | undefined {
    return this.feeds.get(feed)?.get(id);
  }

  /** The tally of an event's viewer, made if there is none yet, with the name and times that the event brings. */
  take(event: StreamEvent, viewer: NonNullable<StreamEvent['viewer']>): ViewerTally {
    const { at } = event;
    const place = placeOf(viewer.id);
    let tally = this.lately[place];
    if (tally?.id !== viewer.id || tally.feed !== event.feed) {
      tally = this.find(event, viewer.id);
      this.lately[place] = tally;
    }
    // The newest name counts; an older message that comes late does not bring the old name back. The same name is not written again:
    // a long-lived tally would hold on to each message's own copy, which is what collecting rubbish then costs most.
    if (at >= tally.lastAt || tally.name === '') {
      if (tally.name !== viewer.name) tally.name = own(viewer.name);
      if (tally.handle !== viewer.handle) tally.handle = own(viewer.handle);
    }
    if (at < tally.firstAt) tally.firstAt = at;
    if (at > tally.lastAt) tally.lastAt = at;
    return tally;
  }

  private find(event: StreamEvent, viewer: string): ViewerTally {
    const tallies = this.feed(event.feed);
    let tally = tallies.get(viewer);
    if (!tally) {
      const id = own(viewer);
      tally = newTally(`${event.feed}/${id}`, event, id);
      tallies.set(id, tally);
      this.size += 1;
    }
    return tally;
  }

  private feed(feed: string): Map<string, ViewerTally> {
    let tallies = this.feeds.get(feed);
    if (!tallies) {
      tallies = new Map();
      this.feeds.set(feed, tallies);
    }
    return tallies;
  }
}
