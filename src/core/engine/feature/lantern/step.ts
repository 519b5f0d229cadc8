import { z } from 'zod';
import type { StepKind } from '@/core/engine/kernel/feature';
import { later } from '@/core/engine/kernel/state';
import { letGo } from './let-go';
import { lanternValue, type LanternShow } from './schema';
import type { LanternHost } from './slice';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('lantern'), lantern: z.string().max(100) });

/** A lantern lets go at once, whatever it has gathered. */
export const lantern: StepKind<z.infer<typeof schema>, LanternShow, LanternHost> = {
  kind: 'lantern',
  schema,
  title: phrase('Let a lantern go'),
  make: (of) => ({ kind: 'lantern', lantern: of.lanterns[0]?.id ?? '' }),
  sentence: (step, of) =>
    phrase('let <set-lantern>{lantern}</set-lantern> go', {
      lantern: of.lanterns.find(({ id }) => id === step.lantern)?.name ?? phrase('a lantern that is gone'),
    }),
  settings: [{ field: 'lantern', label: phrase('Lantern'), setting: 'one', of: 'lanterns' }],
  problem: (step, of) =>
    of.lanterns.some(({ id }) => id === step.lantern)
      ? null
      : of.lanterns.length === 0
        ? phrase('There is no lantern yet. Add one on the stage.')
        : phrase('Its lantern is gone. Choose another one.'),
  untried: true,
  run(state, { lantern: id }) {
    later(state, (emit) => {
      const defined = state.show.lanterns.find((each) => each.id === id);
      const known = state.lanterns.get(id);
      if (!defined || !known) return;
      known.base = lanternValue(defined, state.totals);
      known.gone += 1;
      letGo(state, defined, known, emit);
    });
  },
};
