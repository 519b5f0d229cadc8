import { z } from 'zod';
import { wordsTrouble } from '@/core/words/message';
import type { StepKind } from './step';

const schema = z.object({ kind: z.literal('post'), words: z.string().max(300) });

/** Posts in the chat of the feed that it came from, or of every feed that can be posted to. */
export const post: StepKind<'post', typeof schema> = {
  kind: 'post',
  schema,
  title: 'Post in chat',
  make: () => ({ kind: 'post', words: 'Thank you, {viewer}' }),
  sentence: ({ words }) => [{ text: 'post ' }, { text: `“${words || '…'}”`, field: 'words' }, { text: ' in chat' }],
  settings: [{ field: 'words', label: 'Words to post', setting: 'words' }],
  trouble(step, of) {
    if (step.words.trim() === '') return 'It has nothing to post.';
    if (!of.feeds.some((feed) => feed.platform === 'oxbow' && feed.on && feed.helper !== ''))
      return 'No feed has a helper account that can post. Name one on the feed’s page.';
    return wordsTrouble(step.words, of.language);
  },
};
