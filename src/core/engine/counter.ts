import { z } from 'zod';

/** A number of the streamer's own: throws, cups broken, rounds won. */
export const counterSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  start: z.number().int().min(-1e9).max(1e9).default(0),
  /** By how much a press of the desk's buttons changes it. */
  step: z.number().int().min(1).max(1e6).default(1),
  /** It goes on from session to session; absent: it begins anew. */
  keeps: z.boolean().optional(),
  /** What it is to reach; null: nothing. */
  target: z.number().int().min(-1e9).max(1e9).nullable().default(null),
});
export type Counter = z.infer<typeof counterSchema>;

const MOST = 1e12;

/** A counter's value after something is added: whole, and never beyond what can be counted exactly. */
export const counted = (value: number, by: number): number => Math.max(-MOST, Math.min(MOST, value + Math.trunc(by)));
