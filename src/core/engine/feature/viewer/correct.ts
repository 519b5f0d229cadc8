import { isLeftOut } from '@/core/engine/count/counting';
import { MEASURE } from '@/core/engine/count/measure';
import { dayRow } from '@/core/engine/count/past';
import { addTo, type Measure } from '@/core/engine/count/row';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import { isIn } from '@/core/engine/count/window';
import type { KernelState } from '@/core/engine/kernel/feature';
import { renewWindows } from '@/core/engine/kernel/state';

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

/**
 * Corrects what a viewer did in this session, in place: it reaches every number that depends on it, as if it had happened now. Goals are the
 * caller's to advance.
 */
export function correct(state: KernelState, tally: ViewerTally, measure: Correctable, by: number): void {
  const { now, totals, minutes, derived, show } = state;
  // Never below nothing, for the viewer and for all.
  const part = Math.max(Math.trunc(by), -(tally[measure] ?? 0), -MEASURE[measure].total(totals));
  if (part === 0) return;
  MEASURE[measure].add(totals, part, tally, part);
  if (measure === 'likes') totals.viewerLikes += part;
  addTo(minutes.of(now), measure, part);
  for (const { span, outside } of derived.windows) if (!isIn(span, now)) addTo(outside, measure, part);
  const row = derived.firstDay && dayRow(tally, now, { first: derived.firstDay, zone: show.zone });
  if (row) addTo(row, measure, part);
  // Whoever falls may leave the board, and somebody else come in.
  if (part < 0) renewWindows(state);
  else {
    const own = derived.people.tallyOf(tally);
    for (const sum of derived.parts.values()) sum.update(own);
    if (!isLeftOut(state, tally.feed, tally.id)) for (const board of derived.boards) board.update(own);
  }
}
