import { z } from 'zod';
import { wordsTrouble } from '@/core/words/message';
import type { StepKind } from '@/core/engine/cue/step/step';

const schema = z.object({ kind: z.literal('read'), words: z.string().max(300) });
export type ReadStep = z.infer<typeof schema>;

/** Reads words aloud, from the outlet that sounds. */
export const read: StepKind<'read', typeof schema> = {
  kind: 'read',
  schema,
  title: 'Read aloud',
  make: () => ({ kind: 'read', words: '{viewer} says: {message}' }),
  sentence: ({ words }) => [{ text: 'read aloud ' }, { text: `“${words || '…'}”`, field: 'words' }],
  settings: [{ field: 'words', label: 'Words to read', setting: 'words' }],
  trouble(step, of) {
    if (step.words.trim() === '') return 'It has no words to read.';
    if (!of.outlets.some(({ sounds }) => sounds)) return 'No outlet sounds. Choose one on the Outlets page.';
    return wordsTrouble(step.words, of.language);
  },
};
