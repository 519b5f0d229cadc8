import { z } from 'zod';
import type { StepKind } from '@/core/engine/kernel/feature';
import { startDraw } from './drawing';
import type { DrawShow } from './schema';
import type { DrawHost } from './slice';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('draw'), draw: z.string().max(100) });

/** Lets a draw reel turn. */
export const draw: StepKind<z.infer<typeof schema>, DrawShow, DrawHost> = {
  kind: 'draw',
  schema,
  title: phrase('Start a draw'),
  make: (of) => ({ kind: 'draw', draw: of.draws[0]?.id ?? '' }),
  sentence: (step, of) =>
    phrase('draw <set-draw>{draw}</set-draw>', {
      draw: of.draws.find(({ id }) => id === step.draw)?.name ?? phrase('from a reel that is gone'),
    }),
  settings: [{ field: 'draw', label: phrase('Draw'), setting: 'one', of: 'draws' }],
  problem: (step, of) =>
    of.draws.some(({ id }) => id === step.draw)
      ? null
      : of.draws.length === 0
        ? phrase('There is no draw reel yet. Add one on the stage.')
        : phrase('Its draw is gone. Choose another one.'),
  untried: true,
  run: (state, { draw: id }) => startDraw(state, id),
};
