import type { Uses } from '@/core/show/listed';
import { counted } from '@/ui/words/counted';

/** Where something is used, in short: "Shown by Goal, Goal 2; named by 1 cue". */
export function usesWords({ pieces, cues }: Uses): string {
  const shown = pieces.length === 0 ? 'On no piece yet' : `Shown by ${pieces.map(({ name }) => name).join(', ')}`;
  return cues.length === 0 ? shown : `${shown}; named by ${counted(cues.length, 'cue')}`;
}
