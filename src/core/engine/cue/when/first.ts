import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('first') });

const BY_VIEWERS = EVENT_KINDS.filter((kind) => kind !== 'audience' && kind !== 'room');

export const first: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'first',
  schema,
  title: phrase('A viewer does something for the first time in the session'),
  group: phrase('Watching'),
  joins: 'group',
  triggers: () => BY_VIEWERS,
  make: () => ({ kind: 'first' }),
  fires: (_when, moment) => (moment.first && moment.tally ? [viewerValues(moment)] : NEVER),
  sample: () => SAMPLE_VIEWER,
  sentence: () => phrase('<set-when>a viewer is seen for the first time in the session</set-when>'),
  settings: [],
};
