import { z } from 'zod';
import { anyWordsProblem } from '@/core/engine/cue/words-problem';
import { withOthers, variants } from '@/core/engine/cue/variants';
import { isWithAlert } from '../audible';
import { hear } from '../playing';
import { audibleOf } from '../said';
import type { AlertHost, AlertShow } from '../slice';
import type { StepKind } from '@/core/engine/kernel/feature';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const schema = z.object({
  kind: z.literal('read'),
  words: z.string().max(300),
  ...variants({ words: z.string().max(300) }),
});
type ReadStep = z.infer<typeof schema>;

/** Reads words aloud, from the outlet that sounds. */
export const read: StepKind<ReadStep, AlertShow, AlertHost> = {
  kind: 'read',
  schema,
  title: phrase('Read aloud'),
  make: ({ language }) => ({ kind: 'read', words: proposed(language, '{viewer} says: {message}') }),
  sentence: (step) =>
    phrase('read aloud <set-words>{words}</set-words>', {
      words: withOthers(phrase('“{words}”', { words: step.words || '…' }), step),
    }),
  settings: [{ field: 'words', label: phrase('Words to read'), setting: 'words' }],
  problem(step, of) {
    if (step.words.trim() === '') return phrase('It has no words to read.');
    if (!of.outlets.some(({ sounds }) => sounds)) return phrase('No outlet sounds. Choose one on the Outlets page.');
    return anyWordsProblem(step, of.language);
  },
  run(state, step, { cue, at, cause }) {
    if (isWithAlert(cue.steps, at)) return;
    const heard = audibleOf(state, step, cause);
    if (heard) hear(state, heard, state.now);
  },
};
