import { z } from 'zod';
import { MOST_ON_WALL, WALL_GROUNDS } from './wall';

const id = z.string().min(1).max(100);
const label = z.string().min(1).max(80);

/** What an outlet carries: the whole frame; some pieces; one scene, whatever is shown elsewhere; or some pieces large on a screen of their own. */
export const outletShowsSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('all') }),
  z.object({ kind: z.literal('pieces'), pieces: z.array(id).max(100) }),
  z.object({ kind: z.literal('scene'), scene: id }),
  z.object({ kind: z.literal('wall'), pieces: z.array(id).max(MOST_ON_WALL), ground: z.enum(WALL_GROUNDS) }),
]);

/** `sounds`: what is heard is heard from here. One at a time does, so that nothing is heard twice. */
export const outletSchema = z.object({
  id,
  name: label,
  sounds: z.boolean().default(false),
  shows: outletShowsSchema.default({ kind: 'all' }),
  /** For viewers, or a screen that only the streamer sees. */
  whose: z.enum(['viewers', 'me']).default('viewers'),
});
export type Outlet = z.infer<typeof outletSchema>;
export type OutletShows = Outlet['shows'];
