import { Doc, Map as YMap } from 'yjs';
import { readShowDocument, type ReadShow } from '@/core/show/file';
import { SHOW_FORMAT, SHOW_VERSION, type Show } from '@/core/show/show';
import type { Outlet } from '@/core/show/outlet';
import { ORDER, type Change } from './changes';
import { APART, HOME_PARTS, isTree, keyed, LISTS_BY_KEY, type Json, type Tree } from './lists';
import { byRank, ranksFor } from './ranks';

/*
 * A home as a Yjs document, in which several devices' changes come together (docs/home.md):
 *   home       what belongs to the streamer, and `on`: which show is on
 *   shows      each show's own parts, by its id
 *   addresses  the outlets' names, by their ids: a show says what each of them shows
 * A list of things with keys is a map, each entry with its rank under `#`.
 */

type Shared = YMap<unknown>;

const RANK = '#';
/** An entry that is no object stands here. */
const ITSELF = '=';

const homePart = (part: string): boolean => (HOME_PARTS as readonly string[]).includes(part);
const apart = (part: string): boolean => (APART as readonly string[]).includes(part);

export const roots = (doc: Doc) => ({
  home: doc.getMap('home') as Shared,
  shows: doc.getMap('shows') as Shared,
  addresses: doc.getMap('addresses') as Shared,
});

/** The show that is on: the one that was put on last or, where another device has taken that out meanwhile, the first. */
export function showOn(doc: Doc): string {
  const { home, shows } = roots(doc);
  const on = home.get('on');
  return typeof on === 'string' && shows.has(on) ? on : (showsOf(doc)[0]?.id ?? '');
}

/** The home's shows, in order. */
export function showsOf(doc: Doc): { id: string; name: string }[] {
  return [...roots(doc).shows]
    .flatMap(([id, show]) =>
      show instanceof YMap ? [{ id, name: String(show.get('name')), rank: rankOf(show) ?? '' }] : [],
    )
    .sort((a, b) => byRank([a.id, a.rank], [b.id, b.rank]))
    .map(({ id, name }) => ({ id, name }));
}

/** A home with one show, which is on. */
export function writeNewHome(doc: Doc, show: Show, id: string): void {
  doc.transact(() => {
    const { home } = roots(doc);
    for (const [part, value] of Object.entries(show as unknown as Tree))
      if (homePart(part)) home.set(part, toShared([part], value));
    beginLists(home, true);
    writeShow(doc, show, id);
    home.set('on', id);
  });
}

/** There from the beginning: of two devices that begin a list at once, one would lose all of it. */
function beginLists(holder: Shared, ofHome: boolean): void {
  for (const list of Object.keys(LISTS_BY_KEY))
    if (!list.includes('.') && homePart(list) === ofHome && !holder.has(list)) holder.set(list, new YMap());
}

/** A show's own parts, behind the shows that there are; its outlets that have no address yet get one. */
export function writeShow(doc: Doc, show: Show, id: string): void {
  doc.transact(() => {
    const { shows, addresses } = roots(doc);
    const own = new YMap<unknown>();
    shows.set(id, own);
    for (const [part, value] of Object.entries(show as unknown as Tree))
      if (!apart(part) && !homePart(part) && part !== 'outlets') own.set(part, toShared([part], value));
    beginLists(own, false);
    rankLast(shows, id);
    for (const outlet of show.outlets) {
      if (addresses.has(outlet.id)) showAt(own, outlet);
      else putOutlet(addresses, own, outlet);
    }
  });
}

/** Puts an entry behind the others of its list. */
function rankLast(list: Shared, id: string): void {
  const others = [...list].flatMap(([key, entry]): [string, string][] =>
    key !== id && rankOf(entry) ? [[key, rankOf(entry) ?? '']] : [],
  );
  const order = others.sort(byRank).map(([key]) => key);
  for (const [key, rank] of ranksFor([...order, id], new Map(others))) {
    const entry: unknown = list.get(key);
    if (entry instanceof YMap) entry.set(RANK, rank);
  }
}

function putOutlet(addresses: Shared, show: Shared, outlet: Outlet): void {
  addresses.set(outlet.id, toMap({ name: outlet.name }));
  rankLast(addresses, outlet.id);
  showAt(show, outlet);
}

/** What a show shows at an address. */
function showAt(show: Shared, { id, name: _name, ...rest }: Outlet): void {
  const outlets = show.get('outlets');
  if (outlets instanceof YMap) outlets.set(id, toShared(NO_LIST, rest as unknown as Tree));
}

/** JSON as it stands in the document: objects as maps, lists with keys as maps with ranks, and everything else as it is. */
function toShared(at: readonly string[], value: Json): unknown {
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
const NO_LIST = [''];
const toMap = (tree: Tree): Shared => toShared(NO_LIST, tree) as Shared;
const rankedEntry = (entry: Json, rank: string): Tree => ({
  ...(isTree(entry) ? entry : { [ITSELF]: entry }),
  [RANK]: rank,
});

/** What a map holds, as JSON. */
const json = (map: Shared): Tree => map.toJSON() as Tree;

/** A list's entries in order. */
function entriesOf(list: Json | undefined): [string, Json][] {
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

/**
 * One show of a home with all that belongs to it, as the server runs it.
 * @param id of the home
 * @param which of its shows; the one that is on if not given
 */
export function readHome(doc: Doc, id: string, which = showOn(doc)): ReadShow {
  const { home, shows, addresses } = roots(doc);
  const own = shows.get(which);
  const { on: _on, ...shared } = json(home);
  const { [RANK]: _rank, outlets, ...parts } = own instanceof YMap ? json(own) : {};
  const whole = fromShared([], { ...shared, ...parts });
  return readShowDocument({
    ...(whole as Tree),
    format: SHOW_FORMAT,
    version: SHOW_VERSION,
    id,
    setup: which,
    outlets: outletsOf(entriesOf(json(addresses)), isTree(outlets) ? outlets : {}),
  });
}

/** Every address carries what the show says, or else the whole frame; and one of them sounds. */
function outletsOf(addresses: readonly [string, Json][], shown: Tree): Tree[] {
  const outlets = addresses.flatMap(([id, address]) => {
    const own = shown[id];
    return isTree(address) ? [{ ...(isTree(own) ? own : {}), id, name: address.name ?? '' }] : [];
  });
  const says = outlets.some((outlet) => isTree(shown[outlet.id]));
  return outlets.map((outlet, n): Tree => (!says && n === 0 ? { ...outlet, sounds: true } : outlet));
}

/** Writes changes of the show that is on. @param after the show with them */
export function writeChanges(doc: Doc, changes: readonly Change[], after: Show): void {
  const { home, shows } = roots(doc);
  const own = shows.get(showOn(doc));
  if (!(own instanceof YMap)) return;
  doc.transact(() => {
    const lists = new Set<string>();
    for (const { at, to } of changes) {
      const [part = ''] = at;
      if (apart(part)) continue;
      const list = listOf(at);
      if (list !== null && (at.at(-1) === ORDER || at.length === list.split('.').length + 1)) lists.add(list);
      if (at.at(-1) === ORDER) continue;
      if (part === 'outlets') writeOutlet(doc, own, at.slice(1), after);
      else write(homePart(part) ? home : own, at, to);
    }
    for (const list of lists) rank(doc, own, list, after);
  });
}

/** The list with keys that a path leads into, if it does. */
const listOf = (at: readonly string[]): string | null =>
  [at[0] ?? '', at.slice(0, 2).join('.')].find((path, n) => at.length > n + 1 && path in LISTS_BY_KEY) ?? null;

/** Sets what stands at a path, or takes it out; what it stood in may be gone, by another device, and then it is gone too. */
function write(root: Shared, at: readonly string[], to: Json | undefined): void {
  let holder: unknown = root;
  for (const [n, part] of at.slice(0, -1).entries()) {
    if (!(holder instanceof YMap)) return;
    // A list or part that no device has begun.
    if (!holder.has(part) && n === 0) holder.set(part, new YMap());
    holder = holder.get(part);
  }
  if (!(holder instanceof YMap)) return;
  const part = at.at(-1) ?? '';
  if (to === undefined) holder.delete(part);
  else if (listOf(at) !== null && at.length === (listOf(at) ?? '').split('.').length + 1)
    // Its rank comes with the others'; what it had it keeps.
    holder.set(part, toMap(rankedEntry(to, rankOf(holder.get(part)) ?? '')));
  else holder.set(part, toShared(at, to));
}

const rankOf = (entry: unknown): string | undefined => {
  const rank = entry instanceof YMap ? entry.get(RANK) : undefined;
  return typeof rank === 'string' && rank !== '' ? rank : undefined;
};

/** Gives the entries of a list their places. */
function rank(doc: Doc, own: Shared, list: string, after: Show): void {
  const keyOf = LISTS_BY_KEY[list];
  const { home, addresses } = roots(doc);
  const path = list.split('.');
  const read = (holder: unknown, part: string): unknown => (holder instanceof YMap ? holder.get(part) : undefined);
  const map = list === 'outlets' ? addresses : path.reduce(read, homePart(path[0] ?? '') ? home : own);
  const entries = path.reduce<Json | undefined>(
    (value, part) => (isTree(value) ? value[part] : undefined),
    after as unknown as Tree,
  );
  if (!keyOf || !(map instanceof YMap) || !Array.isArray(entries)) return;
  const order = [...keyed(entries, keyOf).keys()].filter((key) => map.has(key));
  const known = new Map(order.flatMap((key) => (rankOf(map.get(key)) ? [[key, rankOf(map.get(key)) ?? '']] : [])));
  for (const [key, given] of ranksFor(order, known)) {
    const entry: unknown = map.get(key);
    if (entry instanceof YMap) entry.set(RANK, given);
  }
}

/** An outlet's name is the home's, and what it shows is the show's. */
function writeOutlet(doc: Doc, own: Shared, [id = '', field]: readonly string[], after: Show): void {
  const { addresses, shows } = roots(doc);
  const outlet = after.outlets.find((each) => each.id === id);
  if (!outlet) {
    addresses.delete(id);
    for (const show of shows.values()) {
      const outlets = show instanceof YMap ? show.get('outlets') : undefined;
      if (outlets instanceof YMap) outlets.delete(id);
    }
    return;
  }
  const { id: _id, name, ...rest } = outlet;
  const address = addresses.get(id);
  if (!(address instanceof YMap)) return putOutlet(addresses, own, outlet);
  if (field === undefined || field === 'name') address.set('name', name);
  const outlets = own.get('outlets');
  if (!(outlets instanceof YMap)) return;
  const shown: unknown = outlets.get(id);
  if (!(shown instanceof YMap) || field === undefined) outlets.set(id, toShared(NO_LIST, rest as unknown as Tree));
  else if (field !== 'name') {
    const value = (rest as unknown as Tree)[field];
    if (value === undefined) shown.delete(field);
    else shown.set(field, toShared(NO_LIST, value));
  }
}
