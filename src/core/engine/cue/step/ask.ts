import { z } from 'zod';
import { wordsTrouble } from '@/core/words/message';
import type { StepKind } from './step';

const schema = z.object({
  kind: z.literal('ask'),
  /** Where a CloudEvent is posted (docs/cues.md). Empty until it is written. */
  url: z.union([z.literal(''), z.url({ protocol: /^https?$/ }).max(2000)]),
  words: z.string().max(300),
});

/** Tells a web address that this happened: nothing goes there but the cue's name and these words. */
export const ask: StepKind<'ask', typeof schema> = {
  kind: 'ask',
  schema,
  title: 'Tell a web address',
  make: () => ({ kind: 'ask', url: '', words: '{viewer} sent {count} {gift}' }),
  sentence: ({ url, words }) => [
    { text: 'tell ' },
    { text: hostOf(url) ?? 'an address', field: 'url' },
    { text: ' ' },
    { text: `“${words || '…'}”`, field: 'words' },
  ],
  settings: [
    { field: 'url', label: 'Address', setting: 'address' },
    { field: 'words', label: 'Words that are sent', setting: 'words' },
  ],
  trouble(step, of) {
    if (step.url === '') return 'It has no address to tell.';
    return wordsTrouble(step.words, of.language);
  },
};

function hostOf(url: string): string | null {
  try {
    return new URL(url).host;
  } catch {
    return null;
  }
}
