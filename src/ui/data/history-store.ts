import { z } from 'zod';
import { noHistory, type History } from './history';
import { readJson, writeJson } from './storage';

const patchesSchema = z.array(
  z.object({
    op: z.enum(['replace', 'remove', 'add']),
    path: z.array(z.union([z.string(), z.number()])),
    value: z.unknown().optional(),
  }),
);
const historySchema = z.object({
  done: z.array(z.object({ patches: patchesSchema, inverse: patchesSchema })),
  undone: z.array(z.object({ patches: patchesSchema, inverse: patchesSchema })),
});

/** So many edits are kept over a reload; while the page is open there is no limit. */
const KEPT = 500;

/** Keeps what can be undone, beside the show: a reload takes nothing back. */
export const storeHistory = (show: string, { done, undone }: History): Promise<boolean> =>
  writeJson(`history/${show}`, { done: done.slice(-KEPT), undone: undone.slice(-KEPT) });

/** What can be undone of a show that was edited before; nothing, where what was kept cannot be read. */
export const readHistory = async (show: string): Promise<History> =>
  historySchema.safeParse(await readJson(`history/${show}`)).data ?? noHistory;
