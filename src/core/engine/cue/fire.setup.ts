import { newState } from '@/core/session/state';
import type { Step, When } from '@/core/engine/kinds';
import type { StreamEvent } from '@/core/event/event';
import { START } from '@/core/event/examples';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Cue, Show } from '@/core/show/show';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import type { Command, Input } from '@/core/session/input';
import { ANY } from './range';

/** Each follow counts: the same viewer follows again and again here. */
export const base: Show = { ...plainly(starterShow('s')), followAgain: 'each' };
export const words = (said: string, seconds = 1): Step => ({
  kind: 'show',
  spotlight: 'spotlight',
  words: said,
  seconds,
});
export const cue = (when: When, said: string, more: Partial<Cue> = {}): Cue => ({
  ...newCue(said, when, [words(said)]),
  ...more,
});
export const at = <E extends StreamEvent>(event: E, seconds: number): E => ({
  ...event,
  at: START + seconds * 1000,
  seenAt: START + seconds * 1000,
});
export const gift = (
  gifts: { id: string; name: string }[] = [],
  more: Partial<Extract<When, { kind: 'gift' }>> = {},
): When => ({ kind: 'gift', gifts, coins: ANY, at: 'step', ...more });

export function run(cues: Cue[], inputs: (StreamEvent | Input)[], more: Partial<Show> = {}) {
  const state = newState({ ...base, cues, ...more });
  const effects: Effect[] = [];
  const emit = (effect: Effect): void => void effects.push(structuredClone(effect));
  fold(state, { input: 'begin', at: START, session: 'one' }, emit);
  for (const input of inputs)
    fold(state, 'input' in input ? input : { input: 'event', at: input.seenAt, event: input }, emit);
  return {
    state,
    effects,
    texts: effects.flatMap((effect) => (effect.effect === 'alert' ? [effect.alert.text] : [])),
    held: effects.flatMap((effect) => (effect.effect === 'held' ? [effect.why] : [])),
  };
}
export const command = (seconds: number, done: Command): Input => ({
  input: 'command',
  at: START + seconds * 1000,
  command: done,
});
export const tick = (seconds: number): Input => ({ input: 'tick', at: START + seconds * 1000 });
