import { z } from 'zod';
import type { DrawShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

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
  title: phrase('A draw is decided'),
  group: phrase('The show'),
  triggers: () => ['draw'],
  make: () => ({ kind: 'draw', draw: '' }),
  fires: (when, moment) =>
    when.draw === '' || when.draw === moment.draw
      ? [{ goal: moment.name, message: moment.label, viewer: moment.label }]
      : NEVER,
  sample: () => ({ goal: 'Next glaze', message: 'Celadon', viewer: 'Celadon' }),
  sentence: (when, show) =>
    phrase('<set-draw>{which}</set-draw> is decided', {
      which:
        when.draw === ''
          ? phrase('any draw')
          : (show.draws.find(({ id }) => id === when.draw)?.name ?? phrase('a draw that is gone')),
    }),
  settings: [{ field: 'draw', label: phrase('Draw'), setting: 'one', of: 'draws', any: phrase('Any draw') }],
  problem: (when, show) =>
    show.draws.length === 0
      ? phrase('There is no draw reel in this show.')
      : when.draw !== '' && !show.draws.some(({ id }) => id === when.draw)
        ? phrase('Its draw is gone. Choose another one.')
        : null,
};
