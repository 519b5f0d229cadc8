import { z } from 'zod';
import { feedIdSchema, viewerKey } from '@/core/event/viewer-key';
import type { StreamEvent } from '@/core/event/event';
import { whole } from '@/core/event/whole';
import { countInto } from './measure';
import { addRow, inRow, MEASURES, newRow, type Measure, type Row } from './row';
import type { ViewerTally } from './viewer-tally';
import { dayBegins, dayOf, nextDay, type Day } from './window';

/* What windows of time are counted from: this session minute by minute, earlier ones by quarters of an hour; viewers by days. */

export const MINUTE_MS = 60_000;
/** Midnight lies on a quarter of an hour in every time zone. */
export const QUARTER_MS = 15 * MINUTE_MS;

/** Rows by the number of their minute (or quarter) since the epoch. */
export class Rows {
  private readonly rows: Map<number, Row>;
  private last = NaN;
  private lastRow: Row = [];

  constructor(
    private readonly unit: number,
    rows: Iterable<readonly number[]> = [],
  ) {
    this.rows = new Map([...rows].map(([n = 0, ...row]) => [n, row]));
  }

  /** The row of a moment, made if there is none. */
  of(at: number): Row {
    const n = Math.floor(at / this.unit);
    if (n === this.last) return this.lastRow;
    let row = this.rows.get(n);
    if (!row) {
      row = newRow();
      this.rows.set(n, row);
    }
    this.last = n;
    this.lastRow = row;
    return row;
  }

  /** Each row, with the moment at which it begins. */
  *entries(): Generator<[number, Row]> {
    for (const [n, row] of this.rows) yield [n * this.unit, row];
  }

  /** As plain numbers, the row's own first, in the order of time. */
  list(): number[][] {
    return [...this.rows].sort(([a], [b]) => a - b).map(([n, row]) => [n, ...row]);
  }
}

/** The number of a quarter of an hour or a day, and behind it its row. */
export const rowSchema = z
  .array(whole)
  .min(1)
  .max(1 + 3 * MEASURES.length);

/** So many days of a viewer are kept apart; older ones become one. */
const KEPT_DAYS = 400;

/** A viewer of earlier sessions. */
export const pastViewerSchema = z.object({
  feed: feedIdSchema,
  id: z.string().max(200),
  name: z.string().max(400),
  handle: z.string().max(400),
  firstAt: z.number().int(),
  lastAt: z.number().int(),
  /** Of each day on which they did something: the day, then its row. */
  days: z.array(rowSchema).max(KEPT_DAYS + 100),
});
export type PastViewer = z.infer<typeof pastViewerSchema>;

/** What earlier sessions have left. */
export class Past {
  readonly quarters: Rows;
  readonly viewers: Map<string, PastViewer>;

  constructor({
    quarters = [],
    viewers = [],
  }: { quarters?: readonly (readonly number[])[]; viewers?: readonly PastViewer[] } = {}) {
    this.quarters = new Rows(QUARTER_MS, quarters);
    this.viewers = new Map(viewers.map((viewer) => [viewerKey(viewer.feed, viewer.id), viewer]));
  }
}

/** The day on which a session began: what a viewer did on it needs no row of its own, since it is all that the other days are not. */
export interface FirstDay extends DaySpan {
  /** The day that was asked for last, if it was another: events come in order, and asking the calendar each time is slow. */
  other: DaySpan | null;
}

interface DaySpan {
  day: Day;
  from: number;
  to: number;
}

const daySpan = (at: number, zone: string): DaySpan => ({
  day: dayOf(at, zone),
  from: dayBegins(at, zone),
  to: nextDay(at, zone),
});

export const firstDay = (startedAt: number, zone: string): FirstDay => ({ ...daySpan(startedAt, zone), other: null });

/** The day of a moment that is not on the first one. */
function otherDay(first: FirstDay, at: number, zone: string): Day {
  if (!first.other || at < first.other.from || at >= first.other.to) first.other = daySpan(at, zone);
  return first.other.day;
}

/** The first day of a session, and the time zone by which days begin. */
export interface Days {
  first: FirstDay;
  zone: string;
}

/** Takes note of what a viewer did on another day than the first. */
export function countDay(tally: ViewerTally, event: StreamEvent, worth: number, days: Days): void {
  const row = dayRow(tally, event.at, days);
  if (row) countInto(row, event, worth, true);
}

/** A viewer's row of the day of a moment; null on the first day, which has none of its own. */
export const dayRow = (tally: ViewerTally, at: number, { first, zone }: Days): Row | null =>
  at >= first.from && at < first.to ? null : rowOfDay(tally, otherDay(first, at, zone));

function rowOfDay(tally: ViewerTally, day: Day): Row {
  const days = (tally.days ??= []);
  // Nearly always the latest.
  const latest = days[days.length - 1];
  if (latest?.[0] === day) return latest[1];
  let own = days.find(([n]) => n === day);
  if (!own) {
    own = [day, newRow()];
    days.push(own);
  }
  return own[1];
}

/** All that a tally counts, as a row. Raids are no viewer's. */
export function rowOf(tally: ViewerTally): Row {
  return MEASURES.map((measure) => (measure === 'raids' ? 0 : (tally[measure] ?? 0)));
}

/** What a viewer did in this session, day by day. */
export function daysOf(tally: ViewerTally, first: FirstDay): [Day, Row][] {
  const rest = rowOf(tally);
  for (const [, each] of tally.days ?? []) addRow(rest, each, -1);
  return [[first.day, rest], ...(tally.days ?? [])];
}

/** Of a viewer's session, one measure on those days that are asked for. */
export function onDays(
  tally: ViewerTally,
  measure: Exclude<Measure, 'raids'>,
  first: FirstDay,
  has: (day: Day) => boolean,
): number {
  if (!tally.days) return has(first.day) ? (tally[measure] ?? 0) : 0;
  let sum = 0;
  let others = 0;
  for (const [day, each] of tally.days) {
    others += inRow(each, measure);
    if (has(day)) sum += inRow(each, measure);
  }
  return has(first.day) ? sum + (tally[measure] ?? 0) - others : sum;
}

/** A viewer's days from before and of this session as one list, the oldest put together where there are too many. */
export function joinDays(before: readonly (readonly number[])[], days: readonly [Day, Row][]): number[][] {
  const byDay = new Map<Day, Row>(before.map(([day = 0, ...each]) => [day, each]));
  for (const [day, each] of days) {
    const known = byDay.get(day) ?? newRow();
    addRow(known, each);
    byDay.set(day, known);
  }
  const list = [...byDay].filter(([, each]) => each.some((n) => n !== 0)).sort(([a], [b]) => a - b);
  while (list.length > KEPT_DAYS) {
    const [[, oldest], second] = [list.shift()!, list[0]!];
    addRow(second[1], oldest);
  }
  return list.map(([day, each]) => [day, ...each]);
}
