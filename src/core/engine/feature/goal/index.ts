import type { Emit } from '@/core/engine/kernel/effect';
import { z } from 'zod';
import { whole } from '@/core/event/whole';
import { inRow } from '@/core/engine/count/row';
import { shownValue } from '@/core/engine/count/measure';
import { MINUTE_MS } from '@/core/engine/count/past';
import { SESSION } from '@/core/engine/count/window';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { CueShow } from '@/core/engine/cue/cue';
import type { Feature, NumberKind, ListKind } from '@/core/engine/kernel/feature';
import { valuesByKey } from '@/core/engine/kernel/kept';
import { later, recount } from '@/core/engine/kernel/state';
import { advanceGoals, beginAgain, followGoals, goesOn, kindsOf, rollOverGoals, setOut } from './advance';
import { countsOf, goalSchema, type GoalShow, type GoalState, type Goal } from './schema';
import { goalPart, type GoalDerived, type GoalHost, type GoalSlice } from './slice';
import { goal as when } from './when';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/* Goals: a target that everyone fills together. */

/** How a goal stands. */
const courseSchema = z.object({
  id: z.string().max(100),
  value: whole.min(0),
  target: whole.min(1),
  reached: whole.min(0),
  hidden: z.boolean(),
  from: z.number().int().optional(),
  plus: whole.optional(),
});

const number: NumberKind<GoalShow, GoalHost> = {
  kind: 'goal',
  offered: 3,
  list: ({ goals }) => goals.map(({ id, name }) => ({ number: `goal/${id}`, name, of: 'goal' })),
  value: (state, id) => state.goals.get(id)?.value ?? null,
  add(state, id, by) {
    const goal = state.goals.get(id);
    if (!goal) return null;
    // Never below nothing: what comes afterwards must count again at once.
    goal.plus = (goal.plus ?? 0) + Math.max(Math.trunc(by), -goal.value);
    later(state, (emit) => recount(state, emit));
    return Math.max(0, goal.value + by);
  },
};

/** So far is looked back upon to tell the present rate. */
const LOOKED_BACK_MS = 10 * MINUTE_MS;

/** When each goal will be reached if all goes on as in the last ten minutes. */
function outlook(state: GoalHost): [string, number][] {
  const { session, now } = state;
  // A minute at least: the first gift of a session says nothing yet.
  if (!session || now - session.startedAt < MINUTE_MS) return [];
  const since = Math.max(session.startedAt, now - LOOKED_BACK_MS);
  const rows = [...state.minutes.entries()].filter(([at]) => at + MINUTE_MS > since && at <= now).map(([, row]) => row);
  const over = now - Math.floor(since / MINUTE_MS) * MINUTE_MS;
  return state.show.goals.flatMap((goal): [string, number][] => {
    const course = state.goals.get(goal.id);
    const measure = countsOf(goal);
    if (!measure || !course || course.hidden || course.value >= course.target) return [];
    const sum = rows.reduce((all, row) => all + inRow(row, measure), 0);
    const gained = shownValue(measure, sum);
    return [[`goal/${goal.id}`, gained <= 0 ? Infinity : now + ((course.target - course.value) * over) / gained]];
  });
}

const windowsOf = (state: GoalHost): GoalDerived['goalWindows'] =>
  new Map(state.show.goals.map((goal) => [goal.id, state.derived.windowOf(goal.window ?? SESSION)]));

const list: ListKind<Goal, GoalHost> = {
  list: 'goals',
  kind: 'goal',
  title: phrase('Goal'),
  several: phrase('Goals'),
  most: 50,
  make: (id, language) => ({
    id,
    name: proposed(language, 'Goal'),
    measure: 'coins',
    target: 200,
    onReach: { kind: 'double' },
  }),
  reset(state, id) {
    const found = state.derived.goalsById.get(id);
    if (found) beginAgain(state, found);
  },
};

export const goal = {
  name: 'goal',
  list,
  part: { goals: z.array(goalSchema).max(list.most) },
  whens: [when],
  number,

  create: (): GoalSlice => ({ goals: new Map() }),
  saved: { goals: z.array(courseSchema) },
  serialize: ({ goals }) => ({ goals: valuesByKey(goals) }),
  deserialize: ({ goals }: { goals: GoalState[] }) => ({ goals: new Map(goals.map((each) => [each.id, each])) }),
  // Goals of longer windows, as they stand.
  carried: { goals: z.array(courseSchema).max(50).default([]) },
  carryOver: ({ show, goals }) => ({
    goals: show.goals.flatMap(({ id, window }): GoalState[] => {
      const course = goals.get(id);
      return window && window.over !== 'session' && course ? [course] : [];
    }),
  }),
  takeOver(state, { goals }: { goals: GoalState[] }) {
    state.goals = new Map(goals.map((each) => [each.id, { ...each }]));
  },
  giveBack(state, { goals }: { goals: GoalState[] }) {
    const since = state.goals;
    state.goals = new Map(goals.map((each) => [each.id, { ...each }]));
    for (const [id, course] of since) if (!state.goals.has(id)) state.goals.set(id, course);
  },

  derive: (state) => ({
    goalsById: new Map(state.show.goals.map((each) => [each.id, each])),
    goalWindows: windowsOf(state),
    goalKinds: kindsOf(state.show.goals),
  }),
  wants: ({ goals }) => ({
    windows: goals.map(({ window }) => window ?? SESSION),
    parts: goals.flatMap((each) => {
      const { id, by, window = SESSION } = each;
      const measure = countsOf(each);
      return !by || !measure || measure === 'raids' ? [] : [{ key: goalPart(id), measure, window, by }];
    }),
  }),
  windowsMade(state) {
    state.derived.goalWindows = windowsOf(state);
  },
  listens: ({ goals }) => ({ react: [...kindsOf(goals)] }),
  react: (state, _event, _counted, emit: Emit) => advanceGoals(state, emit),
  recount: (state, emit: Emit) => advanceGoals(state, emit),
  rollOver: rollOverGoals,
  begin(state) {
    for (const each of state.show.goals) if (!goesOn(state, each)) setOut(state, each);
  },
  // What was another show's goal tells nothing of how this one was before.
  follow: (state, { show, derived }) =>
    followGoals(state, show.setup === state.show.setup ? derived.goalsById : state.derived.goalsById),
  isOpen(state, id) {
    const known = state.goals.get(id);
    return known !== undefined && !known.hidden && known.value < known.target;
  },
  outlook,
} satisfies Feature<GoalShow & CueShow, GoalSlice & CueSlice, GoalDerived & CueDerived>;
