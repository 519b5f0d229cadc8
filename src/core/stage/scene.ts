import { z } from 'zod';

/** One of the pictures that a broadcast goes through: before, live, away, the end. Pieces are shared among them. */
export const sceneSchema = z.object({ id: z.string().min(1).max(100), name: z.string().min(1).max(40) });
export type Scene = z.infer<typeof sceneSchema>;

/** Whether a piece belongs to a scene. One that names none is in all of them; '' is no scene in particular. */
export const inScene = ({ scenes }: { scenes?: readonly string[] }, scene: string): boolean => scene === '' || scenes === undefined || scenes.includes(scene);

/** The scene that is shown: the one that was asked for while it is there, else the first; '' where a show has none. */
export const sceneOf = (scenes: readonly Scene[], asked: string): string => (scenes.some(({ id }) => id === asked) ? asked : (scenes[0]?.id ?? ''));
