import type { StreamEvent } from '@/core/event/event';
import { viewerKey } from '@/core/event/viewer-key';

/** What is given: what a streamer thanks for aloud. */
export const GIVING_KINDS = ['gift', 'tip', 'subscribe', 'giftSubs', 'raid'] as const;
export type GivingKind = (typeof GIVING_KINDS)[number];
export type Giving = Extract<StreamEvent, { kind: GivingKind }>;

/**
 * What somebody has given since they were last thanked. An entry is replaced, never changed: whoever sends only what is new sees that it is.
 * `worth`: thousandths of a minor unit of the streamer's currency. `since`, `last`: ms, the engine's clock.
 */
export interface Owed {
  /** `<feed>/<viewer id>`; those whom the platform does not name are one for each feed. */
  key: string;
  feed: string;
  viewer: string;
  /** '' where the platform does not say who. */
  name: string;
  /** The kind of the worthiest thing among it. */
  kind: GivingKind;
  /** The gifts by name, those that came last. */
  gifts: { name: string; count: number }[];
  coins: number;
  /** Minor units by currency. */
  tips: { currency: string; amount: number }[];
  /** Of the last subscription; 0: none. */
  months: number;
  giftSubs: number;
  /** Viewers who came with a raid. */
  raiders: number;
  worth: number;
  since: number;
  last: number;
}

/** So many names of gifts, and currencies, are kept of one giver; what is beyond is in `coins` and `worth`. */
const MOST_NAMES = 5;

/** The larger, the worthier; what platforms give no price for stands by what it takes to do it. */
const RANK: Record<GivingKind, number> = { gift: 1, tip: 1, subscribe: 2, raid: 3, giftSubs: 4 };

/** Adds to one of a few by name; the one that changed last stands last. */
function addTo<K extends string, V extends string, T extends Record<K, string> & Record<V, number>>(
  list: readonly T[],
  by: [K, V],
  added: T,
): T[] {
  const [name, value] = by;
  const known = list.find((each) => each[name] === added[name]);
  const sum = known ? { ...added, [value]: known[value] + added[value] } : added;
  return [...list.filter((each) => each !== known), sum].slice(-MOST_NAMES);
}

/** What one owes a giver after this event. */
export function owedAfter(
  before: Owed | undefined,
  event: Giving,
  { now, worth }: { now: number; worth: number },
): Owed {
  const { feed, viewer, kind } = event;
  const owed: Owed = before ?? {
    key: owedKey(event),
    feed,
    viewer: viewer?.id ?? '',
    name: '',
    kind,
    gifts: [],
    coins: 0,
    tips: [],
    months: 0,
    giftSubs: 0,
    raiders: 0,
    worth: 0,
    since: now,
    last: now,
  };
  const base: Owed = {
    ...owed,
    name: viewer?.name ?? '',
    kind: RANK[kind] > RANK[owed.kind] ? kind : owed.kind,
    worth: owed.worth + worth,
    last: now,
  };
  switch (event.kind) {
    case 'gift':
      return {
        ...base,
        gifts: addTo(owed.gifts, ['name', 'count'], { name: event.name, count: event.count }),
        coins: owed.coins + event.count * event.unitCoins,
      };
    case 'tip':
      return {
        ...base,
        tips: addTo(owed.tips, ['currency', 'amount'], { currency: event.currency, amount: event.amountMinor }),
      };
    case 'subscribe':
      return { ...base, months: Math.max(1, event.months) };
    case 'giftSubs':
      return { ...base, giftSubs: owed.giftSubs + event.count };
    case 'raid':
      return { ...base, raiders: owed.raiders + event.viewers };
  }
}

/** One thing more given, as it counts: a streak that only closes gives nothing, and a subscription that was received is thanked with who gave it. */
export const isGiving = (event: StreamEvent): event is Giving =>
  (event.kind === 'gift' && event.count > 0) ||
  event.kind === 'tip' ||
  (event.kind === 'subscribe' && !event.gifted) ||
  event.kind === 'giftSubs' ||
  event.kind === 'raid';

export const owedKey = ({ feed, viewer }: Pick<StreamEvent, 'feed' | 'viewer'>): string =>
  viewerKey(feed, viewer?.id ?? '');

/** Two things owed to one giver, as one: what was thanked is owed again. */
export function owedTogether(a: Owed, b: Owed): Owed {
  const later = a.last > b.last ? a : b;
  return {
    ...later,
    kind: RANK[a.kind] > RANK[b.kind] ? a.kind : b.kind,
    gifts: b.gifts.reduce((all, each) => addTo(all, ['name', 'count'], each), a.gifts),
    coins: a.coins + b.coins,
    tips: b.tips.reduce((all, each) => addTo(all, ['currency', 'amount'], each), a.tips),
    months: Math.max(a.months, b.months),
    giftSubs: a.giftSubs + b.giftSubs,
    raiders: a.raiders + b.raiders,
    worth: a.worth + b.worth,
    since: Math.min(a.since, b.since),
    last: Math.max(a.last, b.last),
  };
}

/** What is worth most first; of what is worth the same, what counts for more, and what has waited longest. */
export const compareOwed = (a: Owed, b: Owed): number =>
  b.worth - a.worth || RANK[b.kind] - RANK[a.kind] || b.coins - a.coins || a.since - b.since;
