import { START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { fold } from './fold';
import type { Input } from './input';
import { newState, type SessionState } from './state';

/* Edges: the last moment inside and the first outside, one too many, the second time. */

export const DAY = 86_400_000;
export const base = plainly(starterShow('s'));
export const event = (e: StreamEvent, at: number): Input => ({ input: 'event', at, event: { ...e, at, seenAt: at } });
export const run = (show: Show, ...inputs: Input[]): SessionState => {
  const state = newState(show);
  for (const input of [{ input: 'begin', at: START, session: 'one' } as const, ...inputs]) fold(state, input);
  return state;
};

/** A state of nothing, at a time. */
export const at = (now: number) => ({ ...newState(starterShow('at')), now });
