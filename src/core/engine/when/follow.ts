import { z } from 'zod';
import { SAMPLE_VIEWER, viewerValues, type WhenKind } from './when';

const schema = z.object({ kind: z.literal('follow') });

export const follow: WhenKind<'follow', typeof schema> = {
  kind: 'follow',
  schema,
  listens: 'follow',
  title: 'Someone follows',
  make: () => ({ kind: 'follow' }),
  fires: (_when, { event }) => (event.kind === 'follow' ? [viewerValues(event)] : []),
  sample: () => SAMPLE_VIEWER,
  sentence: () => [{ text: 'anyone follows', field: 'when' }],
};
