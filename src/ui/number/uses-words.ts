import type { Uses } from '@/core/show/listed';
import { say } from '@/ui/words/say';

/** Where something is used, in short: "Shown by Goal, Goal 2; named by 1 cue". */
export function usesWords({ pieces, cues }: Uses): string {
  const shown =
    pieces.length === 0
      ? say('On no piece yet')
      : say('Shown by {names}', { names: { and: pieces.map(({ name }) => name) } });
  return cues.length === 0
    ? shown
    : say('{shown}; named by {cues, plural, one {# cue} other {# cues}}', { shown, cues: cues.length });
}
