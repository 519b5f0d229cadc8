import { z } from 'zod';
import type { CountdownShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';

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
  title: 'A countdown runs out',
  group: 'The show',
  triggers: () => ['countdown'],
  make: () => ({ kind: 'countdown', countdown: '' }),
  fires: (when, moment) =>
    when.countdown === '' || when.countdown === moment.countdown ? [{ goal: moment.name }] : NEVER,
  sample: () => ({ goal: 'Kiln door' }),
  sentence: (when, show) => [
    {
      text:
        when.countdown === ''
          ? 'any countdown'
          : (show.countdowns.find(({ id }) => id === when.countdown)?.name ?? 'a countdown that is gone'),
      field: 'countdown',
    },
    { text: ' runs out' },
  ],
  settings: [{ field: 'countdown', label: 'Countdown', setting: 'one', of: 'countdowns', any: 'Any countdown' }],
  problem: (when, show) =>
    show.countdowns.length === 0
      ? 'There is no countdown in this show.'
      : when.countdown !== '' && !show.countdowns.some(({ id }) => id === when.countdown)
        ? 'Its countdown is gone. Choose another one.'
        : null,
};
