import { z } from 'zod';
import { ANY, rangeSchema, rangeProblem, rangeWords, within } from '@/core/engine/cue/range';
import { NEVER, SAMPLE_VIEWER, viewerValues, type EventMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('raid'), viewers: rangeSchema });

export const raid: WhenKind<z.infer<typeof schema>, EventMoment> = {
  kind: 'raid',
  schema,
  title: phrase('Another streamer raids'),
  group: phrase('Watching'),
  triggers: () => ['raid'],
  make: () => ({ kind: 'raid', viewers: ANY }),
  fires: (when, moment) =>
    moment.trigger === 'raid' && moment.event.kind === 'raid' && within(when.viewers, moment.event.viewers)
      ? [viewerValues(moment, { count: moment.event.viewers, total: moment.totals.raidViewers })]
      : NEVER,
  sample: ({ viewers }) => ({ ...SAMPLE_VIEWER, count: viewers.least ?? 40, total: 40 }),
  sentence: ({ viewers }) => {
    const range = rangeWords(viewers, (n) => phrase('{n, plural, one {# viewer} other {# viewers}}', { n }));
    return range
      ? phrase('another streamer raids with <set-viewers>a company {range}</set-viewers>', { range })
      : phrase('another streamer raids with <set-viewers>any number of viewers</set-viewers>');
  },
  settings: [{ field: 'viewers', label: phrase('Viewers'), setting: 'range', unit: phrase('viewers') }],
  problem: ({ viewers }) => rangeProblem(viewers),
};
