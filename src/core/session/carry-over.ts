import { z } from 'zod';
import { KIT, type Fields } from '@/core/engine/features';
import { daysOf, joinDays, Past, pastViewerSchema, QUARTER_MS, rowSchema, Rows } from '@/core/engine/count/past';
import { addRow } from '@/core/engine/count/row';
import type { Kit, KernelState } from '@/core/engine/kernel/feature';
import { valuesByKey } from '@/core/engine/kernel/kept';

/* What a session leaves to the next one: what was counted, and what each feature says. */

const MOST_VIEWERS = 500_000;
/**
 * No more of each is taken in from outside (carry-over-lines.ts): some two years of quarters of an hour, and more viewers than any server here
 * has held. What a session has counted by itself is read back whatever it comes to. Lists that are not named here hold what their own form allows.
 */
export const MOST_CARRIED: Readonly<Record<string, number>> = {
  accounts: MOST_VIEWERS,
  quarters: 70_000,
  viewers: MOST_VIEWERS,
  unlisted: MOST_VIEWERS,
  sides: MOST_VIEWERS,
};

const counted = {
  /** A row of each quarter of an hour in which anything happened, after its number since the epoch. */
  quarters: z.array(rowSchema).default([]),
  viewers: z.array(pastViewerSchema).default([]),
};

/** What was counted, and beside it what each feature has written under its own names. */
export type CarryOver = z.infer<z.ZodObject<typeof counted>> & Fields<'carried'>;

/** The lists of what sessions of these features leave, by name. */
export const carriedListsOf = ({ features }: Kit): Record<string, z.ZodType<readonly unknown[]>> =>
  Object.assign({}, counted, ...features.map(({ carried }) => carried ?? {})) as Record<
    string,
    z.ZodType<readonly unknown[]>
  >;

/** The form of all of it. It stands in the next session's first lines, so that each journal is enough by itself. */
export const carryOverSchemaOf = (kit: Kit): z.ZodType<CarryOver> =>
  z.object(carriedListsOf(kit)) as unknown as z.ZodType<CarryOver>;

export const carryOverSchema = carryOverSchemaOf(KIT);

/** What a session leaves, earlier ones included. Nothing of the state is changed. */
export function carryOverOf(state: KernelState): CarryOver {
  const { past, minutes, viewers, derived, kit } = state;
  const quarters = new Rows(QUARTER_MS, past.quarters.list());
  for (const [at, row] of minutes.entries()) addRow(quarters.of(at), row);
  const known = new Map(past.viewers);
  for (const tally of derived.firstDay ? viewers.values() : []) {
    if (!derived.firstDay) break;
    const before = known.get(tally.key);
    known.set(tally.key, {
      feed: tally.feed,
      id: tally.id,
      name: tally.name,
      handle: tally.handle,
      firstAt: Math.min(before?.firstAt ?? tally.firstAt, tally.firstAt),
      lastAt: Math.max(before?.lastAt ?? 0, tally.lastAt),
      days: joinDays(before?.days ?? [], daysOf(tally, derived.firstDay)),
    });
  }
  const own = { quarters: quarters.list(), viewers: valuesByKey(known) };
  return Object.assign(own, ...kit.features.map((feature) => feature.carryOver?.(state) ?? {})) as CarryOver;
}

/** Whether a state knows of no earlier session. */
export const knowsNothing = ({ past }: KernelState): boolean =>
  past.viewers.size === 0 && past.quarters.list().length === 0;

/**
 * Gives back to a state what it has lost; what has been counted since stays, and is added. One that knows of earlier sessions is left as it
 * is. What is worked out of it has to be made anew (`derive`).
 * @returns whether anything was given back
 */
export function restore(state: KernelState, carried: CarryOver): boolean {
  if (!knowsNothing(state)) return false;
  state.past = new Past(carried);
  for (const feature of state.kit.features) {
    if (feature.giveBack) feature.giveBack(state, carried);
    else feature.takeOver?.(state, carried);
  }
  return true;
}

/** A new session goes on from there. What is worked out of it has to be made anew (`derive`). */
export function takeOver(state: KernelState, carried: CarryOver): void {
  state.past = new Past(carried);
  for (const feature of state.kit.features) feature.takeOver?.(state, carried);
}
