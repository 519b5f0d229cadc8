import { shownValue } from '@/core/engine/count/measure';
import { inRow } from '@/core/engine/count/row';
import { countsOf } from './schema';
import type { GoalHost } from './slice';
import { isIn } from '@/core/engine/count/window';

/** Where a goal stood after a minute in which anything happened: ms, and its value. */
export type CoursePoint = [at: number, value: number];

/** So many points a course has at most: more cannot be told apart on a phone. */
const MOST = 300;

/**
 * A goal's course through the session, from what it had when the session began. What was added by hand or by cues is in the whole of it,
 * since the minute of that is not kept with the rows; one that starts again is shown as if it did not. One that stands on something else than
 * what is counted of events has no course.
 */
export function courseOf(state: GoalHost, id: string): CoursePoint[] {
  const goal = state.derived.goalsById.get(id);
  const window = state.derived.goalWindows.get(id);
  const measure = goal && countsOf(goal);
  if (!goal || !measure || !window || !state.session) return [];
  let sum = inRow(window.carried, measure);
  const base = (goal.start ?? 0) + (state.goals.get(id)?.plus ?? 0);
  const value = (): number => Math.max(0, base + shownValue(measure, sum));
  const points: CoursePoint[] = [[state.session.startedAt, value()]];
  const rows = [...state.minutes.entries()]
    .filter(([at, row]) => isIn(window.span, at) && inRow(row, measure) !== 0)
    .sort(([a], [b]) => a - b);
  for (const [at, row] of rows) {
    sum += inRow(row, measure);
    points.push([Math.max(state.session.startedAt, Math.min(at + 60_000, state.now)), value()]);
  }
  const step = Math.ceil(points.length / MOST);
  // The first and the last always: they are what the goal began with, and what it has.
  return [...points.filter((_, n) => n % step === 0 && n < points.length - 1), points.at(-1)!, [state.now, value()]];
}
