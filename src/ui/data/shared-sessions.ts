import { useEffect } from 'react';
import { mutate } from 'swr';
import type { SessionEntry } from '@/core/home/session-list';
import type { Show } from '@/core/show/show';
import { ask } from './api';
import { useDeskView } from './desk';
import { mayEverything } from './home-docs';
import { keepSession, readDropped, readLog, readSessions } from './session-store';
import { useKeys, useOpened, useShow } from './show';
import { showStore } from './show-store';
import { sumUp } from './sum-up';

/*
 * Finished sessions are on every device that may do everything. The home's document says which there are; a log goes from a device that has it to
 * one that lacks it while both are here (server/live/log-relay.ts).
 */

const pathOf = (home: string, session: string): string =>
  `/api/shows/${encodeURIComponent(home)}/sessions/${encodeURIComponent(session)}/log`;

/** So long after nobody was here who has one it is asked for again, ms. */
const AGAIN_MS = 20_000;

/** One that nobody has is not asked for for ever: so often while the page is open. */
const MOST_TRIES = 30;
const tried = new Map<string, number>();

/** Those of the home that are not in this browser and were not deleted from it; the newest first. */
async function missing(home: string): Promise<SessionEntry[]> {
  const [here, dropped] = [await readSessions(home), await readDropped(home)];
  const known = new Set([...here.map(({ id }) => id), ...dropped]);
  const all = await showStore.homeSessions();
  return all.filter(({ id }) => !known.has(id) && (tried.get(id) ?? 0) < MOST_TRIES).reverse();
}

/** Fetches one. @returns false where nobody has it here now, or this browser is full */
async function fetchSession(show: Show, key: string, entry: SessionEntry): Promise<boolean> {
  const log = await ask<string>('GET', pathOf(show.id, entry.id), { key, text: true });
  // A log that cannot be summed up is none.
  const recap = log.ok ? await sumUp(log.value, show).catch(() => null) : null;
  if (!log.ok || recap === null || !(await keepSession(show.id, entry, recap, log.value))) return false;
  await mutate(['sessions', show.id]);
  return true;
}

/** Says which sessions are here, gives those that others wait for, and fetches those that are missing. */
export function useSharedSessions(): void {
  const show = useShow(({ id }) => id);
  const { desk: key } = useKeys();
  const may = useOpened((open) => mayEverything(open.device));
  const wanted = useDeskView((view) => view.wanted, NONE);
  const step = useDeskView((view) => view.step, 0);
  useEffect(() => {
    if (!may) return;
    for (const session of wanted) void give(show, key, session);
  }, [may, show, key, wanted]);
  useEffect(() => {
    if (!may) return undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let over = false;
    const look = async (): Promise<void> => {
      if (!(await fetchMissing(show, key)) && !over) timer = setTimeout(() => void look(), AGAIN_MS);
    };
    void look();
    return () => {
      over = true;
      clearTimeout(timer);
    };
    // Another step: the home may have more.
  }, [may, show, key, step]);
}

let fetching: Promise<boolean> | null = null;

/** Fetches what is missing, one after another: each waits with a connection open. @returns whether nothing is missing any more */
async function fetchMissing(home: string, key: string): Promise<boolean> {
  if (fetching) return (await fetching) && fetchMissing(home, key);
  fetching = fetchAll(home, key).finally(() => {
    fetching = null;
  });
  return fetching;
}

async function fetchAll(home: string, key: string): Promise<boolean> {
  await showStore.noteSessions();
  let all = true;
  for (const entry of await missing(home)) {
    const open = showStore.now();
    // Another home is open: its own are looked for then.
    if (open?.show.id !== home) return true;
    tried.set(entry.id, (tried.get(entry.id) ?? 0) + 1);
    if (!(await fetchSession(open.show, key, entry))) all = false;
  }
  return all;
}

const NONE: string[] = [];
const giving = new Set<string>();

async function give(home: string, key: string, session: string): Promise<void> {
  if (giving.has(session)) return;
  giving.add(session);
  try {
    const log = await readLog(session);
    // Who does not get it whole asks for it again.
    if (log !== null) await ask('PUT', pathOf(home, session), { key, raw: log });
  } finally {
    giving.delete(session);
  }
}
