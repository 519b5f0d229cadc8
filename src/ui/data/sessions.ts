import { useEffect, useRef } from 'react';
import useSWR, { mutate } from 'swr';
import type { FinishedSession } from '@/core/desk/view';
import type { Show } from '@/core/show/show';
import { ask } from './api';
import { keepLasting } from './lasting';
import { keepSession, readLog, readRecap, readSessions } from './session-store';
import { sumUp } from './sum-up';

/**
 * Takes finished sessions over from the server: log, sum, keep, and only then is the server told that it may drop its journal. A full
 * browser leaves them where they are.
 */
async function takeSessions(show: Show, key: string): Promise<void> {
  const showId = show.id;
  const path = `/api/shows/${encodeURIComponent(showId)}/sessions`;
  const listed = await ask<FinishedSession[]>('GET', path, { key });
  if (!listed.ok) return;
  for (const { id, startedAt, endedAt, lost, bad } of listed.value) {
    const log = await ask<string>('GET', `${path}/${encodeURIComponent(id)}/events`, { key, text: true });
    if (!log.ok) continue;
    const recap = await sumUp(log.value, show);
    if (await keepSession(showId, { id, startedAt, endedAt, lost, bad }, recap, log.value)) {
      await ask('DELETE', `${path}/${encodeURIComponent(id)}`, { key });
      await mutate(['sessions', showId]);
    }
  }
  if (listed.value.length > 0) await keepLasting(showId, key);
}

const taking = new Set<string>();

/** Takes sessions over when the page opens and whenever one has ended. */
export function useTakenSessions(
  show: Show,
  key: string,
  session: { id: string; endedAt: number | null } | null,
): void {
  const { id } = show;
  const latest = useRef(show);
  useEffect(() => {
    latest.current = show;
  });
  const ended = session?.endedAt ?? null;
  useEffect(() => {
    if (taking.has(id)) return;
    taking.add(id);
    void takeSessions(latest.current, key).finally(() => taking.delete(id));
  }, [id, key, ended, session?.id]);
}

/** A show's finished sessions, newest first. */
export const useSessions = (showId: string) => useSWR(['sessions', showId], () => readSessions(showId));

/** A finished session by the show's present rates and people; without its log, as it was summed up when it ended. */
export const useRecap = (session: string, show: Show) =>
  useSWR(
    ['recap', session, JSON.stringify([show.people, show.money, show.feeds.map(({ id, rate }) => [id, rate])])],
    async () => {
      const log = await readLog(session);
      return log === null ? readRecap(session) : sumUp(log, show);
    },
    { keepPreviousData: true, revalidateOnFocus: false },
  );

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
      if (!log.ok) throw new Error(log.reason);
      return { log: log.value, recap: await sumUp(log.value, show) };
    },
    { refreshInterval: 5000 },
  );
