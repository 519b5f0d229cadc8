import { z } from 'zod';
import type { StepKind } from '@/core/engine/cue/step/step';

const schema = z.object({ kind: z.literal('lantern'), lantern: z.string().max(100) });

/** A lantern lets go at once, whatever it has gathered. */
export const lantern: StepKind<'lantern', typeof schema> = {
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
  trouble: (step, of) =>
    of.lanterns.some(({ id }) => id === step.lantern)
      ? null
      : of.lanterns.length === 0
        ? 'There is no lantern yet. Add one on the stage.'
        : 'Its lantern is gone. Choose another one.',
};
