import { KIT } from '@/core/engine/features';
import { stepKind, whenKind } from '@/core/engine/kinds';
import type { Listed, ListKind } from '@/core/engine/kernel/feature';
import type { Setting } from '@/core/engine/kernel/when';
import { PIECE_KINDS, type Piece } from '@/core/piece';
import type { Cue, Show } from './show';

/* The things of which a show has several: goals, counters, countdowns, lanterns, draws; the pieces that show them, and the cues that name them. */

export const LISTS: readonly ListKind[] = [...KIT.lists.values()];

// The features' list says that the show has it, and what is in it.
const listIn = (show: Show, list: string): Listed[] => (show as unknown as Record<string, Listed[]>)[list] ?? [];

/** All of one list. */
export const listed = (show: Show, list: string): readonly Listed[] => listIn(show, list);

/** Which thing a piece shows: its list, the piece's field that names it, and its id; null: a piece of this kind shows none. */
export function shownBy(piece: Piece): { list: ListKind; field: string; id: string } | null {
  for (const control of PIECE_KINDS[piece.kind].controls) {
    const list = 'from' in control ? KIT.lists.get(control.from) : undefined;
    if (list) return { list, field: control.field, id: String(valuesOf(piece)[control.field] ?? '') };
  }
  return null;
}

const valuesOf = (of: object): Readonly<Record<string, unknown>> => of as Readonly<Record<string, unknown>>;

/** Makes a new thing, with a name that no other of its list has; null: there are as many as there may be. Changes the show. */
export function addListed(show: Show, list: ListKind, id: string): Listed | null {
  const there = listIn(show, list.list);
  if (there.length >= list.most) return null;
  const made = list.make(id, show.language);
  made.name = freshName(made.name, there);
  there.push(made);
  return made;
}

/** A copy of a thing, beside it; null: there is no such thing, or there are as many as there may be. Changes the show. */
export function copyListed(show: Show, list: ListKind, id: string, copyId: string): Listed | null {
  const there = listIn(show, list.list);
  const found = there.find((each) => each.id === id);
  if (!found || there.length >= list.most) return null;
  // By way of JSON: what a show is edited through is no plain object, and cannot be cloned as one.
  const copy = JSON.parse(JSON.stringify(found)) as Listed;
  const made = { ...copy, id: copyId, name: freshName(found.name, there) };
  there.push(made);
  return made;
}

/** "Goal", then "Goal 2", "Goal 3" …: the first that is free. */
export function freshName(name: string, there: readonly Listed[]): string {
  const stem = name.replace(/ \d+$/u, '');
  const taken = new Set(there.map((each) => each.name));
  let fresh = taken.has(name) ? stem : name;
  for (let n = 2; taken.has(fresh); n += 1) fresh = `${stem} ${n}`;
  return fresh;
}

/** What shows a thing, and what names it. */
export interface Uses {
  pieces: readonly Piece[];
  cues: readonly Cue[];
}

export function usesOf(show: Show, list: ListKind, id: string): Uses {
  return {
    pieces: show.pieces.filter((piece) => {
      const shown = shownBy(piece);
      return shown?.list.list === list.list && shown.id === id;
    }),
    cues: show.cues.filter((cue) => names(cue, list, id)),
  };
}

function names(cue: Cue, list: ListKind, id: string): boolean {
  const named = (of: object, settings: readonly Setting[]): boolean =>
    settings.some(
      (setting) =>
        setting.setting === 'one' &&
        ((setting.of === list.list && valuesOf(of)[setting.field] === id) ||
          (setting.of === 'numbers' && valuesOf(of)[setting.field] === `${list.kind}/${id}`)),
    );
  return (
    named(cue.when, whenKind(cue.when).settings) ||
    cue.steps.some((step) => named(step, stepKind(step).settings)) ||
    (list.list === 'goals' && cue.holds.goal === id)
  );
}

/** Takes a thing out of the show, with the pieces that show it; cues that name it stay, and say that it is gone. Changes the show. */
export function removeListed(show: Show, list: ListKind, id: string): void {
  const gone = new Set(usesOf(show, list, id).pieces.map((piece) => piece.id));
  const there = listIn(show, list.list);
  const at = there.findIndex((each) => each.id === id);
  if (at >= 0) there.splice(at, 1);
  show.pieces = show.pieces.filter((piece) => !gone.has(piece.id));
}
