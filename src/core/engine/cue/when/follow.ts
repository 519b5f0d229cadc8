import { z } from 'zod';
import type { EventOf } from '@/core/event/event';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('follow') });

/** Where a platform tells no more than how many, that is how many. */
const many = ({ count }: EventOf<'follow'>): { count?: number } =>
  count === undefined || count === 1 ? {} : { count };

export const follow: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'follow',
  schema,
  title: phrase('Someone follows'),
  group: phrase('Watching'),
  joins: 'group',
  triggers: () => ['follow'],
  make: () => ({ kind: 'follow' }),
  fires: (_when, moment) =>
    moment.trigger === 'follow' && moment.event.kind === 'follow'
      ? [viewerValues(moment, { total: moment.totals.follows, ...many(moment.event) })]
      : NEVER,
  sample: () => ({ ...SAMPLE_VIEWER, total: 128 }),
  sentence: () => phrase('<set-when>anyone follows</set-when>'),
  settings: [],
};
