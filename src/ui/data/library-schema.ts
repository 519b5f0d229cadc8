import { z } from 'zod';
import { feedKeySchema } from './feed-keys';

/* The forms in which a browser keeps which shows it has, and their keys. */

export const indexSchema = z.object({
  current: z.string(),
  /** `file`: the id that it has in the file that it came from. */
  shows: z
    .array(
      z.object({
        id: z.string(),
        name: z.string(),
        file: z.string().optional(),
        /** It is another streamer's, and does not come into the home that is open. */
        apart: z.boolean().optional(),
      }),
    )
    .min(1),
});
export type LibraryIndex = z.infer<typeof indexSchema>;

export const keysSchema = z.object({
  desk: z.string(),
  outlets: z.record(z.string(), z.string()),
  feeds: z.record(z.string(), feedKeySchema).default({}),
});
export type ShowKeys = z.infer<typeof keysSchema>;
