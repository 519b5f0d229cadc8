import { z } from 'zod';
import { anyWordsProblem } from '@/core/engine/cue/words-problem';
import { othersWords, variants } from '@/core/engine/cue/variants';
import type { StepKind } from '@/core/engine/kernel/feature';

const schema = z.object({
  kind: z.literal('post'),
  words: z.string().max(300),
  ...variants({ words: z.string().max(300) }),
});

/** Posts in the chat of the feed that it came from, or of every feed that can be posted to. */
export const post: StepKind<z.infer<typeof schema>> = {
  kind: 'post',
  schema,
  title: 'Post in chat',
  make: () => ({ kind: 'post', words: 'Thank you, {viewer}' }),
  sentence: (step) => [
    { text: 'post ' },
    { text: `“${step.words || '…'}”${othersWords(step)}`, field: 'words' },
    { text: ' in chat' },
  ],
  settings: [{ field: 'words', label: 'Words to post', setting: 'words' }],
  problem(step, of) {
    if (step.words.trim() === '') return 'It has nothing to post.';
    if (!of.feeds.some(({ on, helper = '' }) => on && helper !== ''))
      return 'No feed has a helper account that can post. Name one on the feed’s page.';
    return anyWordsProblem(step, of.language);
  },
  run(state, { words }, { cause, emit }) {
    // A cue that is tried does not talk to the viewers.
    if (!cause.trial) emit?.({ effect: 'post', feed: cause.feed, text: state.derived.format(words, cause.values) });
  },
};
