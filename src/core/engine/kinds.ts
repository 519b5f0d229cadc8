import { z } from 'zod';
import type { WordValues } from '@/core/words/fields';
import { KIT, type Brought } from './features';
import type { Kit, StepKind } from './kernel/feature';
import type { SomeStep } from './kernel/cause';
import type { KernelShow } from './kernel/show';
import type { SomeWhen, WhenKind } from './kernel/when';

/* All kinds of "when" and step that features bring: as types, as forms, and in the order in which they are offered. */

export type When = Brought<'whens'>;
export type Step = Brought<'steps'>;
export type WhenKindName = When['kind'];

/** In which order "whens" and steps are offered; those that are not named here come last. */
export const WHEN_ORDER: readonly string[] = [
  'follow',
  'gift',
  'every',
  'tip',
  'subscribe',
  'giftSubs',
  'raid',
  'share',
  'first',
  'chat',
  'goal',
  'countdown',
  'counter',
  'lantern',
  'draw',
  'level',
  'perk',
  'scene',
  'session',
  'clock',
  'press',
];
export const STEP_ORDER: readonly string[] = [
  'show',
  'play',
  'add',
  'read',
  'post',
  'wait',
  'scene',
  'piece',
  'drift',
  'lantern',
  'draw',
  'ask',
  'call',
  'pick',
];

const offered = <T extends { kind: string }>(kinds: ReadonlyMap<string, T>, order: readonly string[]): T[] => {
  const place = ({ kind }: T): number => (order.includes(kind) ? order.indexOf(kind) : order.length);
  return [...kinds.values()].sort((a, b) => place(a) - place(b));
};

export const whensOffered = ({ whens }: Kit): WhenKind[] => offered(whens, WHEN_ORDER);
export const stepsOffered = ({ steps }: Kit): StepKind[] => offered(steps, STEP_ORDER);

export const WHENS = whensOffered(KIT);
export const STEPS = stepsOffered(KIT);

/** One form of several, told apart by their kind. */
const oneOf = (kinds: readonly { schema: z.ZodType }[]): z.ZodType =>
  z.discriminatedUnion(
    'kind',
    // Each form is an object with a kind of its own; that they are is said here once.
    kinds.map(({ schema }) => schema) as unknown as [z.ZodObject<{ kind: z.ZodLiteral<string> }>],
  );

/** The forms of all "whens" and steps that a kit knows. */
export const whenSchemaOf = (kit: Kit): z.ZodType<When> => oneOf(whensOffered(kit)) as z.ZodType<When>;
export const stepSchemaOf = (kit: Kit): z.ZodType<Step> => oneOf(stepsOffered(kit)) as z.ZodType<Step>;

export const whenSchema = whenSchemaOf(KIT);
export const stepSchema = stepSchemaOf(KIT);

/** The kind of a "when", or of a step. @throws where no feature knows it: no document holds such a one */
export function whenKind({ kind }: SomeWhen, kit: Kit = KIT): WhenKind {
  const found = kit.whens.get(kind);
  if (!found) throw new Error(`There is no "when" of the kind ${kind}.`);
  return found;
}
export function stepKind({ kind }: SomeStep, kit: Kit = KIT): StepKind {
  const found = kit.steps.get(kind);
  if (!found) throw new Error(`There is no step of the kind ${kind}.`);
  return found;
}

/** A new "when" of a kind, as it is begun in a show. */
export const makeWhen = <K extends WhenKindName>(kind: K, show: KernelShow): Extract<When, { kind: K }> =>
  whenKind({ kind }).make(show) as Extract<When, { kind: K }>;

/** A new "when", or step, of a kind that is known by its name only. */
export const newWhen = (kind: string, show: KernelShow): When => whenKind({ kind }).make(show) as When;
export const newStep = (kind: string, show: KernelShow): Step => stepKind({ kind }).make(show, KIT) as Step;

/** Values for trying a cue without an event. */
export const sampleValues = (when: When): WordValues => whenKind(when).sample(when);
