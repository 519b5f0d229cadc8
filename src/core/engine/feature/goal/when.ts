import { z } from 'zod';
import type { GoalShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

/** `goal`: the id of one; empty: any. */
const schema = z.object({ kind: z.literal('goal'), goal: z.string().max(100) });

/** A goal was reached. */
export interface GoalMoment extends OwnMoment {
  goal: string;
  name: string;
  target: number;
}

export const goal: WhenKind<z.infer<typeof schema>, GoalMoment, GoalShow> = {
  kind: 'goal',
  schema,
  title: phrase('A goal is reached'),
  group: phrase('The show'),
  triggers: () => ['goal'],
  keys: (when) => (when.goal === '' ? null : [when.goal]),
  make: () => ({ kind: 'goal', goal: '' }),
  fires: (when, moment) =>
    when.goal === '' || when.goal === moment.goal
      ? [{ goal: moment.name, count: moment.target, total: moment.target }]
      : NEVER,
  sample: () => ({ goal: 'Open the kiln', count: 2000, total: 2000 }),
  sentence: (when, show) =>
    phrase('<set-goal>{which}</set-goal> is reached', {
      which:
        when.goal === ''
          ? phrase('any goal')
          : (show.goals.find(({ id }) => id === when.goal)?.name ?? phrase('a goal that is gone')),
    }),
  settings: [{ field: 'goal', label: phrase('Goal'), setting: 'one', of: 'goals', any: phrase('Any goal') }],
  problem: (when, show) =>
    show.goals.length === 0
      ? phrase('There is no goal in this show.')
      : when.goal !== '' && !show.goals.some(({ id }) => id === when.goal)
        ? phrase('Its goal is gone. Choose another one.')
        : null,
};
