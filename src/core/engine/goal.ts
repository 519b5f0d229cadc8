import { z } from 'zod';

export const GOAL_MEASURES = ['coins', 'gifts', 'likes', 'follows', 'worth'] as const;
export type GoalMeasure = (typeof GOAL_MEASURES)[number];

export const goalSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  measure: z.enum(GOAL_MEASURES),
  target: z.number().int().min(1).max(1e12),
  onReach: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('raise'), step: z.number().int().min(1).max(1e12) }),
    z.object({ kind: z.literal('double') }),
    z.object({ kind: z.literal('stay') }),
    z.object({ kind: z.literal('hide') }),
  ]),
});
export type Goal = z.infer<typeof goalSchema>;

/** A goal's course in a session. `target` is the present one; `reached` how many targets have been passed. */
export interface GoalState {
  id: string;
  value: number;
  target: number;
  reached: number;
  hidden: boolean;
  /** What was added by hand or by a cue, beside what it measures. */
  plus?: number;
}

export const startGoal = (goal: Goal, value = 0): GoalState => ({ id: goal.id, value, target: goal.target, reached: 0, hidden: false });

/**
 * Brings a goal to a new value.
 * @returns the targets reached by this, in order (a jump may pass several); `state` is changed in place
 */
export function advanceGoal(goal: Goal, state: GoalState, value: number): number[] {
  state.value = value;
  const passed: number[] = [];
  while (value >= state.target) {
    const { onReach } = goal;
    if (onReach.kind === 'stay' || onReach.kind === 'hide') {
      if (state.reached === 0) {
        passed.push(state.target);
        state.reached = 1;
        state.hidden = onReach.kind === 'hide';
      }
      break;
    }
    if (onReach.kind === 'raise') {
      // Counted, not walked: a step of 1 and a value of a million must not take a million turns.
      const steps = Math.floor((value - state.target) / onReach.step) + 1;
      for (let n = Math.max(0, steps - MOST_AT_ONCE); n < steps; n += 1) passed.push(state.target + n * onReach.step);
      state.reached += steps;
      state.target += steps * onReach.step;
      break;
    }
    passed.push(state.target);
    state.reached += 1;
    state.target *= 2;
  }
  return passed;
}

/** Of more targets passed by one event than this, only the last ones are named. */
const MOST_AT_ONCE = 50;
