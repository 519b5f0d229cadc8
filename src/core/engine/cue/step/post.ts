import { z } from 'zod';
import { anyWordsProblem } from '@/core/engine/cue/words-problem';
import { othersWords, variants } from '@/core/engine/cue/variants';
import { answer, canPost } from '@/core/engine/kernel/answer';
import type { KernelShow } from '@/core/engine/kernel/show';
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
  sentence: (step, of) => [
    { text: 'post ' },
    { text: `“${step.words || '…'}”${othersWords(step)}`, field: 'words' },
    { text: inWhichChat(of) },
  ],
  settings: [{ field: 'words', label: 'Words to post', setting: 'words' }],
  problem(step, of) {
    if (step.words.trim() === '') return 'It has nothing to post.';
    if (!of.feeds.some(canPost)) return 'No feed has a helper account that can post. Name one on the feed’s page.';
    return anyWordsProblem(step, of.language);
  },
  untried: true,
  run(state, { words }, { cause, emit }) {
    answer(state, cause.feed, state.derived.format(words, cause.values), emit);
  },
};

/** Where it is posted, as far as that can be said: some platforms let nobody post. */
function inWhichChat({ feeds }: KernelShow): string {
  const open = feeds.filter(canPost);
  if (open.length === 0 || feeds.every((feed) => !feed.on || canPost(feed))) return ' in chat';
  return ` in chat, which can be done in ${open.map(({ handle }) => handle).join(', ')}`;
}
