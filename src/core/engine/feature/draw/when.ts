import { z } from 'zod';
import type { DrawShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';

/** `draw`: the id of one; empty: any. */
const schema = z.object({ kind: z.literal('draw'), draw: z.string().max(100) });

/** A draw is decided. */
export interface DrawMoment extends OwnMoment {
  draw: string;
  name: string;
  label: string;
}

export const draw: WhenKind<z.infer<typeof schema>, DrawMoment, DrawShow> = {
  kind: 'draw',
  schema,
  title: 'A draw is decided',
  group: 'The show',
  triggers: () => ['draw'],
  make: () => ({ kind: 'draw', draw: '' }),
  fires: (when, moment) =>
    when.draw === '' || when.draw === moment.draw
      ? [{ goal: moment.name, message: moment.label, viewer: moment.label }]
      : NEVER,
  sample: () => ({ goal: 'Next glaze', message: 'Celadon', viewer: 'Celadon' }),
  sentence: (when, show) => [
    {
      text:
        when.draw === '' ? 'any draw' : (show.draws.find(({ id }) => id === when.draw)?.name ?? 'a draw that is gone'),
      field: 'draw',
    },
    { text: ' is decided' },
  ],
  settings: [{ field: 'draw', label: 'Draw', setting: 'one', of: 'draws', any: 'Any draw' }],
  problem: (when, show) =>
    show.draws.length === 0
      ? 'There is no draw reel in this show.'
      : when.draw !== '' && !show.draws.some(({ id }) => id === when.draw)
        ? 'Its draw is gone. Choose another one.'
        : null,
};
