import { useCallback, useEffect, useRef } from 'react';
import useSWR, { mutate } from 'swr';
import type { FinishedSession } from '@/core/desk/view';
import type { Recap } from '@/core/recap/recap';
import type { Summed } from '@/core/recap/figures';
import type { Show } from '@/core/show/show';
import { ask } from './api';
import { mayEverything, readOwnDevice } from './home-docs';
import { keepLasting } from './lasting';
import { keepRecap, keepSession, readLog, readRecap, readSessions } from './session-store';
import { showStore } from './show-store';
import { basisOf, sumUp } from './sum-up';
import { english } from '@/core/words/phrase';

/** `more` has come of one of them in the meantime; `all` of them are here now. */
interface Taken {
  more: boolean;
  all: boolean;
}

/**
 * Takes finished sessions over from the server: log, sum, keep, and only then is the server told that it may drop its journal. A full
 * browser leaves them where they are.
 */
export async function takeSessions(show: Show, key: string): Promise<Taken> {
  const showId = show.id;
  // What a device may not do everything with it does not keep.
  if (!mayEverything(await readOwnDevice(showId))) return { more: false, all: false };
  const path = `/api/shows/${encodeURIComponent(showId)}/sessions`;
  const listed = await ask<FinishedSession[]>('GET', path, { key });
  if (!listed.ok) return { more: false, all: false };
  let more = false;
  let here = 0;
  for (const { id, startedAt, endedAt, lost, bad, totals } of listed.value) {
    const log = await ask<string>('GET', `${path}/${encodeURIComponent(id)}/events`, { key, text: true });
    if (!log.ok) continue;
    const recap = await sumUp(log.value, show);
    if (await keepSession(showId, { id, startedAt, endedAt, lost, bad }, recap, log.value)) {
      const dropped = await ask('DELETE', `${path}/${encodeURIComponent(id)}?events=${totals.events}`, { key });
      more ||= !dropped.ok && dropped.status === 409;
      if (dropped.ok) here += 1;
      await mutate(['sessions', showId]);
      // Who looks at it sees what has come since it was taken the last time.
      await mutate((looked) => Array.isArray(looked) && looked[0] === 'recap' && looked[1] === id);
    }
  }
  if (listed.value.length > 0) {
    await keepLasting(showId, key);
    await showStore.noteSessions();
  }
  return { more, all: here === listed.value.length };
}

const taking = new Set<string>();
/** Shows of which more had come, or a session had ended, while they were being taken: they are taken once more. */
const wanted = new Set<string>();

/** What was missed and comes after a session's end comes at once: it is waited for this long, ms, before the session is taken again. */
const AGAIN_MS = 4000;

/** Takes a show's sessions over, if they are not being taken; again a little later where more has come meanwhile. */
function takeOnce(latest: { current: Show }, key: string): void {
  const { id } = latest.current;
  if (taking.has(id)) return void wanted.add(id);
  taking.add(id);
  void takeSessions(latest.current, key)
    .then(({ more }) => {
      if (more) setTimeout(() => takeOnce(latest, key), AGAIN_MS);
    })
    .finally(() => {
      taking.delete(id);
      if (wanted.delete(id)) takeOnce(latest, key);
    });
}

/** Takes sessions over when the page opens, whenever one has ended, and again where more of it has come after its end. */
export function useTakenSessions(
  show: Show,
  key: string,
  session: { id: string; endedAt: number | null } | null,
  finished: number,
): void {
  const latest = useRef(show);
  useEffect(() => {
    latest.current = show;
  });
  const take = useCallback(() => takeOnce(latest, key), [key]);
  const ended = session?.endedAt ?? null;
  useEffect(take, [take, show.id, ended, session?.id]);
  useEffect(() => {
    if (finished === 0) return undefined;
    const again = setTimeout(take, AGAIN_MS);
    return () => clearTimeout(again);
  }, [take, show.id, finished]);
}

/** A show's finished sessions, newest first. */
export const useSessions = (showId: string) => useSWR(['sessions', showId], () => readSessions(showId));

/** A finished session by the show's present rates and people: kept as long as these stay; without its log, as it was summed up when it ended. */
async function summedUp(session: string, show: Show): Promise<Recap | null> {
  const basis = basisOf(show);
  const kept = await readRecap(session);
  if (kept?.basis === basis) return kept;
  const log = await readLog(session);
  if (log === null) return kept;
  const recap = await sumUp(log, show);
  await keepRecap(session, recap);
  return recap;
}

export const useRecap = (session: string, show: Show) =>
  useSWR(['recap', session, basisOf(show)], () => summedUp(session, show), {
    keepPreviousData: true,
    revalidateOnFocus: false,
  });

/** All of a show's finished sessions with what they came to, oldest first; those that cannot be read are left out. */
export const useSummed = (show: Show) => {
  const { data: sessions } = useSessions(show.id);
  return useSWR(
    sessions ? ['summed', show.id, sessions.map(({ id, endedAt }) => [id, endedAt]), basisOf(show)] : null,
    async (): Promise<Summed[]> => {
      const summed: Summed[] = [];
      // One after another: each may be a worker's work on a million lines.
      for (const { id, startedAt, endedAt } of sessions ?? []) {
        const recap = await summedUp(id, show);
        if (recap) summed.push({ id, startedAt, endedAt, recap });
      }
      return summed.sort((a, b) => a.startedAt - b.startedAt);
    },
    { keepPreviousData: true, revalidateOnFocus: false },
  );
};

/** The session that runs now, summed up so far; asked anew every few seconds while it is looked at. */
export const useRunningRecap = (show: Show, key: string, session: string | null) =>
  useSWR(
    session ? ['running', show.id, session, JSON.stringify(show.people)] : null,
    async () => {
      const log = await ask<string>(
        'GET',
        `/api/shows/${encodeURIComponent(show.id)}/sessions/${encodeURIComponent(session ?? '')}/events`,
        { key, text: true },
      );
      if (!log.ok) throw new Error(english(log.reason));
      return { log: log.value, recap: await sumUp(log.value, show) };
    },
    { refreshInterval: 5000 },
  );
