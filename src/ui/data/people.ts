import useSWR, { mutate } from 'swr';
import { withoutViewer, type Forgotten } from '@/core/people/forget';
import type { PersonView, RollEntry, RollOrder } from '@/core/people/roll';
import type { Show } from '@/core/show/show';
import { readEventLine, writeEventLine } from '@/core/file/events';
import { ask, type Answer } from './api';
import { keepSession, readLog, readSessions } from './session-store';
import { sumUp } from './sum-up';
import { english } from '@/core/words/phrase';

export interface Roll {
  entries: RollEntry[];
  found: number;
  all: number;
}

const path = (show: string): string => `/api/shows/${encodeURIComponent(show)}/people`;

/** What asks answers, or throws its sentence: as SWR wants it. */
async function answered<T>(answer: Promise<Answer<T>>): Promise<T> {
  const given = await answer;
  if (!given.ok) throw new Error(english(given.reason));
  return given.value;
}

/** Everybody who was ever seen with a show, sought and in an order; asked anew while it is looked at. */
export const useRoll = (
  show: string,
  key: string,
  { sought, by, most }: { sought: string; by: RollOrder; most: number },
) =>
  useSWR<Roll, Error>(
    ['people', show, sought, by, most],
    () =>
      answered(
        ask<Roll>('GET', `${path(show)}?${new URLSearchParams({ q: sought, by, most: String(most) })}`, { key }),
      ),
    { keepPreviousData: true, refreshInterval: 5000 },
  );

export const wholeRoll = (show: string, key: string): Promise<Answer<Roll>> =>
  ask<Roll>('GET', `${path(show)}?${new URLSearchParams({ by: 'name', most: '200000' })}`, { key });

export const usePerson = (show: string, key: string, feed: string, viewer: string) =>
  useSWR<PersonView, Error>(
    ['person', show, feed, viewer],
    () => answered(ask<PersonView>('GET', `${path(show)}/one?${new URLSearchParams({ feed, viewer })}`, { key })),
    { refreshInterval: 3000 },
  );

export const importPoints = (
  show: string,
  key: string,
  body: { feed: string; rows: { handle: string; viewer?: string; name?: string; points: number }[] },
): Promise<Answer<{ rows: number }>> => ask('POST', `${path(show)}/import`, { key, body });

/** Forgets a viewer on the server and in the sessions that this browser keeps. The show itself is the caller's to change. */
export async function forgetViewer(show: Show, key: string, viewer: Forgotten): Promise<Answer<void>> {
  const answer = await ask<void>('POST', `${path(show.id)}/forget`, { key, body: viewer });
  if (!answer.ok) return answer;
  for (const session of await readSessions(show.id)) {
    const log = await readLog(session.id);
    if (log === null || !log.includes(JSON.stringify(viewer.viewer))) continue;
    const lines = log.split('\n').flatMap((line) => {
      const read = line === '' ? null : readEventLine(line);
      if (!read) return [];
      if (!read.ok) return [`${line}\n`];
      const left = withoutViewer({ input: 'event', at: 0, event: read.event }, viewer);
      return left?.input === 'event' ? [writeEventLine(left.event)] : [];
    });
    await keepSession(show.id, session, await sumUp(lines.join(''), show), lines.join(''));
  }
  await mutate(
    (cached) =>
      Array.isArray(cached) && ['people', 'person', 'sessions', 'recap', 'running'].includes(String(cached[0])),
  );
  return answer;
}
