import { z } from 'zod';

/** How sounds are played: LUFS and dBTP that each is levelled to, several at once or one after another, and whether what plays makes way for what comes. */
export const soundSchema = z.object({
  target: z.number().min(-36).max(-8).default(-18),
  peak: z.number().min(-9).max(0).default(-1),
  together: z.enum(['mix', 'queue']).default('mix'),
  duck: z.boolean().default(true),
});
export type SoundPlan = z.infer<typeof soundSchema>;
export const SOUND: SoundPlan = { target: -18, peak: -1, together: 'mix', duck: true };
