import { z } from 'zod';
import type { Cue, Show } from '@/core/show/show';
import type { SentencePart } from '@/core/engine/cue/when/when';
import { add } from './add';
import { ask } from './ask';
import { call } from './call';
import { draw } from '@/core/engine/feature/draw/step';
import { drift } from '@/core/engine/feature/drift/step';
import { lantern } from '@/core/engine/feature/lantern/step';
import { pick } from './pick';
import { piece } from '@/core/engine/feature/scene/step-piece';
import { play } from '@/core/engine/alert/step/play';
import { post } from './post';
import { read } from '@/core/engine/alert/step/read';
import { scene } from '@/core/engine/feature/scene/step';
import { show } from '@/core/engine/alert/step/show';
import type { StepKind } from './step';
import { wait } from './wait';

/** Every kind of step, in the order in which they are offered. A new one is a file here, its word in these two lists, and what it does in src/core/engine/steps.ts. */
export const STEP_KINDS = {
  show,
  play,
  add,
  read,
  post,
  wait,
  scene,
  piece,
  drift,
  lantern,
  draw,
  ask,
  call,
  pick,
} as const;

export const stepSchema = z.discriminatedUnion('kind', [
  show.schema,
  play.schema,
  add.schema,
  read.schema,
  post.schema,
  wait.schema,
  scene.schema,
  piece.schema,
  drift.schema,
  lantern.schema,
  draw.schema,
  ask.schema,
  call.schema,
  pick.schema,
]);
export type Step = z.infer<typeof stepSchema>;
export type StepKindName = Step['kind'];

// A step's kind picks the file that knows it; that the two belong together is said here once.
export const stepKind = (step: Step): StepKind<string, z.ZodType<Step>> =>
  STEP_KINDS[step.kind] as unknown as StepKind<string, z.ZodType<Step>>;

export const stepSentence = (step: Step, of: Show): SentencePart[] => stepKind(step).sentence(step, of);

export const stepTrouble = (step: Step, of: Show, cue: Cue): string | null =>
  stepKind(step).trouble?.(step, of, cue) ?? null;
