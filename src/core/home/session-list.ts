import type { Doc } from 'yjs';
import { z } from 'zod';

/* Which finished sessions a home has, so that a device knows which of them it lacks. Their logs are not in the document. */

export const sessionEntrySchema = z.object({
  id: z.string().min(1).max(300),
  startedAt: z.number(),
  endedAt: z.number(),
  lost: z.number(),
  bad: z.number(),
});
/** One finished session. Times in ms UTC; how many events were lost, and could not be read. */
export type SessionEntry = z.infer<typeof sessionEntrySchema>;

const listOf = (doc: Doc) => doc.getMap<unknown>('sessions');

/** Those that any device has noted, as far as they can be read; oldest first. */
export const sessionsOf = (doc: Doc): SessionEntry[] =>
  [...listOf(doc).entries()]
    .flatMap(([id, entry]) => {
      const read = sessionEntrySchema.safeParse({ ...(entry as object), id });
      return read.success ? [read.data] : [];
    })
    .sort((a, b) => a.startedAt - b.startedAt);

/** Notes those that are not known yet; @returns whether there were any */
export function noteSessions(doc: Doc, entries: readonly SessionEntry[]): boolean {
  const list = listOf(doc);
  const unknown = entries.filter(({ id }) => !list.has(id));
  doc.transact(() => {
    for (const { id, ...entry } of unknown) list.set(id, entry);
  });
  return unknown.length > 0;
}
