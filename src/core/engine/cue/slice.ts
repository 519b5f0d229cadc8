import type { Leaderboard } from '@/core/engine/count/leaderboard';
import type { Cause } from '@/core/engine/kernel/cause';
import type { Host } from '@/core/engine/kernel/feature';
import { newMemory, type Memory } from '@/core/engine/kernel/memory';
import type { CueShow, SomeCue } from './cue';
import type { CueIndex } from './cue-index';

/** Steps that wait for their time: those of a cue from `step` on. */
export interface Pending {
  at: number;
  cue: string;
  step: number;
  cause: Cause;
  /** The cues that led here: a wait must not hide that they go round. */
  calls: readonly string[];
}

export interface CueSlice {
  /** What each cue remembers. */
  memories: Map<string, Memory>;
  /** Steps that wait, the next one first. */
  pending: Pending[];
}

export interface CueDerived {
  cues: CueIndex;
  cuesById: Map<string, SomeCue>;
  /** The one by which "the top" is told; only where a cue asks. */
  topBoard: Leaderboard | undefined;
}

/** A state with cues. */
export type CueHost = Host<CueShow, CueSlice, CueDerived>;

export function memoryOf(state: CueHost, cue: string): Memory {
  let memory = state.memories.get(cue);
  if (!memory) {
    memory = newMemory();
    state.memories.set(cue, memory);
  }
  return memory;
}
