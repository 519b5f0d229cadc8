import { useEffect } from 'react';
import useSWR, { mutate } from 'swr';
import type { FinishedSession } from '@/core/desk/view';
import { ask } from './api';
import { keepSession, readRecap, readSessions } from './session-store';
import { sumUp } from './sum-up';

/**
 * Takes finished sessions over from the server: log, sum, keep, and only then is the server told that it may drop its journal. A full
 * browser leaves them where they are.
 */
async function takeSessions(showId: string, key: string): Promise<void> {
  const path = `/api/shows/${encodeURIComponent(showId)}/sessions`;
  const listed = await ask<FinishedSession[]>('GET', path, { key });
  if (!listed.ok) return;
  for (const { id, startedAt, endedAt, lost, bad } of listed.value) {
    const log = await ask<string>('GET', `${path}/${encodeURIComponent(id)}/events`, { key, text: true });
    if (!log.ok) continue;
    const recap = await sumUp(log.value);
    if (await keepSession(showId, { id, startedAt, endedAt, lost, bad }, recap, log.value)) {
      await ask('DELETE', `${path}/${encodeURIComponent(id)}`, { key });
      await mutate(['sessions', showId]);
    }
  }
}

const taking = new Set<string>();

/** Takes sessions over when the page opens and whenever one has ended. */
export function useTakenSessions(show: { id: string; key: string } | null, session: { id: string; endedAt: number | null } | null): void {
  const id = show?.id;
  const key = show?.key;
  const ended = session?.endedAt ?? null;
  useEffect(() => {
    if (!id || !key || taking.has(id)) return;
    taking.add(id);
    void takeSessions(id, key).finally(() => taking.delete(id));
  }, [id, key, ended, session?.id]);
}

/** A show's finished sessions, newest first. */
export const useSessions = (showId: string) => useSWR(['sessions', showId], () => readSessions(showId));

export const useRecap = (session: string | null) => useSWR(session ? ['recap', session] : null, () => readRecap(session ?? ''));

/** The session that runs now, summed up so far; asked anew every few seconds while it is looked at. */
export const useRunningRecap = (show: { id: string; key: string }, session: string | null) =>
  useSWR(session ? ['running', show.id, session] : null, async () => {
    const log = await ask<string>('GET', `/api/shows/${encodeURIComponent(show.id)}/sessions/${encodeURIComponent(session ?? '')}/events`, { key: show.key, text: true });
    if (!log.ok) throw new Error(log.reason);
    return { log: log.value, recap: await sumUp(log.value) };
  }, { refreshInterval: 5000 });
