import type { Step } from '@/core/engine/cue/step';
import type { Sound } from './alert';

/**
 * Something that can be heard: a sound by its id, its volume in percent; or words that are read aloud, with their language and how they
 * are said (speech.ts).
 */
export type Audible =
  | { kind: 'sound'; sound: string; volume: number }
  | { kind: 'speech'; text: string; language: string; speed: number; pitch: number; voice: string };

/** The same at its time (ms, the engine's clock), which may be yet to come; or `hush`: all that is heard then ends. */
export type Heard = (Audible | { kind: 'hush' }) & { id: string; at: number };

/** What is heard with a "show" step: all that follows it up to the next one, each at its time after the alert's beginning. */
export function soundsBehind(
  steps: readonly Step[],
  show: number,
  audible: (step: Extract<Step, { kind: 'play' | 'read' }>) => Audible | null,
): Sound[] {
  const sounds: Sound[] = [];
  let after = 0;
  for (let n = show + 1; n < steps.length; n += 1) {
    const step = steps[n];
    if (step?.kind === 'show') break;
    if (step?.kind === 'wait') after += step.seconds * 1000;
    else if (step?.kind === 'play' || step?.kind === 'read') {
      const heard = audible(step);
      if (heard) sounds.push({ ...heard, after });
    }
  }
  return sounds;
}

/** Whether a step is heard with an alert, rather than by itself: a "show" stands before it. */
export const isWithAlert = (steps: readonly Step[], at: number): boolean =>
  steps.slice(0, at).some(({ kind }) => kind === 'show');
