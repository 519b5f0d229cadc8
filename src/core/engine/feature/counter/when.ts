import { z } from 'zod';
import type { CounterShow } from './schema';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

/** Reaches, or passes, a number on its way up or down. */
const schema = z.object({
  kind: z.literal('counter'),
  counter: z.string().max(100),
  reaches: z.number().int().min(-1e9).max(1e9),
});

/** A counter has another value. */
export interface CounterMoment extends OwnMoment {
  counter: string;
  name: string;
  before: number;
  after: number;
}

export const counter: WhenKind<z.infer<typeof schema>, CounterMoment, CounterShow> = {
  kind: 'counter',
  schema,
  title: phrase('A counter reaches a number'),
  group: phrase('The show'),
  triggers: () => ['counter'],
  make: (show) => ({ kind: 'counter', counter: show.counters[0]?.id ?? '', reaches: show.counters[0]?.target ?? 10 }),
  fires: ({ counter: id, reaches }, moment) => {
    if (moment.counter !== id) return NEVER;
    const { before, after } = moment;
    return (before < reaches && after >= reaches) || (before > reaches && after <= reaches)
      ? [{ goal: moment.name, count: reaches, total: after }]
      : NEVER;
  },
  sample: ({ reaches }) => ({ goal: 'Throws', count: reaches, total: reaches }),
  sentence: (when, show) =>
    phrase('<set-counter>{which}</set-counter> reaches <set-reaches>{n, number}</set-reaches>', {
      which: show.counters.find(({ id }) => id === when.counter)?.name ?? phrase('a counter that is gone'),
      n: when.reaches,
    }),
  settings: [
    { field: 'counter', label: phrase('Counter'), setting: 'one', of: 'counters' },
    { field: 'reaches', label: phrase('Reaches'), setting: 'number', least: -1_000_000_000, most: 1_000_000_000 },
  ],
  problem: (when, show) =>
    show.counters.some(({ id }) => id === when.counter)
      ? null
      : show.counters.length === 0
        ? phrase('There is no counter in this show.')
        : phrase('Its counter is gone. Choose another one.'),
};
