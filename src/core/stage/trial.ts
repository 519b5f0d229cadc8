import { stepKind, type Step } from '@/core/engine/kinds';
import type { Outlet } from '@/core/show/outlet';
import { stepSentence } from '@/core/show/sentence';
import type { Cue, Show } from '@/core/show/show';
import { carries } from './seen';
import type { Phrase } from '@/core/words/phrase';

type ShowStep = Extract<Step, { kind: 'show' }>;

/** What a trial of a cue comes to: what is seen and heard, from which outlets, and what is left out so that numbers stay as they are. */
export interface Trial {
  /** Its first words on the frame; null: nothing is seen. */
  shows: ShowStep | null;
  /** The outlets for viewers that carry the spotlight of its words. */
  seenFrom: readonly Outlet[];
  /** What is heard, as sentences: "play Wood block". */
  heard: readonly Phrase[];
  /** Where sounds are heard from; null: from nowhere. */
  heardFrom: Outlet | null;
  /** The steps that a trial leaves out, as sentences. */
  leftOut: readonly Phrase[];
}

export function trialOf({ steps }: Pick<Cue, 'steps'>, show: Show): Trial {
  const shows = steps.find((step): step is ShowStep => step.kind === 'show') ?? null;
  const piece = show.pieces.find(({ id }) => id === shows?.spotlight);
  return {
    shows,
    seenFrom: piece ? show.outlets.filter((outlet) => outlet.whose === 'viewers' && carries(outlet, piece)) : [],
    heard: steps.filter(({ kind }) => kind === 'play' || kind === 'read').map((step) => stepSentence(step, show)),
    heardFrom: show.outlets.find(({ sounds }) => sounds) ?? null,
    leftOut: steps.filter((step) => stepKind(step).untried === true).map((step) => stepSentence(step, show)),
  };
}
