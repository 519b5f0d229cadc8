import type { Step } from '@/core/engine/kinds';
import { aGift, START } from '@/core/event/examples';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Cue, Show } from '@/core/show/show';
import { leftOf, type Countdown } from '@/core/engine/feature/countdown/schema';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from './fold';
import type { Command, Input } from './input';
import { ANY } from '@/core/engine/cue/range';
import { newState } from './state';

export const S = 1000;
export const kiln: Countdown = { id: 'kiln', name: 'Kiln door', seconds: 60, most: 0 };
export const base: Show = {
  ...plainly(starterShow('s')),
  countdowns: [kiln],
  counters: [{ id: 'throws', name: 'Throws', start: 5, step: 1, target: 10 }],
  goals: [{ id: 'g', name: 'Goal', measure: 'coins', target: 100, onReach: { kind: 'raise', step: 100 } }],
};
export const words = (said: string): Step => ({ kind: 'show', spotlight: 'spotlight', words: said, seconds: 1 });
export const add = (number: string, amount: number, per: 'once' | 'count' | 'total' = 'once'): Step => ({
  kind: 'add',
  number,
  amount,
  per,
});
export const onGift = (id: string, steps: Step[]): Cue =>
  newCue(id, { kind: 'gift', gifts: [], coins: ANY, at: 'step' }, steps);

export function session(cues: Cue[], more: Partial<Show> = {}) {
  const state = newState({ ...base, cues, ...more });
  const effects: Effect[] = [];
  const put = (input: Input): void => void fold(state, input, (effect) => void effects.push(structuredClone(effect)));
  put({ input: 'begin', at: START, session: 'one' });
  return {
    state,
    effects,
    put,
    gift: (seconds: number, count = 1) =>
      put({
        input: 'event',
        at: START + seconds * S,
        event: { ...aGift({ count }), at: START + seconds * S, seenAt: START + seconds * S },
      }),
    command: (seconds: number, command: Command) => put({ input: 'command', at: START + seconds * S, command }),
    tick: (seconds: number) => put({ input: 'tick', at: START + seconds * S }),
    texts: () => effects.flatMap((effect) => (effect.effect === 'alert' ? [effect.alert.text] : [])),
    left: () => Math.round(leftOf(state.countdowns.get('kiln') ?? { id: '', endsAt: null, left: -1 }, state.now) / S),
  };
}
