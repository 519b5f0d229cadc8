import { z } from 'zod';
import type { KernelShow } from '@/core/engine/kernel/show';
import type { Media } from '@/core/media/media';

/** The picture that pieces stand on, px. */
export const frameSchema = z.object({
  width: z.number().int().min(16).max(7680),
  height: z.number().int().min(16).max(7680),
});
export type FrameSize = z.infer<typeof frameSchema>;

/** What any piece may look at of a show. A piece of a feature looks at that feature's part beside. */
export interface FrameShow extends KernelShow {
  frame: FrameSize;
  media: readonly Media[];
}
