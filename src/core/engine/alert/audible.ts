import type { Cause, SomeStep } from '@/core/engine/kernel/cause';

/**
 * Something that can be heard: a sound by its id, its volume in percent; or words that are read aloud, with their language and how they
 * are said (speech.ts).
 */
export type Audible =
  | { kind: 'sound'; sound: string; volume: number }
  | { kind: 'speech'; text: string; language: string; speed: number; pitch: number; voice: string };

/** The same at its time (ms, the engine's clock), which may be yet to come; or `hush`: all that is heard then ends. */
export type AudibleAt = (Audible | { kind: 'hush' }) & { id: string; at: number };

/** Words at their time. */
export type SpeechAt = Extract<AudibleAt, { kind: 'speech' }>;

/** `after`: ms from the alert's beginning. */
export type Sound = Audible & { after: number };

/** Steps that stand among those of a cue, as far as what is heard depends on them. */
interface WaitStep {
  kind: 'wait';
  seconds: number;
}
const isWait = (step: SomeStep): step is WaitStep => step.kind === 'wait';

/**
 * What is heard with a "show" step: all that follows it up to the next one, each at its time after the alert's beginning.
 * @param audible what a step is heard as; null: nothing
 */
export function soundsAfter(
  steps: readonly SomeStep[],
  show: number,
  cause: Cause,
  audible: (step: SomeStep, cause: Cause) => Audible | null,
): Sound[] {
  const sounds: Sound[] = [];
  let after = 0;
  for (const step of steps.slice(show + 1)) {
    if (step.kind === 'show') break;
    if (isWait(step)) after += step.seconds * 1000;
    const heard = audible(step, cause);
    if (heard) sounds.push({ ...heard, after });
  }
  return sounds;
}

/** Whether a step is heard with an alert, rather than by itself: a "show" stands before it. */
export const isWithAlert = (steps: readonly SomeStep[], at: number): boolean =>
  steps.slice(0, at).some(({ kind }) => kind === 'show');
