import { z } from 'zod';
import type { SomeStep } from '@/core/engine/kernel/cause';
import type { SomeWhen } from '@/core/engine/kernel/when';
import { ALWAYS, conditionsSchema } from './conditions';
import { EVERYONE, whoSchema } from './who';

/** So many steps one cue has at most. */
export const MOST_STEPS_OF_CUE = 20;

const id = z.string().min(1).max(100);

/** A cue's form, for the kinds of "when" and step that there are. */
export const cueSchemaOf = <W extends SomeWhen, S extends SomeStep>(when: z.ZodType<W>, step: z.ZodType<S>) =>
  z.object({
    id,
    /** The streamer's own name for it; empty: its sentence says it all. */
    name: z.string().max(80).default(''),
    /** The heading under which the streamer keeps it; absent: none. */
    group: z.string().max(40).optional(),
    on: z.boolean(),
    when,
    /** The feeds it listens to; none named: all. */
    feeds: z.array(id).max(20).default([]),
    who: whoSchema.default(EVERYONE),
    holds: conditionsSchema.default(ALWAYS),
    steps: z.array(step).min(1).max(MOST_STEPS_OF_CUE),
  });

/** A cue, whatever the kinds of its "when" and its steps. */
export type SomeCue = z.infer<ReturnType<typeof cueSchemaOf<SomeWhen, SomeStep>>>;

/** What cues need of a show. */
export interface CueShow {
  cues: readonly SomeCue[];
}
