import type { StreamEvent } from '@/core/event/event';
import { countInto, MEASURE } from './measure';
import type { Past, Rows } from './past';
import { addRow, inRow, newRow, type Measure, type Row } from './row';
import type { Totals } from './totals';
import { isIn, spanOf, type Span, type Window } from './window';

/** A window as it lies now: what it holds of earlier sessions, and what of this one lies outside of it. */
export interface WindowNow {
  window: Window;
  span: Span;
  carried: Row;
  outside: Row;
}

/** Where a window lies at `now`, counted anew from the rows. */
export function windowNow(
  window: Window,
  { now, zone, minutes, past }: { now: number; zone: string; minutes: Rows; past: Past },
): WindowNow {
  const span = spanOf(window, now, zone);
  const [carried, outside] = [newRow(), newRow()];
  if (window.over !== 'session') {
    for (const [at, row] of past.quarters.entries()) if (isIn(span, at)) addRow(carried, row);
    for (const [at, row] of minutes.entries()) if (!isIn(span, at)) addRow(outside, row);
  }
  return { window, span, carried, outside };
}

/** What has just been counted for the session may not belong to the window. */
export function keepOut(windows: readonly WindowNow[], event: StreamEvent, worth: number): void {
  for (const { span, outside } of windows) if (!isIn(span, event.at)) countInto(outside, event, worth, false);
}

/** What a window comes to. */
export const valueIn = ({ carried, outside }: WindowNow, totals: Totals, measure: Measure): number =>
  MEASURE[measure].total(totals) + inRow(carried, measure) - inRow(outside, measure);

/** When the first of these begins or ends next; Infinity: none will. */
export function nextRollover(windows: readonly WindowNow[], now: number): number {
  let next = Infinity;
  for (const { span } of windows) {
    if (span.from > now) next = Math.min(next, span.from);
    if (span.to > now) next = Math.min(next, span.to);
  }
  return next;
}
