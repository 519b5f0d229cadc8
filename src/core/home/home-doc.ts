import { Doc, Map as YMap } from 'yjs';
import { readShowDocument, type ReadShow } from '@/core/show/file';
import { SHOW_FORMAT, SHOW_VERSION, type Show } from '@/core/show/show';
import { POINTS, pointsSchema, type PointsPlan } from '@/core/engine/feature/points/schema';
import type { Outlet } from '@/core/show/outlet';
import { ORDER, type Change } from './changes';
import { APART, HOME_PARTS, isTree, keyed, LISTS_BY_KEY, type Json, type Tree } from './lists';
import {
  entriesOf,
  inPlain,
  json,
  NO_LIST,
  RANK,
  rankedEntry,
  rankOf,
  toMap,
  toShared,
  type Shared,
} from './shared-tree';
import { byRank, ranksFor } from './ranks';

/*
 * A home as a Yjs document, in which several devices' changes come together (docs/home.md):
 *   home       what belongs to the streamer, `on`: which show is on, and `planned`: up to when the plan has been followed
 *   shows      each show's own parts, by its id
 *   addresses  the outlets' names, by their ids: a show says what each of them shows
 */

const homePart = (part: string): boolean => (HOME_PARTS as readonly string[]).includes(part);
/** Whether a part of the home is this show's own: points may be. */
const hasOwn = (show: Show, part: string): boolean => part === 'points' && show.points.own === true;
/** Where a part of a show stands. */
const holderOf = (home: Shared, own: Shared, part: string, show: Show): Shared =>
  homePart(part) && !hasOwn(show, part) ? home : own;

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
      if (homePart(part)) home.set(part, toShared([part], hasOwn(show, part) ? { ...POINTS } : value));
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
      if (!apart(part) && (!homePart(part) || hasOwn(show, part)) && part !== 'outlets')
        own.set(part, toShared([part], value));
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

/**
 * One show of a home with all that belongs to it, as the server runs it.
 * @param id of the home
 * @param which of its shows; the one that is on if not given
 */
export function readHome(doc: Doc, id: string, which = showOn(doc)): ReadShow {
  const { home, shows, addresses } = roots(doc);
  const own = shows.get(which);
  const { on: _on, planned: _planned, ...shared } = json(home);
  const { [RANK]: _rank, outlets, points, ...parts } = own instanceof YMap ? json(own) : {};
  // Points of its own that it does not keep now stay for when it does again.
  const ownPoints: Tree = isTree(points) && points.own === true ? { points } : {};
  const whole = inPlain({ ...shared, ...parts, ...ownPoints });
  return readShowDocument({
    ...whole,
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

/** The home's points, whatever the show that is on has. */
export const pointsOfHome = (doc: Doc): PointsPlan =>
  pointsSchema.safeParse(inPlain(json(roots(doc).home)).points).data ?? POINTS;

/** Writes changes of the show that is on. @param after the show with them */
export function writeChanges(doc: Doc, changes: readonly Change[], after: Show): void {
  const { home, shows } = roots(doc);
  const own = shows.get(showOn(doc));
  if (!(own instanceof YMap)) return;
  doc.transact(() => {
    const lists = new Set<string>();
    // First of all: it says where the rest of them stand.
    if (changes.some(({ at }) => isOwnPoints(at))) writeOwnPoints(own, after);
    for (const { at, to } of changes) {
      const [part = ''] = at;
      if (apart(part)) continue;
      const list = listOf(at);
      if (list !== null && (at.at(-1) === ORDER || at.length === list.split('.').length + 1)) lists.add(list);
      if (at.at(-1) === ORDER) continue;
      if (part === 'outlets') writeOutlet(doc, own, at.slice(1), after);
      else if (!isOwnPoints(at)) write(holderOf(home, own, part, after), at, to);
    }
    for (const list of lists) rank(doc, own, list, after);
  });
}

const isOwnPoints = ([part, field]: readonly string[]): boolean => part === 'points' && field === 'own';

/** A show keeps points of its own from now on, as it did before or else as the home's are; or it does not any more. */
function writeOwnPoints(own: Shared, after: Show): void {
  const known = own.get('points');
  if (after.points.own && !(known instanceof YMap))
    own.set('points', toShared(['points'], after.points as unknown as Tree));
  else if (known instanceof YMap) known.set('own', after.points.own === true);
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

/** Gives the entries of a list their places. */
function rank(doc: Doc, own: Shared, list: string, after: Show): void {
  const keyOf = LISTS_BY_KEY[list];
  const { home, addresses } = roots(doc);
  const path = list.split('.');
  const read = (holder: unknown, part: string): unknown => (holder instanceof YMap ? holder.get(part) : undefined);
  const map = list === 'outlets' ? addresses : path.reduce(read, holderOf(home, own, path[0] ?? '', after));
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
