import { z } from 'zod';
import { anyWordsProblem } from '@/core/engine/cue/words-problem';
import { withOthers, variants } from '@/core/engine/cue/variants';
import { answer, canPost } from '@/core/engine/kernel/answer';
import type { KernelShow } from '@/core/engine/kernel/show';
import type { StepKind } from '@/core/engine/kernel/feature';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const schema = z.object({
  kind: z.literal('post'),
  words: z.string().max(300),
  ...variants({ words: z.string().max(300) }),
});

/** Posts in the chat of the feed that it came from, or of every feed that can be posted to. */
export const post: StepKind<z.infer<typeof schema>> = {
  kind: 'post',
  schema,
  title: phrase('Post in chat'),
  make: ({ language }) => ({ kind: 'post', words: proposed(language, 'Thank you, {viewer}') }),
  sentence: (step, of) => inWhichChat(of, withOthers(phrase('“{words}”', { words: step.words || '…' }), step)),
  settings: [{ field: 'words', label: phrase('Words to post'), setting: 'words' }],
  problem(step, of) {
    if (step.words.trim() === '') return phrase('It has nothing to post.');
    if (!of.feeds.some(canPost))
      return phrase('No feed has a helper account that can post. Name one on the feed’s page.');
    return anyWordsProblem(step, of.language);
  },
  untried: true,
  run(state, { words }, { cause, emit }) {
    answer(state, cause.feed, state.derived.format(words, cause.values), emit);
  },
};

/** What is posted where, as far as that can be said: some platforms let nobody post. */
function inWhichChat({ feeds }: KernelShow, words: Sayable): Phrase {
  const open = feeds.filter(canPost);
  return open.length === 0 || feeds.every((feed) => !feed.on || canPost(feed))
    ? phrase('post <set-words>{words}</set-words> in chat', { words })
    : phrase('post <set-words>{words}</set-words> in chat, which can be done in {feeds}', {
        words,
        feeds: { and: open.map(({ handle }) => handle) },
      });
}
