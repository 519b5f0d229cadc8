import { z } from 'zod';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('session'), what: z.enum(['begins', 'ends']) });

/** A session has begun, or ended. */
export interface SessionMoment extends OwnMoment {
  what: 'begins' | 'ends';
}

export const session: WhenKind<z.infer<typeof schema>, SessionMoment> = {
  kind: 'session',
  schema,
  title: phrase('You go live, or the broadcast ends'),
  group: phrase('The show'),
  triggers: () => ['session'],
  make: () => ({ kind: 'session', what: 'begins' }),
  fires: (when, moment) => (moment.what === when.what ? [{}] : NEVER),
  sample: () => ({}),
  sentence: ({ what }) =>
    what === 'begins' ? phrase('<set-what>you go live</set-what>') : phrase('<set-what>the broadcast ends</set-what>'),
  settings: [
    {
      field: 'what',
      label: phrase('When'),
      setting: 'choice',
      options: [
        { value: 'begins', label: phrase('You go live') },
        { value: 'ends', label: phrase('The broadcast ends') },
      ],
    },
  ],
};
