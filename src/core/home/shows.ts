import { Map as YMap, type Doc } from 'yjs';
import type { Media } from '@/core/media/media';
import { mediaSchema } from '@/core/media/media';
import { slotAt } from '@/core/show/plan';
import { showSchema, type Show } from '@/core/show/show';
import { changesBetween } from './changes';
import { fitted } from './fit';
import { pointsOfHome, readHome, roots, showOn, showsOf, writeChanges, writeShow } from './home-doc';
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
 * Follows the home's plan (show/plan.ts): puts on what was to be put on last, once. One that was put on by hand since stays.
 * @param now ms UTC
 * @returns whether anything was written
 */
export function followPlan(doc: Doc, { plan, zone }: Pick<Show, 'plan' | 'zone'>, now: number): boolean {
  const due = plan ? slotAt(plan.slots, now, zone) : null;
  if (!plan || !due || due.at < plan.since) return false;
  const { home } = roots(doc);
  const done = home.get('planned');
  if (typeof done === 'number' && done >= due.at) return false;
  doc.transact(() => {
    home.set('planned', due.at);
    putOn(doc, due.show);
  });
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
  // The one that is on may have points of its own; they are nothing to this one.
  const now = { ...read.show, points: pointsOfHome(doc) };
  const names = showsOf(doc).map(({ name }) => name);
  const next = fitted(show, now, names, newId);
  // More feeds, addresses or notes than a home holds: nothing of it is left out unsaid.
  if (!showSchema.safeParse(next).success) return false;
  doc.transact(() => {
    const parts = HOME_PARTS.filter((part) => part !== 'points' || !next.points.own);
    const shared = Object.fromEntries(parts.map((part) => [part, next[part]])) as Partial<Show>;
    const with_ = { ...now, ...shared };
    writeChanges(doc, changesBetween(now, with_), with_);
    writeShow(doc, next, id);
  });
  return true;
}

/** Takes a show out; false for the last one. The one before it is on then, if it was. */
export function removeShow(doc: Doc, id: string): boolean {
  const { home, shows } = roots(doc);
  const all = showsOf(doc);
  const at = all.findIndex((show) => show.id === id);
  const next = all[at - 1] ?? all[at + 1];
  if (at < 0 || !next) return false;
  doc.transact(() => {
    if (showOn(doc) === id) putOn(doc, next.id);
    shows.delete(id);
    const plan = home.get('plan');
    const slots = plan instanceof YMap ? plan.get('slots') : null;
    for (const [slot, of] of slots instanceof YMap ? [...slots.entries()] : [])
      if (of instanceof YMap && of.get('show') === id) (slots as YMap<unknown>).delete(slot);
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
