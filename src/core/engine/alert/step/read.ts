import { z } from 'zod';
import { wordsProblem } from '@/core/words/message';
import { isWithAlert } from '../audible';
import { hear } from '../playing';
import { audibleOf } from '../said';
import type { AlertHost, AlertShow } from '../slice';
import type { StepKind } from '@/core/engine/kernel/feature';

const schema = z.object({ kind: z.literal('read'), words: z.string().max(300) });
type ReadStep = z.infer<typeof schema>;

/** Reads words aloud, from the outlet that sounds. */
export const read: StepKind<ReadStep, AlertShow, AlertHost> = {
  kind: 'read',
  schema,
  title: 'Read aloud',
  make: () => ({ kind: 'read', words: '{viewer} says: {message}' }),
  sentence: ({ words }) => [{ text: 'read aloud ' }, { text: `“${words || '…'}”`, field: 'words' }],
  settings: [{ field: 'words', label: 'Words to read', setting: 'words' }],
  problem(step, of) {
    if (step.words.trim() === '') return 'It has no words to read.';
    if (!of.outlets.some(({ sounds }) => sounds)) return 'No outlet sounds. Choose one on the Outlets page.';
    return wordsProblem(step.words, of.language);
  },
  run(state, step, { cue, at, cause }) {
    if (isWithAlert(cue.steps, at)) return;
    const heard = audibleOf(state, step, cause);
    if (heard) hear(state, heard, state.now);
  },
};
