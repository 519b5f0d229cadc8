import { cueMoment } from '@/core/engine/cue/fire';
import { advanceGoal, rungName, startGoal, type Goal, type GoalState } from './schema';
import { shownValue } from '@/core/engine/count/measure';
import { renewWindows, type SessionState } from '@/core/session/state';
import { goalPart } from '@/core/engine/count/team';
import type { Emit } from '@/core/engine/cue/do-steps';
import { valueIn } from '@/core/engine/count/windows';

/* Goals in a session: what each counts, when it is reached, and when its window ends. */

/** A goal of a longer window that is still the same one goes on where it stood. */
export function goesOn(state: SessionState, goal: Goal): boolean {
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
function countedBy(state: SessionState, goal: Goal, course: GoalState | undefined): number {
  const window = state.derived.goalWindows.get(goal.id);
  const measured = (): number => {
    if (goal.counter !== undefined) return counterValue(state, goal.counter);
    if (goal.by) return shownValue(goal.measure, state.derived.parts.get(goalPart(goal.id))?.value ?? 0);
    return window ? shownValue(goal.measure, valueIn(window, state.totals, goal.measure)) : 0;
  };
  const counted = measured();
  return Math.max(0, (goal.start ?? 0) + counted + (course?.plus ?? 0));
}

/** A counter as it stands; before it has been touched, at its start. */
const counterValue = ({ counters, show }: SessionState, id: string): number =>
  counters.get(id) ?? show.counters.find((each) => each.id === id)?.start ?? 0;

/** A goal at what it now counts; what lies behind it is not announced. */
export function setOut(state: SessionState, goal: Goal): void {
  const course = startGoal(goal, 0, state.derived.goalWindows.get(goal.id)?.span.from ?? null);
  advanceGoal(goal, course, countedBy(state, goal, undefined));
  state.goals.set(goal.id, course);
}

/** A window has ended, or begun: goals of the one before set out anew. */
export function roll(state: SessionState): void {
  renewWindows(state);
  for (const goal of state.show.goals) {
    const from = state.derived.goalWindows.get(goal.id)?.span.from ?? null;
    if (from !== null && Number.isFinite(from) && state.goals.get(goal.id)?.from !== from) setOut(state, goal);
  }
}

export function advanceGoals(state: SessionState, emit: Emit): void {
  for (const course of state.goals.values()) {
    const goal = state.derived.goalsById.get(course.id);
    if (!goal) continue;
    const all = countedBy(state, goal, course);
    if (all === course.value && goal.onReach.kind !== 'again') continue;
    for (const target of advanceGoal(goal, course, all)) {
      emit?.({ effect: 'goal', goal: goal.id, target });
      cueMoment(
        state,
        { trigger: 'goal', now: state.now, goal: goal.id, name: rungName(goal, target) || goal.name, target },
        goal.id,
        null,
        emit,
      );
    }
  }
}

/** Another setup: goals that are gone go; one that is new, or was given another course, sets out at the value reached. */
export function followGoals(state: SessionState, before: ReadonlyMap<string, Goal>): void {
  for (const id of state.goals.keys()) if (!state.derived.goalsById.has(id)) state.goals.delete(id);
  for (const goal of state.show.goals) {
    const known = before.get(goal.id);
    if (!state.goals.has(goal.id) || !known || !sameCourse(known, goal)) setOut(state, goal);
  }
}

const sameCourse = (a: Goal, b: Goal): boolean =>
  a.measure === b.measure &&
  a.counter === b.counter &&
  JSON.stringify(a.by) === JSON.stringify(b.by) &&
  a.target === b.target &&
  a.start === b.start &&
  JSON.stringify(a.window) === JSON.stringify(b.window) &&
  JSON.stringify(a.onReach) === JSON.stringify(b.onReach);
