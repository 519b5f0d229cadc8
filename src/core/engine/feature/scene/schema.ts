import { z } from 'zod';

/** One of the pictures that a broadcast goes through: before, live, away, the end. Pieces are shared among them. */
export const sceneSchema = z.object({ id: z.string().min(1).max(100), name: z.string().min(1).max(40) });
export type Scene = z.infer<typeof sceneSchema>;

/** Whether a piece belongs to a scene. One that names none is in all of them; '' is no scene in particular. */
export const inScene = ({ scenes }: { scenes?: readonly string[] }, scene: string): boolean =>
  scene === '' || scenes === undefined || scenes.includes(scene);

/** The scene that is shown: the one that was asked for while it is there, else the first; '' where a show has none. */
export const sceneOf = (scenes: readonly Scene[], asked: string): string =>
  scenes.some(({ id }) => id === asked) ? asked : (scenes[0]?.id ?? '');

const placed = new WeakMap<object, Map<string, unknown>>();

/** A piece as it stands in a scene: the same object as long as the piece is the same, so that it need not be drawn anew. */
export function placedIn<P extends { place: unknown; places?: Readonly<Record<string, unknown>> }>(
  piece: P,
  scene: string,
): P {
  const place = piece.places?.[scene];
  if (place === undefined) return piece;
  let known = placed.get(piece);
  if (!known) {
    known = new Map();
    placed.set(piece, known);
  }
  if (!known.has(scene)) known.set(scene, { ...piece, place });
  return known.get(scene) as P;
}

/** How one scene gives way to another. `glide`: what is in both moves to its new place. */
export const transitionSchema = z.object({
  kind: z.enum(['cut', 'fade', 'glide']),
  ms: z.number().int().min(0).max(2000),
});
export type Transition = z.infer<typeof transitionSchema>;
export const TRANSITION: Transition = { kind: 'glide', ms: 400 };

export interface SceneShow {
  scenes: readonly Scene[];
  awayScene?: string | undefined;
}
