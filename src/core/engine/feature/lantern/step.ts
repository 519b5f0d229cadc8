import { z } from 'zod';
import type { StepKind } from '@/core/engine/kernel/feature';
import { later } from '@/core/engine/kernel/state';
import { letGo } from './let-go';
import { lanternValue, type LanternShow } from './schema';
import type { LanternHost } from './slice';

const schema = z.object({ kind: z.literal('lantern'), lantern: z.string().max(100) });

/** A lantern lets go at once, whatever it has gathered. */
export const lantern: StepKind<z.infer<typeof schema>, LanternShow, LanternHost> = {
  kind: 'lantern',
  schema,
  title: 'Let a lantern go',
  make: (of) => ({ kind: 'lantern', lantern: of.lanterns[0]?.id ?? '' }),
  sentence: (step, of) => [
    { text: 'let ' },
    { text: of.lanterns.find(({ id }) => id === step.lantern)?.name ?? 'a lantern that is gone', field: 'lantern' },
    { text: ' go' },
  ],
  settings: [{ field: 'lantern', label: 'Lantern', setting: 'one', of: 'lanterns' }],
  problem: (step, of) =>
    of.lanterns.some(({ id }) => id === step.lantern)
      ? null
      : of.lanterns.length === 0
        ? 'There is no lantern yet. Add one on the stage.'
        : 'Its lantern is gone. Choose another one.',
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
