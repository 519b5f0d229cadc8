import fc from 'fast-check';
import { DateTime } from 'luxon';
import { dayBegins, dayOf, nextDay, spanOf, windowSchema } from './window';

/* Checked against Luxon, which takes its zones from the runtime's own data and its weeks from ISO 8601. */

const ZONES = ['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kolkata', 'America/Santiago'];
const HOUR = 3_600_000;
const YEAR = { from: Date.UTC(2026, 0, 1), to: Date.UTC(2027, 0, 1) };

/** Moments of 2026 at which a zone's offset changes, found by asking every hour. */
function changes(zone: string): number[] {
  const offset = (at: number): number => DateTime.fromMillis(at, { zone }).offset;
  const found: number[] = [];
  for (let at = YEAR.from; at < YEAR.to; at += HOUR) if (offset(at) !== offset(at + HOUR)) found.push(at + HOUR);
  return found;
}

function expectSame(at: number, zone: string): void {
  const here = DateTime.fromMillis(at, { zone });
  for (const [over, unit] of [
    ['day', 'day'],
    ['week', 'week'],
    ['month', 'month'],
  ] as const) {
    const span = spanOf({ over }, at, zone);
    expect([over, zone, at, span.from, span.to]).toEqual([
      over,
      zone,
      at,
      here.startOf(unit).toMillis(),
      here
        .startOf(unit)
        .plus({ [unit]: 1 })
        .startOf(unit)
        .toMillis(),
    ]);
    expect(span.fromDay).toBe(Number(here.startOf(unit).toFormat('yyyyMMdd')));
  }
  expect(dayOf(at, zone)).toBe(Number(here.toFormat('yyyyMMdd')));
  expect(dayBegins(at, zone)).toBe(here.startOf('day').toMillis());
  expect(nextDay(at, zone)).toBe(here.startOf('day').plus({ days: 1 }).startOf('day').toMillis());
}

test.each(ZONES)('days, weeks and months in %s, around every change of its clock in 2026', (zone) => {
  const moments = changes(zone);
  // A zone without a change is an ordinary year.
  expect(moments.length).toBe(zone === 'Asia/Kolkata' ? 0 : 2);
  for (const moment of [...moments, Date.UTC(2026, 5, 30, 23, 30)])
    for (const by of [-49, -25, -24, -2, -1, -0.001, 0, 0.001, 1, 2, 23, 24, 25, 49])
      expectSame(Math.round(moment + by * HOUR), zone);
});

test('anywhere in the year', () => {
  fc.assert(
    fc.property(fc.integer({ min: YEAR.from, max: YEAR.to }), fc.constantFrom(...ZONES), (at, zone) =>
      expectSame(at, zone),
    ),
    { numRuns: 300 },
  );
});

test('weeks begin on Monday, also over the turn of a year (ISO 8601: 1 January 2027 lies in week 53 of 2026)', () => {
  const { fromDay, toDay } = spanOf({ over: 'week' }, Date.UTC(2027, 0, 1, 12), 'UTC');
  expect([fromDay, toDay]).toEqual([20261228, 20270104]);
  expect(DateTime.utc(2027, 1, 1).weekNumber).toBe(53);
});

test('days from a date: by the calendar, over a change of the clock', () => {
  const span = spanOf({ over: 'days', from: '2026-03-27', days: 3 }, 0, 'Europe/Lisbon');
  expect([span.fromDay, span.toDay, (span.to - span.from) / HOUR]).toEqual([20260327, 20260330, 71]);
  expect(spanOf({ over: 'days', from: '2026-03-27', days: 0 }, 0, 'UTC').to).toBe(Infinity);
});

test('a day that does not exist is no window', () => {
  expect(windowSchema.safeParse({ over: 'days', from: '2026-02-30', days: 1 }).success).toBe(false);
  expect(windowSchema.safeParse({ over: 'days', from: '2028-02-29', days: 1 }).success).toBe(true);
});
