import { z } from 'zod';
import type { Recap } from '@/core/recap/recap';
import { readJson, readText, removeKey, writeJson, writeText } from './storage';

const entrySchema = z.object({
  id: z.string(),
  startedAt: z.number(),
  endedAt: z.number(),
  lost: z.number(),
  bad: z.number(),
});
/** One finished session that this browser keeps. */
export type SessionEntry = z.infer<typeof entrySchema>;

/** A show's finished sessions, newest first. */
export async function readSessions(showId: string): Promise<SessionEntry[]> {
  const list = z.array(entrySchema).safeParse(await readJson(`sessions/${showId}`));
  return (list.data ?? []).sort((a, b) => b.startedAt - a.startedAt);
}

/** Keeps a session: its log first, so that no entry is listed whose log is missing. False when the browser is full. */
export async function keepSession(showId: string, entry: SessionEntry, recap: Recap, log: string): Promise<boolean> {
  const kept = (await writeText(`log/${entry.id}`, log)) && (await writeJson(`recap/${entry.id}`, recap));
  if (!kept) return false;
  const others = (await readSessions(showId)).filter(({ id }) => id !== entry.id);
  return writeJson(`sessions/${showId}`, [...others, entry]);
}

/** Our own writing, read back. */
export const readRecap = async (session: string): Promise<Recap | null> =>
  (await readJson(`recap/${session}`)) as Recap | null;

export const readLog = (session: string): Promise<string | null> => readText(`log/${session}`);

export async function removeSession(showId: string, session: string): Promise<void> {
  const others = (await readSessions(showId)).filter(({ id }) => id !== session);
  await writeJson(`sessions/${showId}`, others);
  await removeKey(`log/${session}`);
  await removeKey(`recap/${session}`);
}
