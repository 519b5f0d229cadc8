import type { Totals } from '@/core/engine/count/totals';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import type { StreamEvent } from '@/core/event/event';
import { viewerKey } from '@/core/event/viewer-key';
import { fold } from '@/core/session/fold';
import { compareTallies } from '@/core/engine/count/leaderboard';
import { newState } from '@/core/session/state';
import type { Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';
import { RecapBars, type RecapBar } from './bars';

export type { RecapBar } from './bars';

/** So many are named of any list: what is beyond is only counted. */
const MOST_NAMED = 5000;
/** Those who gave nothing but likes fill the list up to so many. */
const LEAST_TO_THANK = 20;

/** Somebody, by the key of their viewer. */
export interface Named {
  key: string;
  name: string;
}

/** Words that came with a tip or a subscription. `at`: ms, UTC. */
export interface Message extends Named {
  kind: 'tip' | 'subscribe';
  at: number;
  text: string;
}

/** What a finished session comes to. Times: ms, UTC. */
export interface Recap {
  from: number;
  to: number;
  totals: Totals;
  /** How many viewers did anything. */
  people: number;
  /** Everybody who gave anything, most first, and then those who liked most. */
  toThank: ViewerTally[];
  /** Those who followed, and those who subscribed (not by a gift), in their order; each once. */
  followers: Named[];
  subscribers: (Named & { tier: number; months: number })[];
  messages: Message[];
  /** How many watched, on average over time; 0 where no feed says. */
  meanWatching: number;
  /** Everybody who did anything, so that it is known later who came back. */
  who: Named[];
  bars: RecapBar[];
  barMinutes: number;
}

/** What a recap is reckoned by: the feeds' rates, the streamer's currency, and who is one person. */
export type RecapBasis = Pick<Show, 'feeds' | 'money' | 'people'>;
const NO_BASIS: RecapBasis = { feeds: [], money: { currency: 'EUR', rates: {} }, people: [] };

/**
 * Sums a session up from its event log, by the same engine that counted it live: the two cannot differ.
 * @param events in the order of arrival
 */
export function recapOf(events: readonly StreamEvent[], by: RecapBasis = NO_BASIS): Recap {
  const state = newState({ ...emptyShow('recap', 'Recap'), ...by });
  const from = events[0]?.seenAt ?? 0;
  const to = events.reduce((latest, { seenAt }) => Math.max(latest, seenAt), from);
  const bars = new RecapBars(from, to);
  const followers = new Map<string, Named>();
  const subscribers = new Map<string, Recap['subscribers'][number]>();
  const messages: Message[] = [];
  for (const event of events) {
    const { follows } = state.totals;
    fold(state, { input: 'event', at: event.seenAt, event });
    bars.take(event, state.audience.now());
    if (!event.viewer) continue;
    const who: Named = { key: viewerKey(event.feed, event.viewer.id), name: event.viewer.name };
    // One who follows again is not counted, and not named.
    if (event.kind === 'follow' && state.totals.follows > follows) keep(followers, who);
    if (event.kind === 'subscribe' && !event.gifted)
      keep(subscribers, { ...who, tier: event.tier, months: event.months });
    if ((event.kind === 'tip' || event.kind === 'subscribe') && event.message && messages.length < MOST_NAMED)
      messages.push({ ...who, kind: event.kind, at: event.seenAt, text: event.message });
  }
  const ranked = [...state.derived.people.all()].sort((a, b) => b.worth - a.worth || compareTallies('coins', a, b));
  const gave = ranked.filter(hasGiven);
  const liked = ranked.filter((each) => !hasGiven(each) && each.likes > 0);
  return {
    from,
    to,
    totals: state.totals,
    people: ranked.length,
    toThank: [...gave, ...liked.slice(0, Math.max(0, LEAST_TO_THANK - gave.length))].slice(0, MOST_NAMED),
    followers: [...followers.values()],
    subscribers: [...subscribers.values()],
    messages,
    meanWatching: state.audience.mean(to),
    who: ranked.slice(0, MOST_NAMED).map(({ key, name }) => ({ key, name })),
    bars: bars.all,
    barMinutes: bars.minutes,
  };
}

const hasGiven = ({ coins, worth, tips = 0, subscriptions, giftSubs = 0 }: ViewerTally): boolean =>
  coins > 0 || worth > 0 || tips > 0 || subscriptions > 0 || giftSubs > 0;

function keep<T extends Named>(into: Map<string, T>, who: T): void {
  if (into.size < MOST_NAMED || into.has(who.key)) into.set(who.key, who);
}

/** Those of a session who had been in an earlier one. @param earlier everybody of each */
export function cameBack({ who }: Pick<Recap, 'who'>, earlier: readonly Pick<Recap, 'who'>[]): Named[] {
  const seen = new Set(earlier.flatMap((each) => each.who.map(({ key }) => key)));
  return who.filter(({ key }) => seen.has(key));
}
