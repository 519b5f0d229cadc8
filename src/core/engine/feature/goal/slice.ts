import type { EventKind } from '@/core/event/kind';
import type { WindowNow } from '@/core/engine/count/windows';
import type { Host } from '@/core/engine/kernel/feature';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { CueShow } from '@/core/engine/cue/cue';
import type { Goal, GoalShow, GoalState } from './schema';

export interface GoalSlice {
  goals: Map<string, GoalState>;
}

export interface GoalDerived {
  goalsById: Map<string, Goal>;
  /** The window of each, as it lies now. */
  goalWindows: Map<string, WindowNow>;
  /** The kinds of event that move a goal. */
  goalKinds: ReadonlySet<EventKind>;
}

export type GoalHost = Host<GoalShow & CueShow, GoalSlice & CueSlice, GoalDerived & CueDerived>;

declare module '@/core/engine/kernel/effect' {
  interface Effects {
    goal: { effect: 'goal'; goal: string; target: number };
  }
}

/** By what the sum of a goal of one viewer or team is found. */
export const goalPart = (goal: string): string => `goal/${goal}`;
