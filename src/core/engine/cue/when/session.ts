import { z } from 'zod';
import { NEVER, type WhenKind } from './when';

const schema = z.object({ kind: z.literal('session'), what: z.enum(['begins', 'ends']) });

export const session: WhenKind<'session', typeof schema> = {
  kind: 'session',
  schema,
  title: 'You go live, or the broadcast ends',
  group: 'The show',
  triggers: () => ['session'],
  make: () => ({ kind: 'session', what: 'begins' }),
  fires: (when, moment) => (moment.trigger === 'session' && moment.what === when.what ? [{}] : NEVER),
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
