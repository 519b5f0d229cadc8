import { TZDate } from '@date-fns/tz';

const MINUTE = 60_000;

/**
 * The next moment after `after` at which the clocks of a time zone show this time. On a day on which they skip it, it is when they have
 * skipped; on one on which they show it twice, it is the first.
 * @param after ms, UTC
 * @param zone IANA name; empty: UTC
 * @returns ms, UTC
 */
export function nextTimeOfDay(after: number, hour: number, minute: number, zone: string): number {
  const at = (day: number): number => {
    const here = new TZDate(after, zone || 'UTC');
    const found = new TZDate(
      here.getFullYear(),
      here.getMonth(),
      here.getDate() + day,
      hour,
      minute,
      0,
      0,
      zone || 'UTC',
    ).getTime();
    for (const sooner of [60 * MINUTE, 30 * MINUTE]) {
      const other = new TZDate(found - sooner, zone || 'UTC');
      if (other.getHours() === hour && other.getMinutes() === minute) return found - sooner;
    }
    return found;
  };
  for (let day = 0; day < 3; day += 1) if (at(day) > after) return at(day);
  return after + 86_400_000;
}
