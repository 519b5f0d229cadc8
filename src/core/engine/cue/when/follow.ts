import { z } from 'zod';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';

const schema = z.object({ kind: z.literal('follow') });

export const follow: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'follow',
  schema,
  title: 'Someone follows',
  group: 'Watching',
  joins: 'group',
  triggers: () => ['follow'],
  make: () => ({ kind: 'follow' }),
  fires: (_when, moment) =>
    moment.trigger === 'follow' ? [viewerValues(moment, { total: moment.totals.follows })] : NEVER,
  sample: () => ({ ...SAMPLE_VIEWER, total: 128 }),
  sentence: () => [{ text: 'anyone follows', field: 'when' }],
  settings: [],
};
