import type { CueShow } from '@/core/engine/cue/cue';
import { cueMoment } from '@/core/engine/cue/fire';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Emit } from '@/core/engine/kernel/effect';
import type { Host } from '@/core/engine/kernel/feature';
import type { SceneShow } from './schema';
import type { SceneMoment } from './when';

export interface SceneSlice {
  /** The scene that is shown; '' where the show has none. */
  scene: string;
  /** Pieces that a cue has taken away. */
  hidden: Set<string>;
  /** The one that was shown before the streamer went away. */
  sceneBefore?: string;
}
export type SceneHost = Host<SceneShow & CueShow, SceneSlice & CueSlice, CueDerived>;

/** Another scene; one that is there already, or is none, changes nothing. */
export function showScene(state: SceneHost, id: string, emit: Emit): void {
  const scene = state.show.scenes.find((each) => each.id === id);
  if (!scene || state.scene === id) return;
  state.scene = id;
  const moment: SceneMoment = { trigger: 'scene', now: state.now, scene: id, name: scene.name };
  cueMoment(state, moment, emit);
}
