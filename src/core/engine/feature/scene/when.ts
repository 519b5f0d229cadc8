import { z } from 'zod';
import type { SceneShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';

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
  title: 'A scene is shown',
  group: 'The show',
  triggers: () => ['scene'],
  make: () => ({ kind: 'scene', scene: '' }),
  fires: (when, moment) => (when.scene === '' || when.scene === moment.scene ? [{ goal: moment.name }] : NEVER),
  sample: () => ({ goal: 'Away' }),
  sentence: (when, show) => [
    {
      text:
        when.scene === ''
          ? 'any scene'
          : (show.scenes.find(({ id }) => id === when.scene)?.name ?? 'a scene that is gone'),
      field: 'scene',
    },
    { text: ' is shown' },
  ],
  settings: [{ field: 'scene', label: 'Scene', setting: 'one', of: 'scenes', any: 'Any scene' }],
  problem: (when, show) =>
    show.scenes.length === 0
      ? 'This show has no scenes.'
      : when.scene !== '' && !show.scenes.some(({ id }) => id === when.scene)
        ? 'Its scene is gone. Choose another one.'
        : null,
};
