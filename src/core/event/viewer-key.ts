import { z } from 'zod';

/** A feed's id holds no slash, so that a viewer's key can be taken apart. */
export const feedIdSchema = z
  .string()
  .min(1)
  .max(100)
  .regex(/^[^/]+$/, 'A feed’s id holds no slash.');

/** One viewer of one feed: the same id on two platforms is two people. */
export interface ViewerRef {
  feed: string;
  /** The platform's id of the viewer; it may hold anything. */
  viewer: string;
}

/** By what a viewer is found in maps and lists: `<feed>/<viewer id>`. */
export const viewerKey = (feed: string, viewer: string): string => `${feed}/${viewer}`;

/** A viewer's key taken apart. */
export function viewerOfKey(key: string): ViewerRef {
  const at = key.indexOf('/');
  return { feed: key.slice(0, at), viewer: key.slice(at + 1) };
}
