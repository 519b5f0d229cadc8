import { z } from 'zod';
import { wordsTrouble } from '../message';
import type { StepKind } from './step';

const schema = z.object({
  kind: z.literal('show'),
  /** The id of a spotlight piece. */
  spotlight: z.string().min(1).max(100),
  words: z.string().max(300),
  seconds: z.number().min(1).max(120),
});

/** Shows words in a spotlight for a while. */
export const show: StepKind<'show', typeof schema> = {
  kind: 'show', schema, title: 'Show words in a spotlight',
  make: (of) => ({ kind: 'show', spotlight: of.pieces.find(({ kind }) => kind === 'spotlight')?.id ?? 'spotlight', words: 'Thank you, {viewer}', seconds: 4 }),
  sentence: (step, of) => [
    { text: 'show ' }, { text: `“${step.words || '…'}”`, field: 'words' },
    { text: ' in ' }, { text: of.pieces.find(({ id, kind }) => id === step.spotlight && kind === 'spotlight')?.name ?? 'no spotlight', field: 'spotlight' },
    { text: ' for ' }, { text: `${step.seconds} s`, field: 'seconds' },
  ],
  settings: [
    { field: 'words', label: 'Words on the frame', setting: 'words' },
    { field: 'spotlight', label: 'Spotlight', setting: 'one', of: 'spotlights' },
    { field: 'seconds', label: 'Length', setting: 'number', least: 1, most: 120, unit: 'seconds' },
  ],
  trouble(step, of) {
    if (!of.pieces.some(({ id, kind }) => id === step.spotlight && kind === 'spotlight')) return 'Its spotlight is not on the stage any more. Choose another one.';
    if (step.words.trim() === '') return 'It has no words to show.';
    return wordsTrouble(step.words, of.language);
  },
};
