import { TZDate } from '@date-fns/tz';
import { addDays } from 'date-fns/addDays';
import { addMonths } from 'date-fns/addMonths';
import { addWeeks } from 'date-fns/addWeeks';
import { startOfDay } from 'date-fns/startOfDay';
import { startOfISOWeek } from 'date-fns/startOfISOWeek';
import { startOfMonth } from 'date-fns/startOfMonth';
import { z } from 'zod';
import { phrase, type Phrase } from '@/core/words/phrase';
import { aired } from '@/core/words/on-air';

/** A calendar day, YYYYMMDD as one number: two can be compared. In the show's time zone. */
export type Day = number;

const date = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/)
  .refine(
    (text) =>
      !Number.isNaN(Date.parse(`${text}T00:00:00Z`)) && new Date(`${text}T00:00:00Z`).toISOString().startsWith(text),
    'No such day.',
  );

/** A stretch of time over which something is counted. Days and weeks (ISO 8601: from Monday) begin at the show's own midnight. */
export const windowSchema = z.discriminatedUnion('over', [
  z.object({ over: z.literal('session') }),
  z.object({ over: z.literal('day') }),
  z.object({ over: z.literal('week') }),
  z.object({ over: z.literal('month') }),
  /** So many days from a date on; 0: without an end. */
  z.object({ over: z.literal('days'), from: date, days: z.number().int().min(0).max(3660) }),
  /** Since a moment, ms UTC. What lies in earlier sessions counts by whole quarters of an hour. */
  z.object({ over: z.literal('since'), at: z.number().int().min(0).max(8.64e15) }),
  z.object({ over: z.literal('ever') }),
]);
export type Window = z.infer<typeof windowSchema>;

export const SESSION: Window = { over: 'session' };

export const WINDOW_TITLES: Record<Window['over'], Phrase> = {
  session: phrase('This session'),
  day: phrase('Today'),
  week: phrase('This week'),
  month: phrase('This month'),
  days: phrase('Days from a date'),
  since: phrase('Since a moment'),
  ever: phrase('All time'),
};

/** From when to when (ms, the end not included), and the days that lie in it. */
export interface Span {
  from: number;
  to: number;
  fromDay: Day;
  toDay: Day;
}

const zoned = (at: number, zone: string): TZDate => new TZDate(at, zone || 'UTC');

export function dayOf(at: number, zone: string): Day {
  const day = zoned(at, zone);
  return day.getFullYear() * 10_000 + (day.getMonth() + 1) * 100 + day.getDate();
}

/** Midnight at which a day begins: the first moment of that date, also where the clock skips midnight. */
export const dayBegins = (at: number, zone: string): number => startOfDay(zoned(at, zone)).getTime();

/** Midnight of the day after. By the calendar: a day may have 23 or 25 hours. */
export const nextDay = (at: number, zone: string): number =>
  startOfDay(addDays(startOfDay(zoned(at, zone)), 1)).getTime();

/** Where a window lies at a time. A session's own is all there is of it. */
export function spanOf(window: Window, now: number, zone: string): Span {
  const days = (from: Date, to: Date | null): Span => ({
    from: from.getTime(),
    to: to?.getTime() ?? Infinity,
    fromDay: dayOf(from.getTime(), zone),
    toDay: to ? dayOf(to.getTime(), zone) : Infinity,
  });
  const here = zoned(now, zone);
  switch (window.over) {
    case 'session':
    case 'ever':
      return { from: -Infinity, to: Infinity, fromDay: -Infinity, toDay: Infinity };
    case 'day':
      return days(startOfDay(here), startOfDay(addDays(startOfDay(here), 1)));
    case 'week':
      return days(startOfISOWeek(here), startOfISOWeek(addWeeks(startOfISOWeek(here), 1)));
    case 'month':
      return days(startOfMonth(here), startOfMonth(addMonths(startOfMonth(here), 1)));
    case 'days': {
      const [year = 0, month = 1, day = 1] = window.from.split('-').map(Number);
      const from = startOfDay(new TZDate(year, month - 1, day, zone || 'UTC'));
      return days(from, window.days === 0 ? null : startOfDay(addDays(from, window.days)));
    }
    case 'since':
      return { from: window.at, to: Infinity, fromDay: dayOf(window.at, zone), toDay: Infinity };
  }
}

export const isIn = ({ from, to }: Span, at: number): boolean => at >= from && at < to;
export const hasDay = ({ fromDay, toDay }: Span, day: Day): boolean => day >= fromDay && day < toDay;

/** A window in a sentence for viewers, in the show's language: "this week", "7 days from 2026-11-20". */
export function windowWords(window: Window, language: string): string {
  switch (window.over) {
    case 'days':
      return window.days === 0
        ? aired(language, 'from {from} on', { from: window.from })
        : aired(language, '{days, plural, one {# day} other {# days}} from {from}', window);
    case 'since':
      return aired(language, 'since {at} UTC', {
        at: new Date(window.at).toISOString().slice(0, 16).replace('T', ' '),
      });
    default:
      return aired(
        language,
        '{over, select, session {this session} day {today} week {this week} month {this month} other {all time}}',
        { over: window.over },
      );
  }
}
