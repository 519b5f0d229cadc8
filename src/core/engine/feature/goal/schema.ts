import type { Measure } from '@/core/engine/count/row';
import { z } from 'zod';
import { bySchema } from '@/core/engine/count/team';
import { windowSchema } from '@/core/engine/count/window';

/** In the order in which they are offered. */
export const GOAL_MEASURES = [
  'coins',
  'gifts',
  'likes',
  'follows',
  'worth',
  'tips',
  'subscriptions',
  'giftSubs',
  'shares',
  'chats',
  'raids',
  'points',
] as const satisfies readonly Measure[];
export type GoalMeasure = (typeof GOAL_MEASURES)[number];

/** One rung of a ladder: what it takes, and what it is for. */
const rungSchema = z.object({ at: z.number().int().min(1).max(1e12), name: z.string().max(80) });
export type Rung = z.infer<typeof rungSchema>;

export const goalSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  measure: z.enum(GOAL_MEASURES),
  /** Of whom; absent: of all. */
  by: bySchema.optional(),
  /** A counter of the streamer's own, in place of the measure; its window is the counter's. */
  counter: z.string().min(1).max(100).optional(),
  /** A measure that a feature brings (`Feature.measures`), in place of the measure; its window is the session. */
  own: z.string().min(1).max(40).optional(),
  /** Of what stretch of time; absent: of this session. */
  window: windowSchema.optional(),
  /** What it has before anything is counted. */
  start: z.number().int().min(0).max(1e12).optional(),
  target: z.number().int().min(1).max(1e12),
  onReach: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('raise'), step: z.number().int().min(1).max(1e12) }),
    z.object({ kind: z.literal('double') }),
    z.object({ kind: z.literal('stay') }),
    z.object({ kind: z.literal('hide') }),
    /** From nothing again, and to the same target. */
    z.object({ kind: z.literal('again') }),
    /** The next rung; `target` is the first one's. */
    z.object({
      kind: z.literal('ladder'),
      rungs: z
        .array(rungSchema)
        .min(1)
        .max(50)
        .refine(
          (rungs) => rungs.every(({ at }, n) => n === 0 || at > (rungs[n - 1]?.at ?? 0)),
          'Each rung is higher than the one before.',
        ),
    }),
  ]),
});
export type Goal = z.infer<typeof goalSchema>;

/** What a goal counts of the events; null: it stands on a counter, or on something that a feature measures by itself. */
export const countsOf = ({ measure, counter, own }: Pick<Goal, 'measure' | 'counter' | 'own'>): GoalMeasure | null =>
  counter === undefined && own === undefined ? measure : null;

export interface GoalShow {
  goals: readonly Goal[];
}

/** A goal's course in a session. `target` is the present one; `reached` how many targets have been passed. */
export interface GoalState {
  id: string;
  value: number;
  target: number;
  reached: number;
  hidden: boolean;
  /** When its window began (ms); it starts anew with the next one. Absent: it is the session's. */
  from?: number;
  /** What was added by hand or by a cue, beside what it measures. */
  plus?: number;
}

export const firstTarget = ({ target, onReach }: Goal): number =>
  onReach.kind === 'ladder' ? (onReach.rungs[0]?.at ?? target) : target;

/** @param from when its window began, ms; null: it is the session's */
export const startGoal = (goal: Goal, value = 0, from: number | null = null): GoalState => ({
  id: goal.id,
  value,
  target: firstTarget(goal),
  reached: 0,
  hidden: false,
  ...(from === null || !Number.isFinite(from) ? {} : { from }),
});

/**
 * Brings a goal to a new value.
 * @param all what is counted since its window began; a goal that starts again shows what is beyond the last time
 * @returns the targets reached by this, in order (a jump may pass several); `state` is changed in place
 */
export function advanceGoal(goal: Goal, state: GoalState, all: number): number[] {
  const { onReach } = goal;
  if (onReach.kind === 'again') {
    const reached = Math.floor(all / state.target);
    const passed = Array.from(
      { length: Math.min(MOST_AT_ONCE, Math.max(0, reached - state.reached)) },
      () => state.target,
    );
    // What a correction takes away is not announced a second time when it comes back.
    state.reached = Math.max(state.reached, reached);
    state.value = Math.max(0, all - state.reached * state.target);
    return passed;
  }
  state.value = all;
  const passed: number[] = [];
  // A target is 1 at least, so that doubling soon passes everything; a course that a file gives is not believed to be.
  while (all >= state.target && passed.length < MOST_PASSED) {
    if (onReach.kind === 'stay' || onReach.kind === 'hide') {
      if (state.reached === 0) {
        passed.push(state.target);
        state.reached = 1;
        state.hidden = onReach.kind === 'hide';
      }
      break;
    }
    if (onReach.kind === 'ladder') {
      if (state.reached < onReach.rungs.length) {
        passed.push(state.target);
        state.reached += 1;
      }
      const next = onReach.rungs[state.reached];
      // Above the last rung it stays full.
      if (!next) break;
      state.target = next.at;
      continue;
    }
    if (onReach.kind === 'raise') {
      // Counted, not walked: a step of 1 and a value of a million must not take a million turns.
      const steps = Math.floor((all - state.target) / onReach.step) + 1;
      // By how many are left: beyond 2⁵³ adding one to a number leaves it as it is.
      for (let left = Math.min(MOST_AT_ONCE, steps); left > 0; left -= 1)
        passed.push(state.target + (steps - left) * onReach.step);
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

/** What the present target is for, by its rung; '' where it has no name of its own. */
export function rungName({ onReach }: Goal, target: number): string {
  return onReach.kind === 'ladder' ? (onReach.rungs.find(({ at }) => at === target)?.name ?? '') : '';
}

/** A ladder has 50 rungs at most, and 1 can be doubled 1,024 times before it is infinite. */
const MOST_PASSED = 1100;
/** Of more targets passed by one event than this, only the last ones are named. */
const MOST_AT_ONCE = 50;
