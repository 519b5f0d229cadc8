import { z } from 'zod';
import { sessionEntrySchema, type SessionEntry } from '@/core/home/session-list';
import { indexSchema } from './library-schema';
import type { KeptRecap } from './sum-up';
import { readJson, readText, removeKey, writeJson, writeText } from './storage';

/** A show's finished sessions. */
export const entriesSchema = z.array(sessionEntrySchema);

/** A show's finished sessions, newest first. */
export async function readSessions(showId: string): Promise<SessionEntry[]> {
  const list = entriesSchema.safeParse(await readJson(`sessions/${showId}`));
  return (list.data ?? []).sort((a, b) => b.startedAt - a.startedAt);
}

/** Keeps a session: its log first, so that no entry is listed whose log is missing. False when the browser is full. */
export async function keepSession(
  showId: string,
  entry: SessionEntry,
  recap: KeptRecap,
  log: string,
): Promise<boolean> {
  const kept = (await writeText(`log/${entry.id}`, log)) && (await writeJson(`recap/${entry.id}`, recap));
  if (!kept) return false;
  const others = (await readSessions(showId)).filter(({ id }) => id !== entry.id);
  return writeJson(`sessions/${showId}`, [...others, entry]);
}

/** Finished sessions of one show are another's from now on; their logs stay where they are. */
export async function moveSessions(from: string, to: string): Promise<void> {
  const moved = await readSessions(from);
  const ids = new Set(moved.map(({ id }) => id));
  const others = (await readSessions(to)).filter(({ id }) => !ids.has(id));
  if (await writeJson(`sessions/${to}`, [...others, ...moved])) await writeJson(`sessions/${from}`, []);
}

/** What an earlier version did not sum up. */
const NOT_SUMMED = { basis: '', followers: [], subscribers: [], messages: [], meanWatching: 0, who: [] };

/** Our own writing, read back. */
export async function readRecap(session: string): Promise<KeptRecap | null> {
  const kept = (await readJson(`recap/${session}`)) as KeptRecap | null;
  return kept && { ...NOT_SUMMED, ...kept };
}

/** False when the browser is full: then it is summed up again the next time. */
export const keepRecap = (session: string, recap: KeptRecap): Promise<boolean> => writeJson(`recap/${session}`, recap);

export const readLog = (session: string): Promise<string | null> => readText(`log/${session}`);

/** False when the browser is full. What was summed up of it is of the log as it was. */
export async function writeLog(session: string, log: string): Promise<boolean> {
  await removeKey(`recap/${session}`);
  return writeText(`log/${session}`, log);
}

const droppedKey = (showId: string): string => `sessions-dropped/${showId}`;
/** So many are remembered: the ones that were deleted last. */
const MOST_DROPPED = 2000;

/** Sessions that were deleted from this browser, and do not come from another device again. */
export const readDropped = async (showId: string): Promise<string[]> =>
  z.array(z.string()).safeParse(await readJson(droppedKey(showId))).data ?? [];

/** Deletes one from this browser for good; other devices keep it. */
export async function dropSession(showId: string, session: string): Promise<void> {
  await writeJson(droppedKey(showId), [...(await readDropped(showId)), session].slice(-MOST_DROPPED));
  await removeSession(showId, session);
}

/** Whether another home of this browser has the same session: of a backup that was opened beside the home that it is of. */
async function isElsewhere(showId: string, session: string): Promise<boolean> {
  const index = indexSchema.safeParse(await readJson('index')).data;
  for (const { id } of index?.shows ?? [])
    if (id !== showId && (await readSessions(id)).some((one) => one.id === session)) return true;
  return false;
}

/** Takes a session out of a home; its log goes with the last home that has it. */
export async function removeSession(showId: string, session: string): Promise<void> {
  const others = (await readSessions(showId)).filter(({ id }) => id !== session);
  await writeJson(`sessions/${showId}`, others);
  if (await isElsewhere(showId, session)) return;
  await removeKey(`log/${session}`);
  await removeKey(`recap/${session}`);
}
