import { z } from 'zod';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';

const schema = z.object({ kind: z.literal('session'), what: z.enum(['begins', 'ends']) });

/** A session has begun, or ended. */
export interface SessionMoment extends OwnMoment {
  what: 'begins' | 'ends';
}

export const session: WhenKind<z.infer<typeof schema>, SessionMoment> = {
  kind: 'session',
  schema,
  title: 'You go live, or the broadcast ends',
  group: 'The show',
  triggers: () => ['session'],
  make: () => ({ kind: 'session', what: 'begins' }),
  fires: (when, moment) => (moment.what === when.what ? [{}] : NEVER),
  sample: () => ({}),
  sentence: ({ what }) => [{ text: what === 'begins' ? 'you go live' : 'the broadcast ends', field: 'what' }],
  settings: [
    {
      field: 'what',
      label: 'When',
      setting: 'choice',
      options: [
        { value: 'begins', label: 'You go live' },
        { value: 'ends', label: 'The broadcast ends' },
      ],
    },
  ],
};
