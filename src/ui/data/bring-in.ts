import { z } from 'zod';
import { idsInHome } from '@/core/home/fit';
import { withFeeds } from '@/core/event/with-feeds';
import type { Show } from '@/core/show/show';
import { ask } from './api';
import { dropShow } from './drop-show';
import { ASKS } from './feed-keys';
import { mayEverything, readDocs, readOwnDevice } from './home-docs';
import { addToHome } from './home-shows';
import { keepLasting, readLasting } from './lasting';
import { addKeys, readIndex, readKeys, readStoredShow } from './library';
import type { ShowKeys } from './library-schema';
import { keepRecording, readRecording } from './recordings';
import { readLog, moveSessions, readSessions, writeLog } from './session-store';
import { takeSessions } from './sessions';
import { showStore } from './show-store';
import { readJson, writeJson } from './storage';

/*
 * Earlier, each show of a browser was by itself, with feeds, addresses, people and points of its own. Now a home has several: those of before come into
 * the home that is open, with everything that is theirs. Each step may be the last one for now, and can be done again.
 */

/** The id among the home's shows of one that stood by itself: the same whenever it is asked. */
const idOf = (show: string): string => show.slice(0, 12);

/** Puts a copy of a show that stands by itself into the home; it stays where it is. */
export async function copyIn(id: string): Promise<boolean> {
  const show = await readStoredShow(id);
  return show !== null && (await addToHome(show, { on: false })) !== null;
}

const pathOf = (show: string): string => `/api/shows/${encodeURIComponent(show)}`;

/**
 * Has all that the server knows of a show in this browser.
 * @returns false where it cannot be now: the server does not answer, a session of it is on, or the show is another browser's
 */
async function fetchAll(show: Show): Promise<boolean> {
  const { desk: key } = await readKeys(show);
  const answer = await ask<{ session: string | null }>('GET', `${pathOf(show.id)}/sessions/running`, { key });
  // A server that does not have it: what is here is all there is.
  if (!answer.ok) return answer.status === 404;
  return answer.value.session === null && (await takeSessions(show, key)).all && keepLasting(show.id, key);
}

/** Takes a show off the server, so that its addresses can be the home's. */
async function takeOff(show: Show): Promise<boolean> {
  const { desk: key } = await readKeys(show);
  const gone = await ask('DELETE', pathOf(show.id), { key });
  return gone.ok || gone.status === 404;
}

/** What a home had before a show came: asked again, after whatever stopped its coming, it is what it was then. */
async function hadBefore(show: string, home: Show): Promise<Set<string>> {
  const kept = z.array(z.string()).safeParse(await readJson(`coming/${show}`));
  if (kept.success) return new Set(kept.data);
  const ids = [...home.outlets, ...home.feeds].map(({ id }) => id);
  await writeJson(`coming/${show}`, ids);
  return new Set(ids);
}

/** A show of the home, as it is there. */
const shownInHome = async (id: string): Promise<Show | undefined> =>
  (await showStore.allShows()).find(({ setup }) => setup === id);

/** Brings one in. @returns whether all of it is there now */
async function bring(show: Show, home: string): Promise<boolean> {
  const setup = idOf(show.id);
  const now = showStore.now()?.show;
  const keys = await readKeys(show);
  if (!now || !(await fetchAll(show))) return false;
  const before = await hadBefore(show.id, now);
  // First of all it must have room there: what does not fit stays what it was.
  if (!(await shownInHome(setup)) && (await addToHome(show, { on: false, id: setup })) === null) return false;
  // What the home has made for it is written before its own keys take its place.
  await showStore.publish();
  const there = await shownInHome(setup);
  const open = showStore.now();
  if (!there || open?.show.id !== home || !(await takeOff(show))) return false;
  const ids = idsInHome(show, there);
  await addKeys(open.show, keysInHome(show, keys, { ids, before, signs: ASKS in open.keys.feeds }));
  for (const [from, to] of ids.feeds) {
    const recording = from === to ? null : await readRecording(from);
    if (recording !== null && (await readRecording(to)) === null) await keepRecording(to, recording);
  }
  await showStore.publish();
  if (!(await handOver(show.id, { home, key: open.keys.desk, setup, feeds: ids.feeds }))) return false;
  await bringSessions(show.id, home, ids.feeds);
  return true;
}

/** Its keys as the home has them: what is new there keeps its address, and of what both have the show's address goes on beside the home's. */
function keysInHome(
  show: Show,
  { outlets, feeds }: ShowKeys,
  { ids, before, signs }: { ids: ReturnType<typeof idsInHome>; before: ReadonlySet<string>; signs: boolean },
): Pick<ShowKeys, 'outlets' | 'feeds'> {
  const also = (id: string): string => `${id}/${idOf(show.id)}`;
  return {
    outlets: Object.fromEntries(
      Object.entries(outlets).flatMap(([outlet, key]) => {
        const id = ids.outlets.get(outlet);
        return id === undefined ? [] : [[before.has(id) ? also(id) : id, key]];
      }),
    ),
    feeds: Object.fromEntries(
      Object.entries(feeds).flatMap(([feed, key]) => {
        const id = feed === ASKS && !signs ? ASKS : ids.feeds.get(feed);
        return id === undefined || before.has(id) ? [] : [[id, key]];
      }),
    ),
  };
}

/** What its sessions left comes to what the home's did; the server does that once for each show. */
async function handOver(
  show: string,
  { home, key, setup, feeds }: { home: string; key: string; setup: string; feeds: ReadonlyMap<string, string> },
): Promise<boolean> {
  const lasting = await readLasting(show);
  if (lasting === null || lasting.trim() === '') return true;
  const asked = new URLSearchParams({ setup, feeds: JSON.stringify(Object.fromEntries(feeds)) }).toString();
  const path = `${pathOf(home)}/lasting/of/${encodeURIComponent(show)}?${asked}`;
  const answer = await ask('POST', path, { key, raw: lasting });
  // What cannot be read now cannot be read later either.
  return answer.ok || answer.status === 400;
}

/** Its sessions are the home's, and so are the feeds in their logs. */
async function bringSessions(from: string, home: string, feeds: ReadonlyMap<string, string>): Promise<void> {
  const others = new Map([...feeds].filter(([id, other]) => id !== other));
  for (const { id } of others.size > 0 ? await readSessions(from) : []) {
    const lines = (await readLog(id))?.split('\n').filter((line) => line !== '');
    if (lines)
      await writeLog(
        id,
        lines.map((line) => `${JSON.stringify(withFeeds(JSON.parse(line) as unknown, others))}\n`).join(''),
      );
  }
  if ((await readSessions(from)).length > 0) await moveSessions(from, home);
}

let bringing = false;

/** Brings in all of those that can come now; one at a time, and once. */
export async function bringIn(): Promise<void> {
  const open = showStore.now();
  if (bringing || !open || !mayEverything(open.device)) return;
  bringing = true;
  try {
    for (const { id, apart } of (await readIndex())?.shows ?? []) {
      if (apart || id === open.show.id) continue;
      const [show, device] = [await readStoredShow(id), await readOwnDevice(id)];
      // One that has been open since is a home already, and may have several shows; one that this device was added to is somebody's.
      if (!show || (await readDocs(id)) !== null || (device !== null && device.id !== 'first')) continue;
      if (!(await bring(show, open.show.id))) continue;
      await dropShow(show);
      await showStore.relist();
    }
  } finally {
    bringing = false;
  }
}
