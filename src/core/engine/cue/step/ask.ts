import { z } from 'zod';
import { wordsProblem } from '@/core/words/message';
import type { StepKind } from '@/core/engine/kernel/feature';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const schema = z.object({
  kind: z.literal('ask'),
  /** Where a CloudEvent is posted (docs/cues.md). Empty until it is written. */
  url: z.union([z.literal(''), z.url({ protocol: /^https?$/ }).max(2000)]),
  words: z.string().max(300),
});

/** Tells a web address that this happened: nothing goes there but the cue's name and these words. */
export const ask: StepKind<z.infer<typeof schema>> = {
  kind: 'ask',
  schema,
  title: phrase('Call a web address'),
  make: ({ language }) => ({ kind: 'ask', url: '', words: proposed(language, '{viewer} sent {count} {gift}') }),
  sentence: ({ url, words }) =>
    phrase('call <set-url>{address}</set-url> with <set-words>“{words}”</set-words>', {
      address: hostOf(url) ?? phrase('an address'),
      words: words || '…',
    }),
  settings: [
    { field: 'url', label: phrase('Address'), setting: 'address' },
    { field: 'words', label: phrase('Words that are sent'), setting: 'words' },
  ],
  problem(step, of) {
    if (step.url === '') return phrase('It has no address to call.');
    return wordsProblem(step.words, of.language);
  },
  run(state, { url, words }, { cue, cause, emit }) {
    if (url !== '') emit?.({ effect: 'ask', url, name: cue.name, text: state.derived.format(words, cause.values) });
  },
};

function hostOf(url: string): string | null {
  try {
    return new URL(url).host;
  } catch {
    return null;
  }
}
