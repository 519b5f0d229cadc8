import { z } from 'zod';
import { nextTimeOfDay } from '@/core/engine/count/time-of-day';
import { type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

const schema = z.object({
  kind: z.literal('clock'),
  /** Every so many minutes of the session, not at its beginning; or at a time of day. */
  minutes: z.number().int().min(1).max(1440),
  how: z.enum(['every', 'daily']).optional(),
  hour: z.number().int().min(0).max(23).optional(),
  minute: z.number().int().min(0).max(59).optional(),
});
export type Clock = z.infer<typeof schema>;

const timeWords = ({ hour = 20, minute = 0 }: Clock): string => `${hour}:${String(minute).padStart(2, '0')}`;

export const clock: WhenKind<z.infer<typeof schema>, OwnMoment> = {
  kind: 'clock',
  schema,
  title: phrase('Every so often, or at a time of day'),
  group: phrase('The show'),
  triggers: () => ['clock'],
  make: () => ({ kind: 'clock', minutes: 15, how: 'every', hour: 20, minute: 0 }),
  fires: () => [{}],
  sample: () => ({}),
  sentence: (when, show) => {
    if (when.how === 'every')
      return phrase('another <set-minutes>{minutes} min</set-minutes> of the session have passed', {
        minutes: when.minutes,
      });
    const time = timeWords(when);
    return show.zone === ''
      ? phrase('it is <set-hour>{time}</set-hour>', { time })
      : phrase('it is <set-hour>{time}</set-hour> in {place}', {
          time,
          place: show.zone.replace(/^.*\//, '').replaceAll('_', ' '),
        });
  },
  settings: [
    {
      field: 'how',
      label: phrase('What the clock is to do'),
      setting: 'choice',
      options: [
        { value: 'every', label: phrase('Every so often') },
        { value: 'daily', label: phrase('At a time of day') },
      ],
    },
    {
      hidden: ({ how }) => how === 'daily',
      field: 'minutes',
      label: phrase('Every'),
      setting: 'number',
      least: 1,
      most: 1440,
      step: 5,
      unit: phrase('minutes'),
    },
    {
      hidden: ({ how }) => how !== 'daily',
      field: 'hour',
      label: phrase('Hour of the day'),
      setting: 'number',
      least: 0,
      most: 23,
    },
    {
      hidden: ({ how }) => how !== 'daily',
      field: 'minute',
      label: phrase('Minute'),
      setting: 'number',
      least: 0,
      most: 59,
      step: 5,
    },
  ],
};

/** When a clock is next due after `last` (ms): its last time, or the session's beginning. `ticks`: how often it has been. */
export function clockAt(when: Clock, startedAt: number, ticks: number, zone: string): number {
  if (when.how === 'daily') return nextTimeOfDay(Math.max(startedAt, ticks), when.hour ?? 20, when.minute ?? 0, zone);
  return startedAt + (ticks + 1) * when.minutes * 60_000;
}

/** What is remembered once it has been at `at`: how often it has been, or when. */
export const clockPassed = (when: Clock, startedAt: number, at: number): number =>
  when.how === 'daily' ? at : Math.floor((at - startedAt) / (when.minutes * 60_000));
