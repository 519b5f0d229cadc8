import { z } from 'zod';
import { changeSchema } from '@/core/home/changes';
import { noHistory, type History } from './history';
import { readJson, writeJson } from './storage';

const editsSchema = z.array(z.array(changeSchema));
const historySchema = z.object({ done: editsSchema, undone: editsSchema });

/** So many edits are kept over a reload; while the page is open there is no limit. */
const KEPT = 500;

/** Keeps what can be undone, beside the show: a reload takes nothing back. */
export const storeHistory = (show: string, { done, undone }: History): Promise<boolean> =>
  writeJson(`history/${show}`, { done: done.slice(-KEPT), undone: undone.slice(-KEPT) });

/** What can be undone of a show that was edited before; nothing, where what was kept cannot be read. */
export const readHistory = async (show: string): Promise<History> =>
  historySchema.safeParse(await readJson(`history/${show}`)).data ?? noHistory;
