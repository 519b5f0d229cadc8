import { z } from 'zod';
import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { CommandKind, Feature } from '@/core/engine/kernel/feature';
import { later } from '@/core/engine/kernel/state';
import { sceneOf, sceneSchema, TRANSITION, transitionSchema, type SceneShow } from './schema';
import { showScene, type SceneHost, type SceneSlice } from './slice';
import { scene as step } from './step';
import { piece } from './step-piece';
import { scene as when } from './when';

/* Scenes: which of a broadcast's pictures is shown, and which pieces a cue has taken away. */

const sceneCommandSchema = z.object({ command: z.literal('scene'), scene: z.string().min(1).max(300) });
const sceneCommand: CommandKind<z.infer<typeof sceneCommandSchema>, SceneHost> = {
  command: 'scene',
  schema: sceneCommandSchema,
  run: (state, { scene: id }) => later(state, (emit) => showScene(state, id, emit)),
};

/** Shows the scene for being away, and takes it back to the one that was shown before. */
const awaySchema = z.object({ command: z.literal('away'), on: z.boolean() });
const away: CommandKind<z.infer<typeof awaySchema>, SceneHost> = {
  command: 'away',
  schema: awaySchema,
  run(state, { on }) {
    const { scenes, awayScene } = state.show;
    if (awayScene === undefined || on === (state.scene === awayScene)) return;
    const back = state.sceneBefore ?? scenes.find(({ id }) => id !== awayScene)?.id ?? '';
    if (on) state.sceneBefore = state.scene;
    later(state, (emit) => showScene(state, on ? awayScene : back, emit));
  },
};

export const scene = {
  name: 'scene',
  part: {
    /** None: there is one picture, with all pieces. The first is shown as a session begins. */
    scenes: z.array(sceneSchema).max(12).default([]),
    transition: transitionSchema.default(TRANSITION),
    /** The scene that is shown while the streamer is away, at one press; the next brings back the one before. Absent: none. */
    awayScene: z.string().min(1).max(100).optional(),
  },
  whens: [when],
  steps: [step, piece],
  commands: [sceneCommand, away],

  create: ({ scenes }): SceneSlice => ({ scene: sceneOf(scenes, ''), hidden: new Set() }),
  saved: { hidden: z.array(z.string()), scene: z.string(), sceneBefore: z.string().optional() },
  serialize: ({ hidden, scene: shown, sceneBefore }) => ({
    hidden: [...hidden].sort(),
    scene: shown,
    ...(sceneBefore === undefined ? {} : { sceneBefore }),
  }),
  deserialize: (
    saved: { hidden: string[]; scene: string; sceneBefore?: string | undefined },
    { scenes },
  ): SceneSlice => ({
    scene: sceneOf(scenes, saved.scene),
    hidden: new Set(saved.hidden),
    ...(saved.sceneBefore === undefined ? {} : { sceneBefore: saved.sceneBefore }),
  }),
  follow(state) {
    const { show, hidden } = state;
    state.scene = sceneOf(show.scenes, state.scene);
    for (const id of hidden) if (!show.pieces.some((each) => each.id === id)) hidden.delete(id);
  },
  // A scene is open while it is shown.
  isOpen: (state, id) => state.scene === id,
} satisfies Feature<SceneShow & CueShow, SceneSlice & CueSlice, CueDerived>;
