import { slotAt, type Slot } from './plan';

/* Dates and weekdays by the calendar of November 2026; summer time in the EU ended on 2026-10-25 at 03:00 (directive 2000/84/EC). */

const PARIS = 'Europe/Paris';
const slots: Slot[] = [
  { id: 'a', show: 'weekday', days: [1, 2, 3, 4, 5], at: '19:30' },
  { id: 'b', show: 'weekend', days: [6, 7], at: '10:00' },
];
const at = (text: string) => Date.parse(text);

test.each([
  // Saturday before ten: still Friday's.
  ['2026-11-28T09:59:59+01:00', 'weekday', '2026-11-27T19:30:00+01:00'],
  ['2026-11-28T10:00:00+01:00', 'weekend', '2026-11-28T10:00:00+01:00'],
  ['2026-11-30T19:29:00+01:00', 'weekend', '2026-11-29T10:00:00+01:00'],
  ['2026-11-30T19:30:00+01:00', 'weekday', '2026-11-30T19:30:00+01:00'],
  // By the home's own clock on both sides of the change.
  ['2026-10-23T19:30:00+02:00', 'weekday', '2026-10-23T19:30:00+02:00'],
  ['2026-10-25T10:00:00+01:00', 'weekend', '2026-10-25T10:00:00+01:00'],
])('%s: %s, since %s', (now, show, since) => {
  expect(slotAt(slots, at(now), PARIS)).toEqual({ show, at: at(since) });
});

test('once a week: what was put on a week ago is on until it is put on again', () => {
  const [once] = [[{ id: 'a', show: 'only', days: [3], at: '20:00' }]];
  expect(slotAt(once, at('2026-12-02T19:59:00+01:00'), PARIS)?.at).toBe(at('2026-11-25T20:00:00+01:00'));
  expect(slotAt([], at('2026-12-02T19:59:00+01:00'), PARIS)).toBeNull();
});

test('of two at one time the lower one counts; an empty zone is UTC', () => {
  const both = ['first', 'second'].map((show): Slot => ({ id: show, show, days: [6], at: '08:00' }));
  expect(slotAt(both, at('2026-11-28T08:00:00Z'), '')).toEqual({ show: 'second', at: at('2026-11-28T08:00:00Z') });
});
