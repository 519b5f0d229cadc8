import type { Totals } from '@/core/engine/count/totals';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import type { StreamEvent } from '@/core/event/event';
import { fold } from '@/core/session/fold';
import { compareTallies } from '@/core/engine/count/leaderboard';
import { newState } from '@/core/session/state';
import type { Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';

/** Bars of the timeline at most; each is a whole number of minutes. */
const MOST_BARS = 60;

export interface RecapBar {
  /** ms since the epoch. */
  from: number;
  likes: number;
  chats: number;
  gifts: number;
}

/** What a finished session comes to. Times: ms, UTC. */
export interface Recap {
  from: number;
  to: number;
  totals: Totals;
  /** How many viewers did anything. */
  people: number;
  /** Those who gave most, and those who said most when nobody gave anything. */
  toThank: ViewerTally[];
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
  let to = from;
  for (const event of events) {
    fold(state, { input: 'event', at: event.seenAt, event });
    to = Math.max(to, event.seenAt);
  }
  const barMinutes = Math.max(1, Math.ceil((to - from) / 60_000 / MOST_BARS));
  const length = barMinutes * 60_000;
  const bars: RecapBar[] = Array.from({ length: Math.max(1, Math.ceil((to - from + 1) / length)) }, (_, n) => ({
    from: from + n * length,
    likes: 0,
    chats: 0,
    gifts: 0,
  }));
  for (const event of events) {
    const bar = bars[Math.floor((event.seenAt - from) / length)];
    if (!bar) continue;
    if (event.kind === 'like') bar.likes += event.room ?? event.count;
    else if (event.kind === 'chat') bar.chats += 1;
    else if (event.kind === 'gift') bar.gifts += event.count;
  }
  const ranked = [...state.derived.people.all()].sort((a, b) => b.worth - a.worth || compareTallies('coins', a, b));
  return {
    from,
    to,
    totals: state.totals,
    people: ranked.length,
    toThank: ranked.filter(({ coins, likes, worth }) => coins > 0 || likes > 0 || worth > 0).slice(0, 20),
    bars,
    barMinutes,
  };
}
