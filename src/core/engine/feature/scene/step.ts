import { z } from 'zod';
import type { StepKind } from '@/core/engine/kernel/feature';
import { later } from '@/core/engine/kernel/state';
import type { SceneShow } from './schema';
import { showScene, type SceneHost } from './slice';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('scene'), scene: z.string().max(100) });

/** Shows another scene. */
export const scene: StepKind<z.infer<typeof schema>, SceneShow, SceneHost> = {
  kind: 'scene',
  schema,
  title: phrase('Change the scene'),
  make: (of) => ({ kind: 'scene', scene: of.scenes.at(-1)?.id ?? '' }),
  sentence: (step, of) =>
    phrase('change to <set-scene>{scene}</set-scene>', {
      scene: of.scenes.find(({ id }) => id === step.scene)?.name ?? phrase('a scene that is gone'),
    }),
  settings: [{ field: 'scene', label: phrase('Scene'), setting: 'one', of: 'scenes' }],
  problem: (step, of) =>
    of.scenes.some(({ id }) => id === step.scene)
      ? null
      : of.scenes.length === 0
        ? phrase('This show has no scenes yet. Make some on the stage.')
        : phrase('Its scene is gone. Choose another one.'),
  run: (state, { scene: id }) => later(state, (emit) => showScene(state, id, emit)),
};
