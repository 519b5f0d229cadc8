import { dequal } from 'dequal';
import { current, isDraft, produce } from 'immer';
import { z } from 'zod';
import type { Show } from '@/core/show/show';
import { isTree, keyed, LISTS_BY_KEY, type Json, type Tree } from './lists';

/*
 * What an edit comes to, as differences that other edits beside it do not disturb: an entry of a list is named by its key, never by its
 * place.
 */

/** In a change's path: the order of a list, by its entries' keys. */
export const ORDER = '#';

export const changeSchema = z.object({
  /** Where: parts, and keys of lists. */
  at: z.array(z.string()).min(1),
  /** What was there, and what is there now; absent: nothing. */
  from: z.json().optional(),
  to: z.json().optional(),
});
export interface Change {
  at: string[];
  from?: Json | undefined;
  to?: Json | undefined;
}

/** Alternatives of one kind have their fields together: a change of kind replaces all. */
const sameKind = (before: Tree, after: Tree): boolean => before.kind === after.kind && before.by === after.by;

/** What makes `after` of `before`. What is the same object in both is not looked into. */
export function changesBetween(before: Show, after: Show): Change[] {
  const changes: Change[] = [];
  // Shows are JSON by their schema; what is not set is not there.
  compareTrees([], before as unknown as Tree, after as unknown as Tree, changes);
  return changes;
}

function compareTrees(at: readonly string[], before: Tree, after: Tree, into: Change[]): void {
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)]))
    compare([...at, key], before[key], after[key], into);
}

function compare(at: string[], from: Json | undefined, to: Json | undefined, into: Change[]): void {
  if (from === to) return;
  const keyOf = LISTS_BY_KEY[at.join('.')];
  if (keyOf && listOrNone(from) && listOrNone(to))
    return compareLists(at, keyed(from ?? [], keyOf), keyed(to ?? [], keyOf), into);
  if (isTree(from) && isTree(to) && sameKind(from, to)) return compareTrees(at, from, to, into);
  if (!dequal(from, to)) into.push({ at, from, to });
}

const listOrNone = (value: Json | undefined): value is Json[] | undefined =>
  value === undefined || Array.isArray(value);

function compareLists(
  at: string[],
  before: ReadonlyMap<string, Json>,
  after: ReadonlyMap<string, Json>,
  into: Change[],
): void {
  for (const key of new Set([...before.keys(), ...after.keys()])) {
    const [was, is] = [before.get(key), after.get(key)];
    if (was !== is && isTree(was) && isTree(is)) compareTrees([...at, key], was, is, into);
    else compare([...at, key], was, is, into);
  }
  const [from, to] = [[...before.keys()], [...after.keys()]];
  if (!dequal(asAppended(from, to), to) || !dequal(asAppended(to, from), from))
    into.push({ at: [...at, ORDER], from, to });
}

/** The order that comes of taking out what is gone and putting what is new at the end. */
const asAppended = (from: readonly string[], to: readonly string[]): string[] => {
  const [was, is] = [new Set(from), new Set(to)];
  return [...from.filter((key) => is.has(key)), ...to.filter((key) => !was.has(key))];
};

/** What takes these changes back: of a list its entries first, then their order, as it was made. */
export const inverse = (changes: readonly Change[]): Change[] =>
  changes.map(({ at, from, to }) => ({ at, from: to, to: from }));

/**
 * Does changes to a show as it is now. What has been changed by somebody else meanwhile stays as they left it.
 * @returns null where nothing is left to be done
 */
export function applyChanges(show: Show, changes: readonly Change[]): Show | null {
  let done = 0;
  const next = produce(show, (draft) => {
    for (const change of changes) if (apply(draft as unknown as Tree, change)) done += 1;
  });
  return done > 0 && next !== show ? next : null;
}

function apply(root: Tree, { at, from, to }: Change): boolean {
  let holder: Json | undefined = root;
  for (const [n, part] of at.slice(0, -1).entries()) holder = read(holder, at.slice(0, n), part);
  const [list, part] = [at.slice(0, -1), at.at(-1) ?? ''];
  const keyOf = LISTS_BY_KEY[list.join('.')];
  if (keyOf && holder === undefined && part !== ORDER) holder = setAt(root, list, []);
  if (Array.isArray(holder) && keyOf) {
    if (part === ORDER) return reorder(holder, list, to);
    const place = [...keyed(holder, keyOf).keys()].indexOf(part);
    if (!dequal(plain(place < 0 ? undefined : holder[place]), from)) return false;
    if (to === undefined) holder.splice(place, place < 0 ? 0 : 1);
    else if (place < 0) holder.push(to);
    else holder[place] = to;
    return true;
  }
  if (!isTree(holder) || !dequal(plain(holder[part]), from)) return false;
  if (to === undefined) delete holder[part];
  else holder[part] = to;
  return true;
}

/** What a draft stands for, to be compared. */
const plain = (value: Json | undefined): Json | undefined => (isDraft(value) ? current(value) : value);

function read(holder: Json | undefined, at: readonly string[], part: string): Json | undefined {
  const keyOf = LISTS_BY_KEY[at.join('.')];
  if (Array.isArray(holder)) return keyOf && keyed(holder, keyOf).get(part);
  return isTree(holder) ? holder[part] : undefined;
}

function setAt(root: Tree, at: readonly string[], value: Json[]): Json | undefined {
  let holder: Json | undefined = root;
  for (const [n, part] of at.slice(0, -1).entries()) holder = read(holder, at.slice(0, n), part);
  const part = at.at(-1) ?? '';
  if (isTree(holder)) holder[part] = value;
  return isTree(holder) ? holder[part] : undefined;
}

/** Puts those that are named in their order, into the places that they have among them; the others stay where they are. */
function reorder(list: Json[], at: readonly string[], to: Json | undefined): boolean {
  const keyOf = LISTS_BY_KEY[at.join('.')];
  if (!keyOf || !Array.isArray(to)) return false;
  const there = keyed(list, keyOf);
  const wanted = to.filter((key): key is string => typeof key === 'string' && there.has(key));
  const named = new Set(wanted);
  const next = [...there.keys()].map((key) => (named.has(key) ? (wanted.shift() ?? key) : key));
  const entries = next.map((key) => there.get(key) ?? null);
  if (entries.every((entry, n) => entry === list[n])) return false;
  list.splice(0, list.length, ...entries);
  return true;
}
