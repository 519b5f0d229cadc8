import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Host } from '@/core/engine/kernel/feature';
import type { Account, Ledger } from './ledger';
import type { PointsShow } from './schema';

export interface PointsSlice {
  /** Viewers' points, from session to session. */
  ledger: Ledger;
  /** Of the home and of those shows with points of their own, all but the one in use: by the show's id, '' the home's. */
  putAway: Map<string, Account[]>;
}
export type PointsHost = Host<PointsShow & CueShow, PointsSlice & CueSlice, CueDerived>;
