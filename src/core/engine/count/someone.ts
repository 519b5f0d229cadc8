import { z } from 'zod';
import { feedIdSchema } from '@/core/event/viewer-key';

/** A certain viewer, with the name they had when they were named. */
export const someoneSchema = z.object({
  feed: feedIdSchema,
  viewer: z.string().min(1).max(200),
  name: z.string().max(400),
});
export type Someone = z.infer<typeof someoneSchema>;
