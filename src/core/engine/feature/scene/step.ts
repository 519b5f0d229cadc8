import { z } from 'zod';
import type { StepKind } from '@/core/engine/kernel/feature';
import { later } from '@/core/engine/kernel/state';
import type { SceneShow } from './schema';
import { showScene, type SceneHost } from './slice';

const schema = z.object({ kind: z.literal('scene'), scene: z.string().max(100) });

/** Shows another scene. */
export const scene: StepKind<z.infer<typeof schema>, SceneShow, SceneHost> = {
  kind: 'scene',
  schema,
  title: 'Change the scene',
  make: (of) => ({ kind: 'scene', scene: of.scenes.at(-1)?.id ?? '' }),
  sentence: (step, of) => [
    { text: 'change to ' },
    { text: of.scenes.find(({ id }) => id === step.scene)?.name ?? 'a scene that is gone', field: 'scene' },
  ],
  settings: [{ field: 'scene', label: 'Scene', setting: 'one', of: 'scenes' }],
  problem: (step, of) =>
    of.scenes.some(({ id }) => id === step.scene)
      ? null
      : of.scenes.length === 0
        ? 'This show has no scenes yet. Make some on the stage.'
        : 'Its scene is gone. Choose another one.',
  run: (state, { scene: id }) => later(state, (emit) => showScene(state, id, emit)),
};
