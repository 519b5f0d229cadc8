import { cueMoment } from '@/core/engine/cue/fire';
import type { Emit } from '@/core/engine/kernel/effect';
import type { Lantern, LanternState } from './schema';
import type { LanternHost } from './slice';
import type { LanternMoment } from './when';

/** Tells cues that a lantern has let go. */
export function letGo(state: LanternHost, { id, name }: Lantern, course: LanternState, emit: Emit): void {
  const { gone } = course;
  course.at = state.now;
  const moment: LanternMoment = { trigger: 'lantern', now: state.now, lantern: id, name, gone };
  cueMoment(state, moment, emit);
}
