import type { EventKind } from '@/core/event/kind';
import type { StreamEvent } from '@/core/event/event';
import { WORTH_PARTS } from '@/core/event/money';
import type { Totals } from './tally';

/** What is counted, in the order in which a row holds it. Sums of whole numbers: any order of events gives the same. */
export const MEASURES = [
  'likes',
  'follows',
  'shares',
  'subscriptions',
  'giftSubs',
  'gifts',
  'coins',
  'tips',
  'worth',
  'chats',
  'raids',
  'points',
] as const;
export type Measure = (typeof MEASURES)[number];

/** One number for each measure: what a stretch of time came to. Tips and worth in thousandths of a minor unit. */
export type Row = number[];

export const newRow = (): Row => MEASURES.map(() => 0);
const AT = Object.fromEntries(MEASURES.map((measure, n) => [measure, n])) as Record<Measure, number>;
// Looked up once: a million events are counted into rows.
const {
  likes: LIKES,
  follows: FOLLOWS,
  shares: SHARES,
  subscriptions: SUBSCRIPTIONS,
  giftSubs: GIFT_SUBS,
  gifts: GIFTS,
  coins: COINS,
  tips: TIPS,
  worth: WORTH,
  chats: CHATS,
  raids: RAIDS,
} = AT;

export const inRow = (row: Row, measure: Measure): number => row[AT[measure]] ?? 0;

function put(row: Row, at: number, amount: number): void {
  row[at] = (row[at] ?? 0) + amount;
}

export const addTo = (row: Row, measure: Measure, amount: number): void => put(row, AT[measure], amount);

/** Adds (or, with -1, takes) one row to another, in place. */
export function addRow(row: Row, other: Row, times: 1 | -1 = 1): void {
  for (let n = 0; n < MEASURES.length; n += 1) row[n] = (row[n] ?? 0) + times * (other[n] ?? 0);
}

/**
 * Counts an event into a row, in place.
 * @param worth thousandths of a minor unit
 * @param own for its viewer alone: a room's likes are then those to the viewer's name, and each follow is one
 */
export function countInto(row: Row, event: StreamEvent, worth: number, own: boolean): void {
  switch (event.kind) {
    case 'like':
      put(row, LIKES, own ? event.count : (event.room ?? event.count));
      break;
    case 'gift':
      put(row, GIFTS, event.count);
      put(row, COINS, event.count * event.unitCoins);
      put(row, WORTH, worth);
      break;
    case 'tip':
      put(row, TIPS, worth);
      put(row, WORTH, worth);
      break;
    case 'follow':
      put(row, FOLLOWS, own ? 1 : (event.count ?? 1));
      break;
    case 'share':
      put(row, SHARES, 1);
      break;
    case 'subscribe':
      if (!event.gifted) put(row, SUBSCRIPTIONS, 1);
      break;
    case 'giftSubs':
      put(row, GIFT_SUBS, event.count);
      break;
    case 'chat':
      put(row, CHATS, 1);
      break;
    case 'raid':
      put(row, RAIDS, 1);
      break;
    case 'join':
    case 'audience':
    case 'room':
      break;
  }
}

/** A measure of a whole session. */
export const TOTAL: Record<Measure, (totals: Totals) => number> = {
  likes: (t) => t.likes,
  follows: (t) => t.follows,
  shares: (t) => t.byKind.share,
  subscriptions: (t) => t.subscriptions,
  giftSubs: (t) => t.giftSubs,
  gifts: (t) => t.gifts,
  coins: (t) => t.coins,
  tips: (t) => t.tipWorth,
  worth: (t) => t.worth,
  chats: (t) => t.byKind.chat,
  raids: (t) => t.byKind.raid,
  points: (t) => t.points,
};

/** A measure's value as it is shown and compared with targets: money in whole minor units. */
export const shownValue = (measure: Measure, value: number): number =>
  measure === 'worth' || measure === 'tips' ? Math.floor(value / WORTH_PARTS) : value;

/** How a measure reads in the interface. */
export const MEASURE_TITLES: Record<Measure, string> = {
  likes: 'Likes',
  follows: 'Follows',
  shares: 'Shares',
  subscriptions: 'Subscriptions',
  giftSubs: 'Subscriptions given away',
  gifts: 'Gifts',
  coins: 'Coins',
  tips: 'Tips',
  worth: 'Worth',
  chats: 'Lines in chat',
  raids: 'Raids',
  points: 'Points',
};

/** The kinds of event that a measure counts, and how they stand in a sentence. Anything may earn points. */
export const MEASURE_EVENTS: Record<Measure, { kinds: readonly EventKind[]; what: string }> = {
  likes: { kinds: ['like'], what: 'likes' },
  follows: { kinds: ['follow'], what: 'follows' },
  shares: { kinds: ['share'], what: 'shares' },
  subscriptions: { kinds: ['subscribe'], what: 'subscriptions' },
  giftSubs: { kinds: ['giftSubs'], what: 'gifted subscriptions' },
  gifts: { kinds: ['gift'], what: 'gifts' },
  coins: { kinds: ['gift'], what: 'gifts' },
  tips: { kinds: ['tip'], what: 'tips' },
  worth: { kinds: ['gift', 'tip'], what: 'gifts or tips' },
  chats: { kinds: ['chat'], what: 'chat' },
  raids: { kinds: ['raid'], what: 'raids' },
  points: { kinds: ['chat', 'like', 'gift', 'follow'], what: 'chat, likes, gifts or follows' },
};
