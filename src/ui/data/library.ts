import { z } from 'zod';
import { readShowDocument } from '@/core/show/file';
import { outletOfKey } from '@/core/home/keys-doc';
import { freshName } from '@/core/show/listed';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { feedKeysFor, feedKeySchema, type FeedKey } from './feed-keys';
import { HOME_KEYS, markEdited, mayEverything, readOwnDevice, storeOwnDevice, type OwnDevice } from './home-docs';
import { indexSchema, keysSchema, type LibraryIndex, type ShowKeys } from './library-schema';
import { randomKey } from './random-key';
import { readSessions, removeSession } from './session-store';
import { readJson, removeBelow, removeKey, writeJson } from './storage';
import { appLanguage } from '@/ui/words/language';

/* The shows that this browser has. Keys are kept beside a show, never in it: a show file can be handed to anyone. */

export const readIndex = async (): Promise<LibraryIndex | null> =>
  indexSchema.safeParse(await readJson('index')).data ?? null;

export async function readStoredShow(id: string): Promise<Show | null> {
  const read = readShowDocument(await readJson(`show/${id}`));
  return read.ok ? read.show : null;
}

/** Further addresses of its outlets, which shows that have come into the home brought along. */
function alsoOf({ outlets }: Show, keys: Record<string, string>): Record<string, string> {
  const ids = new Set(outlets.map(({ id }) => id));
  return Object.fromEntries(Object.entries(keys).filter(([name]) => !ids.has(name) && ids.has(outletOfKey(name, ids))));
}

/** A show's keys; outlets and feeds that have none yet get one. */
export async function readKeys(show: Show): Promise<ShowKeys> {
  const known = keysSchema.safeParse(await readJson(`keys/${show.id}`)).data ?? {
    desk: randomKey(),
    outlets: {},
    feeds: {},
  };
  // A device that may not do everything has no keys but its own, and makes none.
  if (!mayEverything(await readOwnDevice(show.id))) return known;
  const outlets = {
    ...Object.fromEntries(show.outlets.map(({ id }) => [id, known.outlets[id] ?? randomKey()])),
    ...alsoOf(show, known.outlets),
  };
  const keys = { desk: known.desk, outlets, feeds: feedKeysFor(show, known.feeds) };
  if (JSON.stringify(keys) !== JSON.stringify(known)) await writeJson(`keys/${show.id}`, keys);
  return keys;
}

/** Gives an outlet a new address: the old one is dead as soon as this is published. */
export async function renewOutletKey(show: Show, outlet: string): Promise<ShowKeys> {
  const keys = await readKeys(show);
  const ids = new Set(show.outlets.map(({ id }) => id));
  // Every address that it had is dead then.
  const others = Object.entries(keys.outlets).filter(([name]) => outletOfKey(name, ids) !== outlet);
  const renewed = { ...keys, outlets: { ...Object.fromEntries(others), [outlet]: randomKey() } };
  await writeJson(`keys/${show.id}`, renewed);
  return renewed;
}

/** New addresses for outlets and feeds whose own belong to another show on the server. */
export async function replaceKeys(
  show: Show,
  { outlets, feeds }: { outlets: readonly string[]; feeds: readonly string[] },
): Promise<void> {
  const keys = await readKeys(show);
  const next: ShowKeys = { ...keys, outlets: { ...keys.outlets }, feeds: { ...keys.feeds } };
  for (const id of outlets) next.outlets[id] = randomKey();
  for (const id of feeds) {
    const known = next.feeds[id];
    if (known) next.feeds[id] = { ...known, inbox: randomKey() };
  }
  await writeJson(`keys/${show.id}`, next);
}

/** Puts keys beside those that a home has: those of a show that has come into it. */
export async function addKeys(home: Show, come: Pick<ShowKeys, 'outlets' | 'feeds'>): Promise<void> {
  const keys = await readKeys(home);
  await writeJson(`keys/${home.id}`, {
    ...keys,
    outlets: { ...keys.outlets, ...come.outlets },
    feeds: { ...keys.feeds, ...come.feeds },
  });
}

/** Changes what a feed keeps to itself. */
export async function changeFeedKey(show: Show, feed: string, change: (key: FeedKey) => FeedKey): Promise<void> {
  const keys = await readKeys(show);
  const known = keys.feeds[feed];
  if (known) await writeJson(`keys/${show.id}`, { ...keys, feeds: { ...keys.feeds, [feed]: change(known) } });
}

/** A file with its secrets, which was asked for; the feeds keep their addresses. */
export const readFileKeys = (json: unknown): Record<string, FeedKey> =>
  z.object({ secrets: z.record(z.string(), feedKeySchema) }).safeParse(json).data?.secrets ?? {};

/** Keeps a show that has been changed here; the documents that go to other devices are written after it. */
export async function storeShow(show: Show): Promise<boolean> {
  await markEdited(show.id);
  return cacheShow(show);
}

/** Keeps a show as others have changed it. */
export const cacheShow = (show: Show): Promise<boolean> => writeJson(`show/${show.id}`, show);

/** Keeps the keys of a home's addresses as another device has them now. */
export async function takeKeys(show: string, keys: ShowKeys): Promise<void> {
  await writeJson(`keys/${show}`, keys);
}

/** A device that was taken out is added again: it has another key, and what it has changed meanwhile. */
export async function renewOwnKey(home: string, desk: string, device: OwnDevice): Promise<void> {
  const known = keysSchema.safeParse(await readJson(`keys/${home}`)).data;
  await storeOwnDevice(home, device);
  await takeKeys(home, { outlets: {}, feeds: {}, ...known, desk });
}

/** A home that this device has been added to, and opens. */
export async function addHome(show: Show, keys: ShowKeys, device: OwnDevice): Promise<void> {
  const index = await readIndex();
  await storeOwnDevice(show.id, device);
  await takeKeys(show.id, keys);
  await cacheShow(show);
  const others = (index?.shows ?? []).filter(({ id }) => id !== show.id);
  await writeJson('index', { current: show.id, shows: [...others, { id: show.id, name: show.name }] });
}

/** The show of this browser that a file is of; null: none is. */
export async function showOfFile({ id }: Show): Promise<{ id: string; name: string } | null> {
  const index = await readIndex();
  return index?.shows.find((known) => known.id === id || known.file === id) ?? null;
}

/**
 * Adds a show and makes it the current one. A show that came from a file gets an id of its own (two of the same would be one), and a name of
 * its own.
 */
export async function addShow(show: Show, secrets: Readonly<Record<string, FeedKey>> = {}): Promise<LibraryIndex> {
  const index = await readIndex();
  const own = { ...show, id: randomKey(), name: freshName(show.name, index?.shows ?? []) };
  await storeShow(own);
  if (Object.keys(secrets).length > 0)
    await writeJson(`keys/${own.id}`, { desk: randomKey(), outlets: {}, feeds: secrets });
  const next = { current: own.id, shows: [...(index?.shows ?? []), { id: own.id, name: own.name, file: show.id }] };
  await writeJson('index', next);
  return next;
}

/** A show as it is in a file, in place of the one that is here: its addresses stay. */
export async function replaceShow(id: string, show: Show): Promise<void> {
  await storeShow({ ...show, id });
  await renameInIndex(id, show.name);
  await switchTo(id);
}

/**
 * A show of a backup, which is not in this browser. With its keys it is the show that it was, for the server too; without them another one
 * has to be made of it, since the server gives a show only to whoever has its key.
 * @returns the id that it has here
 */
export async function putBackShow(show: Show, keys: ShowKeys | null): Promise<string> {
  if (!keys) return (await addShow(show)).current;
  const index = await readIndex();
  await storeShow(show);
  await writeJson(`keys/${show.id}`, keys);
  const shows = [...(index?.shows ?? []), { id: show.id, name: show.name }];
  await writeJson('index', { current: show.id, shows });
  return show.id;
}

export const addStarter = (): Promise<LibraryIndex> => addShow(starterShow('new', undefined, appLanguage()));

export async function switchTo(id: string): Promise<LibraryIndex | null> {
  const index = await readIndex();
  if (!index) return null;
  const next = { ...index, current: id };
  await writeJson('index', next);
  return next;
}

/** A show that is another streamer's stays by itself. */
export async function standApart(id: string): Promise<void> {
  const index = await readIndex();
  if (index)
    await writeJson('index', {
      ...index,
      shows: index.shows.map((show) => (show.id === id ? { ...show, apart: true } : show)),
    });
}

/** Begins a home that shares nothing with the others of this browser, and opens it; @returns its id */
export async function beginHome(show: Show): Promise<string> {
  const { current } = await addShow(show);
  await standApart(current);
  return current;
}

/** Keeps the list's names as the shows' own. */
export async function renameInIndex(id: string, name: string): Promise<void> {
  const index = await readIndex();
  if (!index?.shows.some((show) => show.id === id && show.name !== name)) return;
  await writeJson('index', { ...index, shows: index.shows.map((show) => (show.id === id ? { ...show, name } : show)) });
}

/** Takes a show out of this browser, with its sessions and whom they had seen; the last one leaves a starter behind, since there is always a show. */
export async function removeShow(id: string): Promise<LibraryIndex> {
  const index = await readIndex();
  const shows = (index?.shows ?? []).filter((show) => show.id !== id);
  for (const session of await readSessions(id)) await removeSession(id, session.id);
  for (const key of [
    'show',
    'keys',
    'sessions',
    'sessions-dropped',
    'coming',
    'lasting',
    'lasting-owed',
    'begin',
    ...HOME_KEYS,
  ])
    await removeKey(`${key}/${id}`);
  await removeBelow(`history/${id}/`);
  if (shows.length === 0) {
    await removeKey('index');
    return addStarter();
  }
  const next = { current: index && index.current !== id ? index.current : (shows[0]?.id ?? ''), shows };
  await writeJson('index', next);
  return next;
}
