import { z } from 'zod';
import { MEASURE } from '@/core/engine/count/measure';
import type { Totals } from '@/core/engine/count/totals';

export const LANTERN_MEASURES = ['likes', 'gifts', 'coins', 'follows', 'chats'] as const;

/** It brightens with everything that viewers do, and lets go at a threshold. */
export const lanternSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  of: z.enum(LANTERN_MEASURES),
  every: z.number().int().min(1).max(1e9),
});
export type Lantern = z.infer<typeof lanternSchema>;

export interface LanternShow {
  lanterns: readonly Lantern[];
}

/** `base`: what it had measured when it last let go; `gone`: how often it has; `at`: when it last did, ms, the engine's clock. */
export interface LanternState {
  base: number;
  gone: number;
  at?: number | undefined;
}

export const lanternValue = ({ of }: Lantern, totals: Totals): number => MEASURE[of].total(totals);

/** Brings a lantern to what is measured now, in place; returns how often it let go. */
export function brighten(lantern: Lantern, state: LanternState, totals: Totals): number {
  const times = Math.floor((lanternValue(lantern, totals) - state.base) / lantern.every);
  if (times <= 0) return 0;
  state.base += times * lantern.every;
  state.gone += times;
  return times;
}

/** How bright it is: 0 to 1. */
export const brightness = (lantern: Lantern, { base }: LanternState, totals: Totals): number =>
  Math.max(0, Math.min(1, (lanternValue(lantern, totals) - base) / lantern.every));
