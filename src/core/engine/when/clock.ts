import { z } from 'zod';
import { NEVER, type WhenKind } from './when';

/** Every so many minutes of the session; not at its beginning. */
const schema = z.object({ kind: z.literal('clock'), minutes: z.number().int().min(1).max(1440) });

export const clock: WhenKind<'clock', typeof schema> = {
  kind: 'clock', schema, title: 'Every so often', group: 'The show',
  triggers: () => ['clock'],
  make: () => ({ kind: 'clock', minutes: 15 }),
  fires: (_when, moment) => (moment.trigger === 'clock' ? [{}] : NEVER),
  sample: () => ({}),
  sentence: ({ minutes }) => [{ text: 'another ' }, { text: `${minutes} min`, field: 'minutes' }, { text: ' of the session have passed' }],
  settings: [{ field: 'minutes', label: 'Every', setting: 'number', least: 1, most: 1440, step: 5, unit: 'minutes' }],
};
