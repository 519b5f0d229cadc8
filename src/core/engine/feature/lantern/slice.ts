import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Host } from '@/core/engine/kernel/feature';
import type { LanternShow, LanternState } from './schema';

export interface LanternSlice {
  lanterns: Map<string, LanternState>;
}
export type LanternHost = Host<LanternShow & CueShow, LanternSlice & CueSlice, CueDerived>;
