import type { Piece } from '@/core/piece';
import { freshName, listed, LISTS, shownBy } from './listed';
import type { Show } from './show';

/*
 * A goal, a counter … and the piece that shows it have one name: whoever changes either changes both. Where several pieces show one thing, each is
 * found by a name of its own.
 */

/** Whether a change may have changed such a name: most do not. */
export const namesMayDiffer = (before: Show, after: Show): boolean =>
  before.pieces !== after.pieces || LISTS.some(({ list }) => listed(before, list) !== listed(after, list));

/** Lets names follow one another after a change. Changes `show`. @param before the show before the change */
export function followNames(before: Show, show: Show): void {
  const pieceBefore = new Map(before.pieces.map((piece) => [piece.id, piece]));
  for (const piece of show.pieces) {
    const was = pieceBefore.get(piece.id);
    const shown = shownBy(piece);
    if (!was || !shown || shownBy(was)?.id !== shown.id) continue;
    const thing = listed(show, shown.list.list).find(({ id }) => id === shown.id);
    const thingWas = listed(before, shown.list.list).find(({ id }) => id === shown.id);
    // Only names that were the same go on together.
    if (!thing || thingWas?.name !== was.name) continue;
    if (thing.name !== thingWas.name) piece.name = ownName(piece, thing.name, show.pieces);
    else if (piece.name !== was.name) thing.name = ownName(thing, piece.name, listed(show, shown.list.list));
  }
}

/** A name that no other of these has. */
const ownName = (one: { id: string }, name: string, all: readonly (Piece | { id: string; name: string })[]): string =>
  freshName(
    name,
    all.filter(({ id }) => id !== one.id),
  );
