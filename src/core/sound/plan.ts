import { z } from 'zod';
import { cutSchema } from '@/core/media/media';

/** How sounds are played: LUFS and dBTP that each is levelled to, several at once or one after another, and whether what plays makes way for what comes. */
export const soundSchema = z.object({
  target: z.number().min(-36).max(-8).default(-18),
  peak: z.number().min(-9).max(0).default(-1),
  together: z.enum(['mix', 'queue']).default('mix'),
  duck: z.boolean().default(true),
  /** What is played of Gavirn's own sounds, by their ids, where that is not all of them. */
  cuts: z.record(z.string().min(1).max(100), cutSchema).optional(),
});
export type SoundPlan = z.infer<typeof soundSchema>;
export const SOUND: SoundPlan = { target: -18, peak: -1, together: 'mix', duck: true };
