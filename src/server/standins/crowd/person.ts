import { z } from 'zod';

/** Someone who acts on a stand-in, as the stand-ins' pages and tests name one. */
export interface Person {
  uid: string;
  handle: string;
  nickname: string;
  badges: readonly string[];
}

export const personSchema = z.object({
  uid: z.string().min(1).max(100),
  handle: z.string().max(2000),
  nickname: z.string().max(2000),
  badges: z.array(z.string().max(40)).max(8).default([]),
});
