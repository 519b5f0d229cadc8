import type { Doc } from 'yjs';
import type { Media } from '@/core/media/media';
import { mediaSchema } from '@/core/media/media';
import { showSchema, type Show } from '@/core/show/show';
import { changesBetween } from './changes';
import { fitted } from './fit';
import { readHome, roots, showOn, showsOf, writeChanges, writeShow } from './home-doc';
import { HOME_PARTS, isTree } from './lists';

/* The shows of a home: one more, another one on, one less. */

/** Puts another show on; false where there is none of that id. */
export function putOn(doc: Doc, id: string): boolean {
  const { home, shows } = roots(doc);
  if (!shows.has(id)) return false;
  if (showOn(doc) !== id) home.set('on', id);
  return true;
}

/**
 * Adds a show to a home, and does not put it on.
 * @param home the home's id
 * @param newId makes an id that nothing has
 * @returns false where the home has no room for what comes with it; then nothing is changed
 */
export function addShow(
  doc: Doc,
  show: Show,
  id: string,
  { home, newId }: { home: string; newId: () => string },
): boolean {
  const read = readHome(doc, home);
  if (!read.ok) return false;
  const now = read.show;
  const names = showsOf(doc).map(({ name }) => name);
  const next = fitted(show, now, names, newId);
  // More feeds, addresses or notes than a home holds: nothing of it is left out unsaid.
  if (!showSchema.safeParse(next).success) return false;
  doc.transact(() => {
    const shared = Object.fromEntries(HOME_PARTS.map((part) => [part, next[part]])) as Partial<Show>;
    const with_ = { ...now, ...shared };
    writeChanges(doc, changesBetween(now, with_), with_);
    writeShow(doc, next, id);
  });
  return true;
}

/** Takes a show out; false for the last one. The one before it is on then, if it was. */
export function removeShow(doc: Doc, id: string): boolean {
  const { shows } = roots(doc);
  const all = showsOf(doc);
  const at = all.findIndex((show) => show.id === id);
  const next = all[at - 1] ?? all[at + 1];
  if (at < 0 || !next) return false;
  doc.transact(() => {
    if (showOn(doc) === id) putOn(doc, next.id);
    shows.delete(id);
  });
  return true;
}

/** The files that any of a home's shows uses. */
export function mediaOf(doc: Doc): Media[] {
  const files = new Map<string, Media>();
  for (const show of Object.values(roots(doc).shows.toJSON() as Record<string, unknown>)) {
    const media = isTree(show) ? show.media : undefined;
    for (const file of isTree(media) ? Object.values(media) : []) {
      const read = mediaSchema.safeParse(file);
      if (read.success) files.set(read.data.id, read.data);
    }
  }
  return [...files.values()];
}
