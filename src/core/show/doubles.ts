import { whenKind } from '@/core/engine/kinds';
import type { Cue, Show } from './show';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

/**
 * Why viewers would see a cue's alert and another one for the same event, in a sentence: two cues that one event sets off show words in the same
 * spotlight, and neither leaves it to the other. Null: no other does.
 */
export function doubled(cue: Cue, show: Show): Phrase | null {
  if (!cue.on) return null;
  for (const other of show.cues) {
    if (other.id === cue.id || !other.on || !answerBoth(cue, other)) continue;
    const spotlight = spotlightsOf(cue).find((id) => spotlightsOf(other).includes(id));
    const piece = show.pieces.find(({ id }) => id === spotlight);
    if (piece)
      return phrase('{cue} answers the same in {spotlight}: viewers see both, one after the other.', {
        cue: nameOf(other, show),
        spotlight: piece.name,
      });
  }
  return null;
}

const nameOf = (cue: Cue, show: Show): Sayable => cue.name || phrase('Cue {n}', { n: show.cues.indexOf(cue) + 1 });

const spotlightsOf = ({ steps }: Cue): string[] =>
  steps.flatMap((step) => (step.kind === 'show' ? [step.spotlight] : []));

/** Whether one event sets both off. */
function answerBoth(a: Cue, b: Cue): boolean {
  if (a.when.kind !== b.when.kind) return false;
  const { narrows } = whenKind(a.when);
  if (!narrows?.meets(a.when, b.when)) return false;
  const [rankA, rankB] = [narrows.rank(a.when), narrows.rank(b.when)];
  if ((rankA < rankB && yields(a)) || (rankB < rankA && yields(b))) return false;
  if (a.feeds.length > 0 && b.feeds.length > 0 && !a.feeds.some((id) => b.feeds.includes(id))) return false;
  // Who they are for, and in which scenes they act, may keep them apart: then nothing is said.
  return sameAudience(a, b);
}

const yields = ({ when }: Cue): boolean => 'answers' in when && when.answers === 'rest';

const sameAudience = (a: Cue, b: Cue): boolean => {
  const [one, other] = [a.holds.scenes ?? [], b.holds.scenes ?? []];
  const scenes = one.length === 0 || other.length === 0 || one.some((id) => other.includes(id));
  return scenes && (a.who.are === 'everyone' || b.who.are === 'everyone' || a.who.are === b.who.are);
};
