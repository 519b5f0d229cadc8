import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { numbersOf } from '@/core/engine/kernel/number';
import { whenKind } from '@/core/engine/cue/when';
import type { Trigger } from '@/core/engine/cue/when/when';
import type { WordValues } from '@/core/words/fields';
import type { StepKind } from './step';

const schema = z.object({
  kind: z.literal('add'),
  /** Which number (numbers.ts). */
  number: z.string().max(220),
  /** What is added, or taken away; seconds for a countdown. */
  amount: z.number().int().min(-1_000_000).max(1_000_000),
  /** Once; or for each gift, like … ({count}); or for each coin, or what else {total} counts. */
  per: z.enum(['once', 'count', 'total']),
});
export type AddStep = z.infer<typeof schema>;

/** What a viewer does, or what comes of it. */
const OF_SOMEONE: ReadonlySet<Trigger> = new Set<Trigger>([...EVENT_KINDS, 'level', 'perk']);

/** Adds to a goal, a counter, a countdown or a viewer's points. */
export const add: StepKind<'add', typeof schema> = {
  kind: 'add',
  schema,
  title: 'Add to a number, or add time',
  make: (of) => {
    const first = numbersOf(of)[0];
    return {
      kind: 'add',
      number: first?.number ?? 'countdown/',
      amount: first?.of === 'countdown' ? 30 : 1,
      per: 'once',
    };
  },
  sentence: (step, of) => {
    const number = numbersOf(of).find((each) => each.number === step.number);
    const unit = number?.of === 'countdown' ? ' s' : '';
    const { amount } = step;
    return [
      { text: amount < 0 ? 'take ' : 'add ' },
      { text: `${Math.abs(amount).toLocaleString('en')}${unit}`, field: 'amount' },
      ...(step.per === 'once'
        ? []
        : [{ text: ' ' }, { text: step.per === 'count' ? 'for each' : 'for each coin', field: 'per' }]),
      { text: amount < 0 ? ' from ' : ' to ' },
      { text: number?.name ?? 'a number that is gone', field: 'number' },
    ];
  },
  settings: [
    {
      field: 'amount',
      label: 'How much (seconds for a countdown)',
      setting: 'number',
      least: -1_000_000,
      most: 1_000_000,
      step: 5,
    },
    { field: 'number', label: 'To which number', setting: 'one', of: 'numbers' },
    {
      field: 'per',
      label: 'How often',
      setting: 'choice',
      options: [
        { value: 'once', label: 'Once' },
        { value: 'count', label: 'For each of them' },
        { value: 'total', label: 'For each coin' },
      ],
    },
  ],
  trouble(step, of, { when }) {
    if (
      step.number === 'points' &&
      of.points.on &&
      !whenKind(when)
        .triggers(when)
        .some((trigger) => OF_SOMEONE.has(trigger))
    )
      return 'Nobody in particular sets this cue off, so that nobody gets the points.';
    if (!numbersOf(of).some(({ number }) => number === step.number))
      return 'Its number is gone, or there is none yet. Add a countdown, a counter or a goal on the stage.';
    return step.amount === 0 ? 'It adds nothing.' : null;
  },
};

/** What a step adds, with the values of its cue. */
export function added({ amount, per }: AddStep, values: WordValues): number {
  const of = per === 'once' ? 1 : values[per];
  return amount * (typeof of === 'number' ? Math.max(0, Math.trunc(of)) : 1);
}
