import { z } from 'zod';
import type { LanternShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';

/** `lantern`: the id of one; empty: any. */
const schema = z.object({ kind: z.literal('lantern'), lantern: z.string().max(100) });

/** A lantern has let go. */
export interface LanternMoment extends OwnMoment {
  lantern: string;
  name: string;
  gone: number;
}

export const lantern: WhenKind<z.infer<typeof schema>, LanternMoment, LanternShow> = {
  kind: 'lantern',
  schema,
  title: 'A lantern lets go',
  group: 'The show',
  triggers: () => ['lantern'],
  make: () => ({ kind: 'lantern', lantern: '' }),
  fires: (when, moment) =>
    when.lantern === '' || when.lantern === moment.lantern
      ? [{ goal: moment.name, count: moment.gone, total: moment.gone }]
      : NEVER,
  sample: () => ({ goal: 'Kiln glow', count: 3, total: 3 }),
  sentence: (when, show) => [
    {
      text:
        when.lantern === ''
          ? 'any lantern'
          : (show.lanterns.find(({ id }) => id === when.lantern)?.name ?? 'a lantern that is gone'),
      field: 'lantern',
    },
    { text: ' lets go' },
  ],
  settings: [{ field: 'lantern', label: 'Lantern', setting: 'one', of: 'lanterns', any: 'Any lantern' }],
  problem: (when, show) =>
    show.lanterns.length === 0
      ? 'There is no lantern in this show.'
      : when.lantern !== '' && !show.lanterns.some(({ id }) => id === when.lantern)
        ? 'Its lantern is gone. Choose another one.'
        : null,
};
