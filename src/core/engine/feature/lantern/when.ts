import { z } from 'zod';
import type { LanternShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

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
  title: phrase('A lantern lets go'),
  group: phrase('The show'),
  triggers: () => ['lantern'],
  make: () => ({ kind: 'lantern', lantern: '' }),
  fires: (when, moment) =>
    when.lantern === '' || when.lantern === moment.lantern
      ? [{ goal: moment.name, count: moment.gone, total: moment.gone }]
      : NEVER,
  sample: () => ({ goal: 'Kiln glow', count: 3, total: 3 }),
  sentence: (when, show) =>
    phrase('<set-lantern>{which}</set-lantern> lets go', {
      which:
        when.lantern === ''
          ? phrase('any lantern')
          : (show.lanterns.find(({ id }) => id === when.lantern)?.name ?? phrase('a lantern that is gone')),
    }),
  settings: [
    { field: 'lantern', label: phrase('Lantern'), setting: 'one', of: 'lanterns', any: phrase('Any lantern') },
  ],
  problem: (when, show) =>
    show.lanterns.length === 0
      ? phrase('There is no lantern in this show.')
      : when.lantern !== '' && !show.lanterns.some(({ id }) => id === when.lantern)
        ? phrase('Its lantern is gone. Choose another one.')
        : null,
};
