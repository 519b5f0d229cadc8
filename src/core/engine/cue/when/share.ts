import { z } from 'zod';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('share') });

export const share: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'share',
  schema,
  title: phrase('Someone shares the broadcast'),
  group: phrase('Watching'),
  joins: 'group',
  triggers: () => ['share'],
  make: () => ({ kind: 'share' }),
  fires: (_when, moment) =>
    moment.trigger === 'share' ? [viewerValues(moment, { total: moment.tally?.shares ?? 1 })] : NEVER,
  sample: () => ({ ...SAMPLE_VIEWER, total: 1 }),
  sentence: () => phrase('<set-when>anyone shares the broadcast</set-when>'),
  settings: [],
};
