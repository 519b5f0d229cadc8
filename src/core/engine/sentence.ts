import type { Cue, Show } from '@/core/show/show';
import { whyNever } from '@/core/platform';
import type { EventKind } from '@/core/event/kind';
import { listensTo, whenSentence } from './when';
import type { SentencePart } from './when/when';

/** A cue as one sentence; parts with a field are what is tapped to change it. */
export function cueSentence(cue: Cue, show: Show): SentencePart[] {
  const parts: SentencePart[] = [{ text: 'When ' }, ...whenSentence(cue.when)];
  for (const step of cue.steps) {
    const spotlight = show.pieces.find(({ id, kind }) => id === step.spotlight && kind === 'spotlight');
    parts.push(
      { text: ', show ' }, { text: `“${step.words || '…'}”`, field: 'words' },
      { text: ' in ' }, { text: spotlight?.name ?? 'no spotlight', field: 'spotlight' },
      { text: ' for ' }, { text: `${step.seconds} s`, field: 'seconds' },
    );
  }
  return [...parts, { text: '.' }];
}

/** What a cue waits for, as it stands in a sentence. */
const WAITED_FOR: Partial<Record<EventKind, string>> = { follow: 'follows', gift: 'gifts', like: 'likes' };

/** What keeps a cue from being seen, in a sentence; null when nothing does. */
export function cueTrouble(cue: Cue, show: Show): string | null {
  const [step] = cue.steps;
  if (!step) return null;
  if (!show.pieces.some(({ id, kind }) => id === step.spotlight && kind === 'spotlight')) return 'Its spotlight is not on the stage any more. Choose another one.';
  const kind = listensTo(cue.when);
  const never = whyNever(show.feeds, kind, WAITED_FOR[kind] ?? kind);
  if (never) return `It cannot fire. ${never}`;
  if (step.words.trim() === '') return 'It has no words to show.';
  return null;
}
