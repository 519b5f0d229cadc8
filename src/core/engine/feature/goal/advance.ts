import type { Emit } from '@/core/engine/kernel/effect';
import { MEASURE, shownValue } from '@/core/engine/count/measure';
import { valueIn } from '@/core/engine/count/windows';
import { cueMoment } from '@/core/engine/cue/fire';
import { valueOf } from '@/core/engine/kernel/number';
import { advanceGoal, countsOf, rungName, startGoal, type Goal, type GoalState } from './schema';
import { goalPart, type GoalHost } from './slice';
import type { GoalMoment } from './when';

/* Goals in a session: what each counts, when it is reached, and when its window ends. */

/** A goal of a longer window that is still the same one goes on where it stood. */
export function goesOn(state: GoalHost, goal: Goal): boolean {
  const known = state.goals.get(goal.id);
  const from = state.derived.goalWindows.get(goal.id)?.span.from ?? -Infinity;
  return (
    known !== undefined &&
    goal.window !== undefined &&
    goal.window.over !== 'session' &&
    (known.from ?? -Infinity) === from
  );
}

/** All that a goal counts: what it starts with, what its window holds, what was added by hand or by cues. */
function countedBy(state: GoalHost, goal: Goal, course: GoalState | undefined): number {
  const window = state.derived.goalWindows.get(goal.id);
  const measured = (): number => {
    if (goal.counter !== undefined) return valueOf(state, `counter/${goal.counter}`) ?? 0;
    if (goal.own !== undefined) return state.kit.measures.get(goal.own)?.value(state) ?? 0;
    if (goal.by) return shownValue(goal.measure, state.derived.parts.get(goalPart(goal.id))?.value ?? 0);
    return window ? shownValue(goal.measure, valueIn(window, state.totals, goal.measure)) : 0;
  };
  return Math.max(0, (goal.start ?? 0) + measured() + (course?.plus ?? 0));
}

/** A goal at what it now counts; what lies before it is not announced. */
export function setOut(state: GoalHost, goal: Goal): void {
  const course = startGoal(goal, 0, state.derived.goalWindows.get(goal.id)?.span.from ?? null);
  advanceGoal(goal, course, countedBy(state, goal, undefined));
  state.goals.set(goal.id, course);
}

/** A goal at what it starts with, and at its first target: what was counted until now is taken off by hand, and counts no more. */
export function beginAgain(state: GoalHost, goal: Goal): void {
  const course = startGoal(goal, goal.start ?? 0, state.derived.goalWindows.get(goal.id)?.span.from ?? null);
  course.plus = (goal.start ?? 0) - countedBy(state, goal, undefined);
  advanceGoal(goal, course, goal.start ?? 0);
  state.goals.set(goal.id, course);
}

/** A window has ended, or begun: goals of the one before set out anew. */
export function rollOverGoals(state: GoalHost): void {
  for (const goal of state.show.goals) {
    const from = state.derived.goalWindows.get(goal.id)?.span.from ?? null;
    if (from !== null && Number.isFinite(from) && state.goals.get(goal.id)?.from !== from) setOut(state, goal);
  }
}

export function advanceGoals(state: GoalHost, emit: Emit): void {
  for (const course of state.goals.values()) {
    const goal = state.derived.goalsById.get(course.id);
    if (!goal) continue;
    const all = countedBy(state, goal, course);
    if (all === course.value && goal.onReach.kind !== 'again') continue;
    for (const target of advanceGoal(goal, course, all)) {
      emit?.({ effect: 'goal', goal: goal.id, target });
      const name = rungName(goal, target) || goal.name;
      const moment: GoalMoment = { trigger: 'goal', now: state.now, goal: goal.id, name, target };
      cueMoment(state, moment, emit, { key: goal.id });
    }
  }
}

/** Another setup: goals that are gone go; one that is new, or was given another course, sets out at the value reached. */
export function followGoals(state: GoalHost, before: ReadonlyMap<string, Goal>): void {
  for (const id of state.goals.keys()) if (!state.derived.goalsById.has(id)) state.goals.delete(id);
  for (const goal of state.show.goals) {
    const known = before.get(goal.id);
    if (!state.goals.has(goal.id) || !known || !sameCourse(known, goal)) setOut(state, goal);
  }
}

const COURSE = [
  'measure',
  'counter',
  'own',
  'by',
  'target',
  'start',
  'window',
  'onReach',
] as const satisfies (keyof Goal)[];
const sameCourse = (a: Goal, b: Goal): boolean =>
  COURSE.every((field) => JSON.stringify(a[field]) === JSON.stringify(b[field]));

/** The kinds of event that move any of these goals. */
export const kindsOf = (goals: readonly Goal[]) =>
  new Set(
    goals.flatMap((goal) => {
      const measure = countsOf(goal);
      return measure ? MEASURE[measure].kinds : [];
    }),
  );
