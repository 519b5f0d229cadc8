import { z } from 'zod';

/** Show words in a spotlight for a while. */
export const showStep = z.object({
  kind: z.literal('show'),
  /** The id of a spotlight piece. */
  spotlight: z.string().min(1).max(100),
  words: z.string().max(300),
  seconds: z.number().min(1).max(120),
});
