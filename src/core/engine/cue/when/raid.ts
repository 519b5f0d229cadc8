import { z } from 'zod';
import { ANY, rangeSchema, rangeProblem, rangeWords, within } from '@/core/engine/cue/range';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';

const schema = z.object({ kind: z.literal('raid'), viewers: rangeSchema });

export const raid: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'raid',
  schema,
  title: 'Another streamer raids',
  group: 'Watching',
  triggers: () => ['raid'],
  make: () => ({ kind: 'raid', viewers: ANY }),
  fires: (when, moment) =>
    moment.trigger === 'raid' && moment.event.kind === 'raid' && within(when.viewers, moment.event.viewers)
      ? [viewerValues(moment, { count: moment.event.viewers, total: moment.totals.raidViewers })]
      : NEVER,
  sample: ({ viewers }) => ({ ...SAMPLE_VIEWER, count: viewers.least ?? 40, total: 40 }),
  sentence: ({ viewers }) => [
    { text: 'another streamer raids with ' },
    {
      text:
        rangeWords(viewers, 'viewers') === '' ? 'any number of viewers' : `a company ${rangeWords(viewers, 'viewers')}`,
      field: 'viewers',
    },
  ],
  settings: [{ field: 'viewers', label: 'Viewers', setting: 'range', unit: 'viewers' }],
  problem: ({ viewers }) => rangeProblem(viewers),
};
