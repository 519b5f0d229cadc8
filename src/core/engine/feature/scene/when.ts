import { z } from 'zod';
import type { SceneShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

/** `scene`: the id of one; empty: any. */
const schema = z.object({ kind: z.literal('scene'), scene: z.string().max(100) });

/** Another scene is shown. */
export interface SceneMoment extends OwnMoment {
  scene: string;
  name: string;
}

export const scene: WhenKind<z.infer<typeof schema>, SceneMoment, SceneShow> = {
  kind: 'scene',
  schema,
  title: phrase('A scene is shown'),
  group: phrase('The show'),
  triggers: () => ['scene'],
  make: () => ({ kind: 'scene', scene: '' }),
  fires: (when, moment) => (when.scene === '' || when.scene === moment.scene ? [{ goal: moment.name }] : NEVER),
  sample: () => ({ goal: 'Away' }),
  sentence: (when, show) =>
    phrase('<set-scene>{which}</set-scene> is shown', {
      which:
        when.scene === ''
          ? phrase('any scene')
          : (show.scenes.find(({ id }) => id === when.scene)?.name ?? phrase('a scene that is gone')),
    }),
  settings: [{ field: 'scene', label: phrase('Scene'), setting: 'one', of: 'scenes', any: phrase('Any scene') }],
  problem: (when, show) =>
    show.scenes.length === 0
      ? phrase('This show has no scenes.')
      : when.scene !== '' && !show.scenes.some(({ id }) => id === when.scene)
        ? phrase('Its scene is gone. Choose another one.')
        : null,
};
