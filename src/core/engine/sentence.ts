import type { Cue, Show } from '@/core/show/show';
import { whenSentence } from './when';
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

/** What keeps a cue from being seen, in a sentence; null when nothing does. */
export function cueTrouble(cue: Cue, show: Show): string | null {
  const [step] = cue.steps;
  if (!step) return null;
  if (!show.pieces.some(({ id, kind }) => id === step.spotlight && kind === 'spotlight')) return 'Its spotlight is not on the stage any more. Choose another one.';
  if (show.feeds.length === 0) return 'It cannot fire yet: the show has no feed.';
  if (show.feeds.every(({ on }) => !on)) return 'It cannot fire: every feed is stopped.';
  if (step.words.trim() === '') return 'It has no words to show.';
  return null;
}
