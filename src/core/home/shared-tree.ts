import { Map as YMap } from 'yjs';
import { isTree, keyed, LISTS_BY_KEY, type Json, type Tree } from './lists';
import { byRank, ranksFor } from './ranks';

/* A show's parts as they stand in a home's document: objects and lists of things with keys as maps, each entry of a list with its rank under `#`. */

export type Shared = YMap<unknown>;

export const RANK = '#';
/** An entry that is no object stands here. */
const ITSELF = '=';

/** JSON as it stands in the document: objects as maps, lists with keys as maps with ranks, and everything else as it is. */
export function toShared(at: readonly string[], value: Json): unknown {
  const keyOf = LISTS_BY_KEY[at.join('.')];
  if (keyOf && Array.isArray(value)) {
    const entries = keyed(value, keyOf);
    const ranks = ranksFor([...entries.keys()], new Map());
    return toMap(
      Object.fromEntries([...entries].map(([key, entry]) => [key, rankedEntry(entry, ranks.get(key) ?? '')])),
    );
  }
  if (!isTree(value)) return value;
  const map = new YMap<unknown>();
  for (const [part, each] of Object.entries(value))
    if (each !== undefined) map.set(part, toShared([...at, part], each));
  return map;
}

/** A path below which nothing is a list with keys. */
export const NO_LIST = [''];
export const toMap = (tree: Tree): Shared => toShared(NO_LIST, tree) as Shared;
export const rankedEntry = (entry: Json, rank: string): Tree => ({
  ...(isTree(entry) ? entry : { [ITSELF]: entry }),
  [RANK]: rank,
});

export const json = (map: Shared): Tree => map.toJSON() as Tree;

/** A list's entries in order. */
export function entriesOf(list: Json | undefined): [string, Json][] {
  if (!isTree(list)) return [];
  return Object.entries(list)
    .flatMap(([key, entry]) => (isTree(entry) ? [{ key, entry, rank: String(entry[RANK] ?? '') }] : []))
    .sort((a, b) => byRank([a.key, a.rank], [b.key, b.rank]))
    .map(({ key, entry: { [RANK]: _rank, ...rest } }) => [key, ITSELF in rest ? (rest[ITSELF] ?? null) : rest]);
}

/** Lists out of maps, wherever there is one. */
function fromShared(at: readonly string[], value: Json): Json {
  if (LISTS_BY_KEY[at.join('.')]) return entriesOf(value).map(([, entry]) => entry);
  if (!isTree(value) || at.length > 1) return value;
  return Object.fromEntries(Object.entries(value).map(([part, each]) => [part, fromShared([...at, part], each)]));
}

export const inPlain = (parts: Tree): Tree => fromShared([], parts) as Tree;

/** An entry's rank; undefined: it has none yet. */
export const rankOf = (entry: unknown): string | undefined => {
  const rank = entry instanceof YMap ? entry.get(RANK) : undefined;
  return typeof rank === 'string' && rank !== '' ? rank : undefined;
};
