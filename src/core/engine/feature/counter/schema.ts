import { z } from 'zod';
import type { Role } from '@/core/event/viewer';

/** A number of the streamer's own: throws, cups broken, rounds won. */
export const counterSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  start: z.number().int().min(-1e9).max(1e9).default(0),
  /** By how much a press of the desk's buttons changes it. */
  step: z.number().int().min(1).max(1e6).default(1),
  /** With this word in chat a viewer raises it by a step; absent or empty: nobody does. */
  keyword: z.string().max(40).optional(),
  /** Who may; absent: everyone. */
  may: z.enum(['everyone', 'subscribers', 'moderators']).optional(),
  /** It goes on from session to session; absent: it begins anew. */
  keeps: z.boolean().optional(),
  /** What it is to reach; null: nothing. */
  target: z.number().int().min(-1e9).max(1e9).nullable().default(null),
});
export type Counter = z.infer<typeof counterSchema>;

export interface CounterShow {
  counters: readonly Counter[];
}

const MOST = 1e12;

/** Whether someone with these roles may raise it. */
export const mayRaise = ({ may = 'everyone' }: Counter, roles: readonly Role[]): boolean =>
  may === 'everyone' ||
  roles.includes('host') ||
  roles.includes('moderator') ||
  (may === 'subscribers' && roles.includes('subscriber'));

/** A counter's value after something is added: whole, and never beyond what can be counted exactly. */
export const counted = (value: number, by: number): number => Math.max(-MOST, Math.min(MOST, value + Math.trunc(by)));
