import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { addToNumber, numbersOf } from '@/core/engine/kernel/number';
import type { WordValues } from '@/core/words/fields';
import type { Kit, StepKind } from '@/core/engine/kernel/feature';
import { wholeUnitsOf, type Money } from '@/core/event/money';
import { phrase } from '@/core/words/phrase';

const schema = z.object({
  kind: z.literal('add'),
  /** Which number (kernel/number.ts). */
  number: z.string().max(220),
  /** What is added, or taken away; seconds for a countdown. */
  amount: z.number().int().min(-1_000_000).max(1_000_000),
  /** Once; or for each gift, like … ({count}); or for each coin, or what else {total} counts. */
  per: z.enum(['once', 'count', 'total']),
});
type AddStep = z.infer<typeof schema>;

const EVENTS: ReadonlySet<string> = new Set(EVENT_KINDS);

const isInSeconds = (of: string | undefined, kit: Kit): boolean =>
  kit.numbers.some(({ number }) => number.kind === of && number.inSeconds === true);

/** Adds to a goal, a counter, a countdown or a viewer's points. */
export const add: StepKind<AddStep> = {
  kind: 'add',
  schema,
  title: phrase('Add to a number'),
  make: (of, kit) => {
    const first = numbersOf(of, kit)[0];
    return {
      kind: 'add',
      number: first?.number ?? 'countdown/',
      amount: isInSeconds(first?.of, kit) ? 30 : 1,
      per: 'once',
    };
  },
  sentence: (step, of, kit) => {
    const found = numbersOf(of, kit).find((each) => each.number === step.number);
    const n = Math.abs(step.amount);
    const amount = isInSeconds(found?.of, kit) ? phrase('{n, number} s', { n }) : phrase('{n, number}', { n });
    const number = found?.name ?? phrase('a number that is gone');
    const per = step.per === 'count' ? phrase('for each') : phrase('for each coin or unit of money');
    const values = { amount, number, per };
    if (step.per === 'once')
      return step.amount < 0
        ? phrase('take <set-amount>{amount}</set-amount> from <set-number>{number}</set-number>', values)
        : phrase('add <set-amount>{amount}</set-amount> to <set-number>{number}</set-number>', values);
    return step.amount < 0
      ? phrase(
          'take <set-amount>{amount}</set-amount> <set-per>{per}</set-per> from <set-number>{number}</set-number>',
          values,
        )
      : phrase(
          'add <set-amount>{amount}</set-amount> <set-per>{per}</set-per> to <set-number>{number}</set-number>',
          values,
        );
  },
  settings: [
    {
      field: 'amount',
      label: phrase('How much (seconds for a countdown)'),
      setting: 'number',
      least: -1_000_000,
      most: 1_000_000,
      step: 5,
    },
    { field: 'number', label: phrase('To which number'), setting: 'one', of: 'numbers' },
    {
      field: 'per',
      label: phrase('How often'),
      setting: 'choice',
      options: [
        { value: 'once', label: phrase('Once') },
        { value: 'count', label: phrase('For each of them') },
        { value: 'total', label: phrase('For each coin, or whole unit of money') },
      ],
    },
  ],
  problem(step, of, { cue: { when }, kit }) {
    const numbers = numbersOf(of, kit);
    if (step.number === 'points' && numbers.some(({ number }) => number === 'points') && !isOfSomeone(when, kit))
      return phrase('Nobody in particular sets this cue off, so that nobody gets the points.');
    if (!numbers.some(({ number }) => number === step.number))
      return phrase('Its number is gone, or there is none yet. Add a countdown, a counter or a goal on the stage.');
    return step.amount === 0 ? phrase('It adds nothing.') : null;
  },
  untried: true,
  run(state, step, { cause }) {
    // What nobody in particular set off gives nobody points.
    const number = step.number === 'points' ? `points/${cause.viewer ?? ''}` : step.number;
    addToNumber(state, number, added(step, cause.values, state.show));
  },
};

/** Whether what sets a cue off is somebody's doing. */
function isOfSomeone(when: { kind: string }, kit: Kit): boolean {
  const kind = kit.whens.get(when.kind);
  return kind !== undefined && (kind.ofSomeone === true || kind.triggers(when).some((trigger) => EVENTS.has(trigger)));
}

/** What a step adds, with the values of its cue. Money counts by whole units of the streamer's currency, by their rates. */
function added(
  { amount, per }: AddStep,
  values: WordValues,
  { money, language }: { money: Money; language: string },
): number {
  const of = per === 'once' ? 1 : values[per];
  const units = typeof of === 'string' && per === 'total' ? wholeUnitsOf(of, money, language) : of;
  return amount * (typeof units === 'number' ? Math.max(0, Math.trunc(units)) : 1);
}
