import { z } from 'zod';
import type { KeptRecap } from './sum-up';
import { readJson, readText, removeKey, writeJson, writeText } from './storage';

const entrySchema = z.object({
  id: z.string(),
  startedAt: z.number(),
  endedAt: z.number(),
  lost: z.number(),
  bad: z.number(),
});
/** A show's finished sessions. */
export const entriesSchema = z.array(entrySchema);
/** One finished session that this browser keeps. */
export type SessionEntry = z.infer<typeof entrySchema>;

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
  if (await writeJson(`sessions/${to}`, [...(await readSessions(to)), ...moved]))
    await writeJson(`sessions/${from}`, []);
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

export async function removeSession(showId: string, session: string): Promise<void> {
  const others = (await readSessions(showId)).filter(({ id }) => id !== session);
  await writeJson(`sessions/${showId}`, others);
  await removeKey(`log/${session}`);
  await removeKey(`recap/${session}`);
}
