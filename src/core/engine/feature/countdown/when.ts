import { z } from 'zod';
import type { CountdownShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

/** `countdown`: the id of one; empty: any. */
const schema = z.object({ kind: z.literal('countdown'), countdown: z.string().max(100) });

/** A countdown has run out. */
export interface CountdownMoment extends OwnMoment {
  countdown: string;
  name: string;
}

export const countdown: WhenKind<z.infer<typeof schema>, CountdownMoment, CountdownShow> = {
  kind: 'countdown',
  schema,
  title: phrase('A countdown runs out'),
  group: phrase('The show'),
  triggers: () => ['countdown'],
  make: () => ({ kind: 'countdown', countdown: '' }),
  fires: (when, moment) =>
    when.countdown === '' || when.countdown === moment.countdown ? [{ goal: moment.name }] : NEVER,
  sample: () => ({ goal: 'Kiln door' }),
  sentence: (when, show) =>
    phrase('<set-countdown>{which}</set-countdown> runs out', {
      which:
        when.countdown === ''
          ? phrase('any countdown')
          : (show.countdowns.find(({ id }) => id === when.countdown)?.name ?? phrase('a countdown that is gone')),
    }),
  settings: [
    { field: 'countdown', label: phrase('Countdown'), setting: 'one', of: 'countdowns', any: phrase('Any countdown') },
  ],
  problem: (when, show) =>
    show.countdowns.length === 0
      ? phrase('There is no countdown in this show.')
      : when.countdown !== '' && !show.countdowns.some(({ id }) => id === when.countdown)
        ? phrase('Its countdown is gone. Choose another one.')
        : null,
};
