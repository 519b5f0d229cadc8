import type { Cause, SomeStep } from '@/core/engine/kernel/cause';
import type { Audible } from './audible';
import type { AlertHost } from './slice';
import { speechOf } from './speech';

/** The steps that can be heard. */
interface PlayStep extends SomeStep {
  kind: 'play';
  sound: string;
  volume: number;
}
interface ReadStep extends SomeStep {
  kind: 'read';
  words: string;
}
const isPlay = (step: SomeStep): step is PlayStep => step.kind === 'play';
const isRead = (step: SomeStep): step is ReadStep => step.kind === 'read';

/** What a step is heard as; null: nothing, or nothing is left to say. */
export function audibleOf(state: AlertHost, step: SomeStep, { values, viewer }: Cause): Audible | null {
  if (isPlay(step)) return { kind: 'sound', sound: step.sound, volume: step.volume };
  if (!isRead(step)) return null;
  const said = speechOf(state.derived.format(step.words, values), state.show.speech, state.show.language, viewer);
  return said && { kind: 'speech', ...said };
}
