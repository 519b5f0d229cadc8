import { z } from 'zod';
import { mediaIdSchema } from '@/core/media/media';
import { frameSchema } from '@/core/piece/frame';
import { MOST_ON_WALL, WALL_GROUNDS } from './wall';

const id = z.string().min(1).max(100);
const label = z.string().min(1).max(80);

/** What an outlet carries: the whole frame; some pieces; one scene, whatever is shown elsewhere; or some pieces large on a screen of their own. */
export const outletShowsSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('all') }),
  /** `size`: the pieces fill a frame of their own; absent: they stand where they stand on the stage. */
  z.object({ kind: z.literal('pieces'), pieces: z.array(id).max(100), size: frameSchema.optional() }),
  z.object({ kind: z.literal('scene'), scene: id }),
  /** `picture`: one of the streamer's own pictures or clips, in place of the ground. */
  z.object({
    kind: z.literal('wall'),
    pieces: z.array(id).max(MOST_ON_WALL),
    ground: z.enum(WALL_GROUNDS),
    picture: mediaIdSchema.optional(),
  }),
]);

/** `sounds`: what is heard is heard from here. One at a time does, so that nothing is heard twice. */
export const outletSchema = z.object({
  id,
  name: label,
  sounds: z.boolean().default(false),
  shows: outletShowsSchema.default({ kind: 'all' }),
  /** For viewers, or a screen that only the streamer sees. */
  whose: z.enum(['viewers', 'me']).default('viewers'),
  /** Which of the show's layouts it carries, `width×height`; absent: the one that stands on the stage. */
  layout: z
    .string()
    .regex(/^\d{2,4}×\d{2,4}$/)
    .optional(),
});
export type Outlet = z.infer<typeof outletSchema>;
export type OutletShows = Outlet['shows'];

/** Whether what comes out of an outlet stands as in one of the show's layouts, and not on a frame of its own. */
export const carriesLayout = ({ shows }: Outlet): boolean =>
  shows.kind !== 'wall' && (shows.kind !== 'pieces' || shows.size === undefined);
