import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Host } from '@/core/engine/kernel/feature';
import type { DrawShow, DrawState } from './schema';

export interface DrawSlice {
  draws: Map<string, DrawState>;
}
export type DrawHost = Host<DrawShow & CueShow, DrawSlice & CueSlice, CueDerived>;
