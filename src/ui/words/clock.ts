import { spoken } from './say';

/* Times of this device's clock, as they are read in the app's language. */

const formatter = (options: Intl.DateTimeFormatOptions): ((at: number) => string) => {
  const made = new Map<string, Intl.DateTimeFormat>();
  return (at) => {
    const language = spoken();
    const format = made.get(language) ?? new Intl.DateTimeFormat(language, options);
    made.set(language, format);
    return format.format(at);
  };
};

/** "19:05" */
export const hourMinute = formatter({ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
/** "19:05:09" */
export const hourMinuteSecond = formatter({
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
  hourCycle: 'h23',
});
/** "Thursday", and "Thu" */
export const weekday = formatter({ weekday: 'long' });
export const weekdayShort = formatter({ weekday: 'short' });
/** "Thursday 26 November" */
export const weekdayAndDay = formatter({ weekday: 'long', day: 'numeric', month: 'long' });
/** "26 Nov" */
export const dayAndMonth = formatter({ day: 'numeric', month: 'short' });
/** "26 Nov, 19:05" */
export const shortDayAndTime = formatter({
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  hourCycle: 'h23',
});
/** "26 November at 19:05" */
export const dayAndTime = formatter({
  day: 'numeric',
  month: 'long',
  hour: '2-digit',
  minute: '2-digit',
  hourCycle: 'h23',
});
/** "2026-11-26", as files are named. */
export const isoDay = (at: number): string =>
  new Intl.DateTimeFormat('sv-SE', { year: 'numeric', month: '2-digit', day: '2-digit' }).format(at);
