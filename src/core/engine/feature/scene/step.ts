import { z } from 'zod';
import type { StepKind } from '@/core/engine/cue/step/step';

const schema = z.object({ kind: z.literal('scene'), scene: z.string().max(100) });

/** Shows another scene. */
export const scene: StepKind<'scene', typeof schema> = {
  kind: 'scene',
  schema,
  title: 'Change the scene',
  make: (of) => ({ kind: 'scene', scene: of.scenes.at(-1)?.id ?? '' }),
  sentence: (step, of) => [
    { text: 'change to ' },
    { text: of.scenes.find(({ id }) => id === step.scene)?.name ?? 'a scene that is gone', field: 'scene' },
  ],
  settings: [{ field: 'scene', label: 'Scene', setting: 'one', of: 'scenes' }],
  trouble: (step, of) =>
    of.scenes.some(({ id }) => id === step.scene)
      ? null
      : of.scenes.length === 0
        ? 'This show has no scenes yet. Make some on the stage.'
        : 'Its scene is gone. Choose another one.',
};
