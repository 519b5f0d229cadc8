import { addTo, TOTAL, type Measure } from './measure';
import { isLeftOut, renewWindows, type SessionState } from '@/core/session/state';
import type { Totals, ViewerTally } from './tally';
import { isIn } from './window';
import { dayRow } from './past';

/** What can be corrected for a viewer by hand. */
export const CORRECTABLE = [
  'coins',
  'gifts',
  'likes',
  'follows',
  'shares',
  'chats',
  'subscriptions',
  'giftSubs',
] as const satisfies readonly Measure[];
export type Correctable = (typeof CORRECTABLE)[number];
export const isCorrectable = (measure: string): measure is Correctable =>
  (CORRECTABLE as readonly string[]).includes(measure);

const TO_TOTAL: Record<Correctable, (totals: Totals, by: number) => void> = {
  coins: (t, by) => void (t.coins += by),
  gifts: (t, by) => void (t.gifts += by),
  follows: (t, by) => void (t.follows += by),
  subscriptions: (t, by) => void (t.subscriptions += by),
  giftSubs: (t, by) => void (t.giftSubs += by),
  shares: (t, by) => void (t.byKind.share += by),
  chats: (t, by) => void (t.byKind.chat += by),
  likes: (t, by) => {
    t.likes += by;
    t.viewerLikes += by;
  },
};

/**
 * Corrects what a viewer did in this session, in place: it reaches every number that depends on it, as if it had happened now. Goals are the
 * caller's to advance.
 */
export function correct(state: SessionState, tally: ViewerTally, measure: Correctable, by: number): void {
  const { now, totals, minutes, derived, show } = state;
  // Never below nothing, for the viewer and for all.
  const part = Math.max(Math.trunc(by), -(tally[measure] ?? 0), -TOTAL[measure](totals));
  if (part === 0) return;
  tally[measure] = (tally[measure] ?? 0) + part;
  TO_TOTAL[measure](totals, part);
  addTo(minutes.of(now), measure, part);
  for (const { span, outside } of derived.windows) if (!isIn(span, now)) addTo(outside, measure, part);
  const row = derived.firstDay && dayRow(tally, now, derived.firstDay, show.zone);
  if (row) addTo(row, measure, part);
  // Whoever falls may leave the board, and somebody else come in.
  if (part < 0) renewWindows(state);
  else {
    const own = derived.people.tallyOf(tally);
    for (const sum of derived.parts.values()) sum.update(own);
    if (!isLeftOut(state, tally.feed, tally.id)) for (const board of derived.boards) board.update(own);
  }
}
