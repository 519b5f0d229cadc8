import type { z } from 'zod';
import type { Cue, Show } from '@/core/show/show';
import type { SentencePart, Setting } from '@/core/engine/cue/when/when';

/** One kind of step: its schema, how it is begun, and how it reads. What it does is in src/core/engine/steps.ts. One file each. */
export interface StepKind<K extends string, S extends z.ZodType<{ kind: K }>> {
  kind: K;
  schema: S;
  title: string;
  make: (show: Show) => z.infer<S>;
  /** After ", ": a verb first, "show “…” in Top spotlight for 4 s". */
  sentence: (step: z.infer<S>, show: Show) => SentencePart[];
  settings: readonly Setting[];
  /** Why nothing will be seen or heard of it, in a sentence. */
  trouble?: (step: z.infer<S>, show: Show, cue: Cue) => string | null;
}
