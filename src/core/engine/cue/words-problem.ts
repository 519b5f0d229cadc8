import { wordsProblem } from '@/core/words/message';
import { phrase, type Phrase } from '@/core/words/phrase';

/** What is wrong with a step's words, or with any of its other wordings; null: nothing is. */
export function anyWordsProblem(
  { words, more = [] }: { words: string; more?: readonly { words: string }[] | undefined },
  language: string,
): Phrase | null {
  for (const each of [{ words }, ...more]) {
    const wrong = wordsProblem(each.words, language);
    if (wrong !== null) return wrong;
  }
  return more.some((each) => each.words.trim() === '') ? phrase('One of its wordings is empty.') : null;
}
