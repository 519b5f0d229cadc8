import { z } from 'zod';
import { valuesByKey } from '@/core/engine/kernel/kept';
import { accountSchema, Ledger, type Account } from './ledger';
import type { PointsSlice } from './slice';
import type { PointsShow } from './schema';

/*
 * Whose points they are: the home's or, where a show keeps its own, that show's. One ledger is in use, by the show that is on; the others
 * are put away.
 */

/** Of the home; its accounts are carried by themselves, as they were when a home had nothing else. */
export const HOME = '';

/** Which ledger a show uses. */
export const purseOf = ({ points, setup }: PointsShow & { setup?: string | undefined }): string =>
  points.own ? (setup ?? HOME) : HOME;

const purse = z.string().max(100);
export const putAwaySchema = z.array(z.tuple([purse, z.array(accountSchema)])).default([]);
/** Accounts of shows with points of their own. */
export const pursesSchema = z.array(accountSchema.extend({ purse })).optional();
type InPurse = z.infer<typeof accountSchema> & { purse: string };

export interface CarriedPoints {
  accounts: Account[];
  purses?: InPurse[];
}

const listOf = ({ accounts }: Ledger): Account[] => valuesByKey(accounts);

/** All of them, for the next session. */
export function carriedOf({ ledger, putAway }: PointsSlice, used: string): CarriedPoints {
  const all = new Map(putAway).set(used, listOf(ledger));
  const anew = (account: Account): Account => ({ ...account, given: 0 });
  const purses = [...all].flatMap(([of, accounts]) =>
    of === HOME ? [] : accounts.map((account): InPurse => ({ ...anew(account), purse: of })),
  );
  return { accounts: (all.get(HOME) ?? []).map(anew), ...(purses.length > 0 ? { purses } : {}) };
}

/** The slice that carried points come to. */
export function sliceOf({ accounts, purses = [] }: CarriedPoints, used: string): PointsSlice {
  const all = new Map<string, Account[]>([[HOME, accounts]]);
  for (const { purse: of, ...account } of purses) all.set(of, [...(all.get(of) ?? []), account]);
  const ledger = new Ledger(all.get(used));
  all.delete(used);
  return { ledger, putAway: all };
}

/** Another ledger is used from now on. */
export function change(state: PointsSlice, from: string, to: string): void {
  if (from === to) return;
  const { ledger, putAway } = state;
  putAway.set(from, listOf(ledger));
  state.ledger = new Ledger(putAway.get(to));
  putAway.delete(to);
}
