import { z } from 'zod';
import type { Cause, SomeStep } from '@/core/engine/kernel/cause';
import { drawn } from '@/core/engine/kernel/chance';
import type { SomeCue } from './cue';
import { memoryOf, type CueHost } from './slice';
import { phrase, type Sayable } from '@/core/words/phrase';

/* Several wordings, pictures or sounds of one step: one of them is taken each time its cue's steps are done. */

const weight = z.number().int().min(1).max(1000);
/** Of one step there are no more than so many others. */
export const MOST_VARIANTS = 12;

/** What a step with variants has beside: the others, each with what is different in it, how often the first comes, and how one is chosen. */
export const variants = <S extends z.core.$ZodShape>(different: S) => ({
  more: z
    .array(z.object({ ...different, weight: weight.optional() }))
    .min(1)
    .max(MOST_VARIANTS)
    .optional(),
  weight: weight.optional(),
  /** Absent: by chance, never the same twice running. */
  by: z.enum(['chance', 'turn']).optional(),
});

interface Varied extends SomeStep {
  more: readonly (Record<string, unknown> & { weight?: number })[];
  weight?: number;
  by?: 'chance' | 'turn';
}
export const isVaried = (step: SomeStep): step is Varied => 'more' in step && Array.isArray(step.more);

/** A cue's steps as they are done this time. What has no variants is as it is written. */
export function chosenSteps(state: CueHost, cue: SomeCue, cause: Cause): readonly SomeStep[] {
  if (!cue.steps.some(isVaried)) return cue.steps;
  return cue.steps.map((step, at) => (isVaried(step) ? chosen(step, which(state, { cue, step, at, cause })) : step));
}

/** The step with one of its variants in place of the first. A picture belongs to the step's look. */
function chosen(step: Varied, n: number): SomeStep {
  const other = step.more[n - 1];
  if (!other) return step;
  const { picture, weight: unused, ...different } = other;
  void unused;
  const { look } = step as { look?: object };
  return { ...step, ...different, ...(look && picture !== undefined ? { look: { ...look, picture } } : {}) };
}

/**
 * Which one is next: 0 is the first. Asked again for the same moment (the cue's later steps, after a wait), it is the same one. A trial looks, and
 * leaves no trace.
 */
function which(
  state: CueHost,
  { cue, step, at, cause }: { cue: SomeCue; step: Varied; at: number; cause: Cause },
): number {
  const count = step.more.length + 1;
  const memory = memoryOf(state, cue.id);
  const seed = `${cue.id}/${at}/${cause.seed}/${cause.trial ? state.now : memory.fired}`;
  const moment = drawn(`moment/${seed}`);
  const last = memory.picked[at];
  if (!cause.trial && last !== undefined && memory.picked[`${at}.of`] === moment && last < count) return last;
  const n = step.by === 'turn' ? (last === undefined ? 0 : (last + 1) % count) : byWeight(step, last, drawn(seed));
  if (!cause.trial) Object.assign(memory.picked, { [at]: n, [`${at}.of`]: moment });
  return n;
}

/** By weights, never the same twice running. @param chance 0 to 1 */
function byWeight(step: Varied, last: number | undefined, chance: number): number {
  const weights = [step.weight ?? 1, ...step.more.map((each) => each.weight ?? 1)];
  const open = weights.map((each, n) => (n === last ? 0 : each));
  let left = chance * open.reduce((sum, each) => sum + each, 0);
  const found = open.findIndex((each) => each > 0 && (left -= each) < 0);
  return found < 0 ? open.findLastIndex((each) => each > 0) : found;
}

/** What is shown, said or heard, and in a sentence that there are others. */
export function withOthers(first: Sayable, step: SomeStep): Sayable {
  if (!isVaried(step)) return first;
  const values = { first, n: step.more.length };
  return step.by === 'turn'
    ? phrase('{first} or {n, plural, one {another} other {# others}}, in turn', values)
    : phrase('{first} or {n, plural, one {another} other {# others}}, by chance', values);
}
