import { START } from '@/core/event/examples';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Cue, Show } from '@/core/show/show';
import { fold } from '@/core/session/fold';
import type { Input } from '@/core/session/input';
import { newState } from '@/core/session/state';
import { nextTimeOfDay } from './time-of-day';

/* Checked against the time zone data of ICU through Intl.DateTimeFormat (ECMA-402), which the code does not ask. */

const ZONES = ['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kolkata', 'America/Santiago'];
const HOUR = 3_600_000;
const clocks = new Map(
  ZONES.map((zone) => [
    zone,
    new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }),
  ]),
);
const shown = (at: number, zone: string): string => clocks.get(zone)?.format(at) ?? '';

/** Moments of 2026 at which a zone's offset changes, found by asking every hour. */
function changes(zone: string): number[] {
  const clock = new Intl.DateTimeFormat('en', { timeZone: zone, timeZoneName: 'longOffset' });
  const offset = (at: number): string => clock.format(at).replace(/^.*GMT/, '');
  const found: number[] = [];
  for (let at = Date.UTC(2026, 0, 1); at < Date.UTC(2027, 0, 1); at += HOUR)
    if (offset(at) !== offset(at + HOUR)) found.push(at);
  return found;
}

test.each(ZONES)('in %s, on ordinary days and around every change of its clock in 2026', (zone) => {
  const moments = changes(zone);
  const around = [
    Date.UTC(2026, 5, 1, 3, 4),
    ...moments.flatMap((at) => [at - 30 * HOUR, at - 3 * HOUR, at - 1, at + 1, at + 5 * HOUR]),
  ];
  for (const after of around) {
    for (const [hour, minute] of [
      [0, 0],
      [1, 30],
      [2, 30],
      [12, 5],
      [23, 59],
    ] as const) {
      const next = nextTimeOfDay(after, hour, minute, zone);
      expect(next).toBeGreaterThan(after);
      // A day of a change has up to 25 hours.
      expect(next - after).toBeLessThanOrEqual(25 * HOUR + 1000);
      const wanted = `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
      // A time that the clock skips is shown nowhere on that day.
      const skipped = shown(next, zone) !== wanted;
      if (skipped) expect(moments.some((at) => Math.abs(at - next) <= 2 * HOUR)).toBe(true);
      // Every offset is a multiple of half an hour: nothing else can show it. What is shown a second time on a day does not count.
      else
        for (let at = next - 30 * 60_000; at > after; at -= 30 * 60_000) {
          const again = [30, 60].some((minutes) => shown(at - minutes * 60_000, zone) === wanted);
          if (shown(at, zone) === wanted && !again)
            throw new Error(`${zone} shows ${wanted} at ${at}, before ${next}.`);
        }
    }
  }
});

test('without a zone it is UTC', () =>
  expect(nextTimeOfDay(Date.UTC(2026, 0, 1, 20, 0), 20, 0, '')).toBe(Date.UTC(2026, 0, 2, 20, 0)));

describe('a cue at a time of day', () => {
  const daily = (hour: number, minute: number): Cue =>
    newCue('daily', { kind: 'clock', minutes: 15, how: 'daily', hour, minute }, [
      { kind: 'show', spotlight: 'spotlight', words: 'now', seconds: 1 },
    ]);
  const starts = new Date(START);
  const dayAhead = Math.floor(START / 86_400_000) * 86_400_000 + 86_400_000;
  const base = plainly(starterShow('s'));
  const run = (cues: Cue[], inputs: Input[], more: Partial<Show> = {}): number[] => {
    const state = newState({ ...base, cues, ...more });
    const at: number[] = [];
    for (const input of [{ input: 'begin' as const, at: START, session: 'one' }, ...inputs])
      fold(state, input, (effect) => void (effect.effect === 'alert' && at.push(effect.alert.at)));
    return at;
  };
  const alertsAt = (cues: Cue[], until: number, more: Partial<Show> = {}): number[] =>
    run(cues, [{ input: 'tick', at: until }], more);

  test('once each day of the session, at its own time, not at its beginning', () => {
    expect(alertsAt([daily(0, 30)], START + 2 * 86_400_000)).toEqual([
      dayAhead + 30 * 60_000,
      dayAhead + 86_400_000 + 30 * 60_000,
    ]);
    expect(alertsAt([daily(starts.getUTCHours(), starts.getUTCMinutes())], START + 3_600_000)).toEqual([]);
  });

  test('by the show’s time zone', () => {
    // Kolkata is 5:30 ahead of UTC: half past five in the morning there is midnight in UTC.
    expect(alertsAt([daily(5, 30)], START + 86_400_000, { zone: 'Asia/Kolkata' })).toEqual([dayAhead]);
  });

  test('made in the middle of a session it does not make up for what has passed', () => {
    const later = START + 2 * 86_400_000;
    const alerts = run(
      [],
      [
        { input: 'tick', at: later },
        { input: 'show', at: later + 1, show: { ...base, cues: [daily(0, 30)] } },
        { input: 'tick', at: later + 60_000 },
      ],
    );
    expect(alerts).toEqual([]);
  });
});
