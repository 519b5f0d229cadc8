import { z } from 'zod';
import { changeSchema } from '@/core/home/changes';
import type { Show } from '@/core/show/show';
import { noHistory, type History } from './history';
import { readJson, writeJson } from './storage';

const editsSchema = z.array(z.array(changeSchema));
const historySchema = z.object({ done: editsSchema, undone: editsSchema });

/** So many edits are kept over a reload; while the page is open there is no limit. */
const KEPT = 500;

type Which = Pick<Show, 'id' | 'setup'>;
/** Of each show of a home. */
const keyOf = ({ id, setup }: Which): string => `history/${id}/${setup ?? ''}`;

/** Keeps what can be undone, beside the show: a reload takes nothing back. */
export const storeHistory = (show: Which, { done, undone }: History): Promise<boolean> =>
  writeJson(keyOf(show), { done: done.slice(-KEPT), undone: undone.slice(-KEPT) });

/** What can be undone of a show that was edited before; nothing, where what was kept cannot be read. */
export const readHistory = async (show: Which): Promise<History> =>
  historySchema.safeParse(await readJson(keyOf(show))).data ?? noHistory;
