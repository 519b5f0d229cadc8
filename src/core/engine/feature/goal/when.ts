import { z } from 'zod';
import type { GoalShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';

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
  title: 'A goal is reached',
  group: 'The show',
  triggers: () => ['goal'],
  keys: (when) => (when.goal === '' ? null : [when.goal]),
  make: () => ({ kind: 'goal', goal: '' }),
  fires: (when, moment) =>
    when.goal === '' || when.goal === moment.goal
      ? [{ goal: moment.name, count: moment.target, total: moment.target }]
      : NEVER,
  sample: () => ({ goal: 'Open the kiln', count: 2000, total: 2000 }),
  sentence: (when, show) => [
    {
      text:
        when.goal === '' ? 'any goal' : (show.goals.find(({ id }) => id === when.goal)?.name ?? 'a goal that is gone'),
      field: 'goal',
    },
    { text: ' is reached' },
  ],
  settings: [{ field: 'goal', label: 'Goal', setting: 'one', of: 'goals', any: 'Any goal' }],
  problem: (when, show) =>
    show.goals.length === 0
      ? 'There is no goal in this show.'
      : when.goal !== '' && !show.goals.some(({ id }) => id === when.goal)
        ? 'Its goal is gone. Choose another one.'
        : null,
};
