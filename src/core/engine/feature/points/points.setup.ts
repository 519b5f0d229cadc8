import { START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { pocketOf } from './earning';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import type { Command, Input } from '@/core/session/input';
import { POINTS, type PointsPlan } from './schema';
import { newState, type SessionState } from '@/core/session/state';

export const perk = { id: 'spin', name: 'Spin the wheel', keyword: '!spin', price: 30, level: 1, pause: 0 };
export const plan = (more: Partial<PointsPlan> = {}): PointsPlan => ({
  ...POINTS,
  on: true,
  ask: '!shards',
  unit: 'shards',
  perks: [perk],
  give: { keyword: '!give', most: 50 },
  ...more,
});
export const showWith = (points: PointsPlan, more: Partial<Show> = {}): Show => ({
  ...starterShow('s'),
  points,
  ...more,
});
export const show = showWith(plan());
export const event = (e: StreamEvent): Input => ({ input: 'event', at: e.seenAt, event: e });
export const command = (c: Command): Input => ({ input: 'command', at: START, command: c });

export function run(
  inputs: Input[],
  of: Show = show,
  state: SessionState = newState(of),
): { state: SessionState; posts: string[]; alerts: string[] } {
  const effects: Effect[] = [];
  for (const input of [{ input: 'begin', at: START, session: 'one' } as const, ...inputs])
    fold(state, structuredClone(input), (effect) => effects.push(structuredClone(effect)));
  return {
    state,
    posts: effects.flatMap((e) => (e.effect === 'post' ? [e.text] : [])),
    alerts: effects.flatMap((e) => (e.effect === 'alert' ? [e.alert.text] : [])),
  };
}
export const balance = (state: SessionState, id: string): number => pocketOf(state, 'f', id).balance;
export const later = (seconds: number) => ({ at: START + seconds * 1000, seenAt: START + seconds * 1000 });
