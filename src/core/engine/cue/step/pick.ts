import { z } from 'zod';
import type { StepKind } from './step';

const schema = z.object({
  kind: z.literal('pick'),
  /** Cues whose steps are done; the larger a weight, the more often. */
  of: z
    .array(z.object({ cue: z.string().min(1).max(100), weight: z.number().int().min(1).max(1000) }))
    .min(1)
    .max(20),
  /** False: never the same twice running, where there is another. */
  twice: z.boolean(),
});
export type PickStep = z.infer<typeof schema>;

/** Does the steps of one of several cues, by chance. */
export const pick: StepKind<'pick', typeof schema> = {
  kind: 'pick',
  schema,
  title: 'One of several cues, by chance',
  make: (of) => ({
    kind: 'pick',
    of: of.cues
      .slice(0, 2)
      .map(({ id }) => ({ cue: id, weight: 1 }))
      .concat(of.cues.length === 0 ? [{ cue: 'cue', weight: 1 }] : []),
    twice: false,
  }),
  sentence: (step, of) => [
    { text: 'do one of ' },
    {
      text: step.of
        .map(({ cue, weight }) => `${nameOf(cue, of.cues)}${weight === 1 ? '' : ` (${weight} ×)`}`)
        .join(', '),
      field: 'of',
    },
    ...(step.twice ? [] : [{ text: ', never the same twice running' }]),
  ],
  settings: [],
  trouble(step, of) {
    const named = step.of.map(({ cue }) => of.cues.find(({ id }) => id === cue));
    if (named.some((cue) => cue === undefined)) return 'One of the cues to choose from is gone.';
    return named.every((cue) => cue?.on === false) ? 'All cues to choose from are switched off.' : null;
  },
};

function nameOf(id: string, cues: readonly { id: string; name: string }[]): string {
  const at = cues.findIndex((cue) => cue.id === id);
  return at < 0 ? 'a cue that is gone' : cues[at]?.name || `cue ${at + 1}`;
}
