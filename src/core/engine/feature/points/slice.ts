import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Host } from '@/core/engine/kernel/feature';
import type { Ledger } from './ledger';
import type { PointsShow } from './schema';

export interface PointsSlice {
  /** Viewers' points, from session to session. */
  ledger: Ledger;
}
export type PointsHost = Host<PointsShow & CueShow, PointsSlice & CueSlice, CueDerived>;
