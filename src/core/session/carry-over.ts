import { z } from 'zod';
import { feedIdSchema } from '@/core/event/viewer-key';
import type { GoalState } from '@/core/engine/feature/goal/schema';
import { accountSchema, Ledger } from '@/core/engine/feature/points/ledger';
import { addRow } from '@/core/engine/count/measure';
import { NOTABLE_KINDS, notablesSchema } from '@/core/engine/feature/plate/slice';
import { daysOf, joinDays, Past, pastViewerSchema, QUARTER_MS, rowSchema, Rows } from '@/core/engine/count/past';
import { whole } from '@/core/event/whole';
import type { SessionState } from './state';

const MOST_VIEWERS = 500_000;
/**
 * No more of each is taken in from outside (lasting-lines.ts): some two years of quarters of an hour, and more viewers than any server here
 * has held. What a session has counted by itself is read back whatever it comes to.
 */
export const MOST_LASTING = {
  accounts: MOST_VIEWERS,
  quarters: 70_000,
  viewers: MOST_VIEWERS,
  goals: 50,
  counters: 50,
  unlisted: MOST_VIEWERS,
  sides: MOST_VIEWERS,
  latest: NOTABLE_KINDS.length,
} as const;
/** How a goal stands. */
export const courseSchema = z.object({
  id: z.string().max(100),
  value: whole.min(0),
  target: whole.min(1),
  reached: whole.min(0),
  hidden: z.boolean(),
  from: z.number().int().optional(),
  plus: whole.optional(),
});

/** What outlives a session: it stands in the next one's first lines, so that each journal is enough by itself. */
export const lastingSchema = z.object({
  accounts: z.array(accountSchema).default([]),
  /** A row of each quarter of an hour in which anything happened, behind its number since the epoch. */
  quarters: z.array(rowSchema).default([]),
  viewers: z.array(pastViewerSchema).default([]),
  /** Goals of longer windows, as they stood. */
  goals: z.array(courseSchema).max(50).default([]),
  /** Counters that go on. */
  counters: z
    .array(z.tuple([z.string().max(100), whole]))
    .max(50)
    .default([]),
  unlisted: z.array(z.string().max(310)).default([]),
  /** The team that each viewer has joined. */
  sides: z.array(z.object({ feed: feedIdSchema, viewer: z.string().max(200), team: z.string().max(100) })).default([]),
  /** The latest of each kind: a name plate does not go blank between sessions. */
  latest: z
    .array(z.tuple([z.enum(NOTABLE_KINDS), notablesSchema.shape.latest]))
    .max(NOTABLE_KINDS.length)
    .default([]),
});
export type Lasting = z.infer<typeof lastingSchema>;

/** A viewer's key (`feed/id`) taken apart: a feed's id holds no slash. */
const apart = (key: string): { feed: string; viewer: string } => ({
  feed: key.slice(0, key.indexOf('/')),
  viewer: key.slice(key.indexOf('/') + 1),
});

const byKey = <V>(map: ReadonlyMap<string, V>): V[] =>
  [...map].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, value]) => value);

/** What a session leaves behind, earlier ones included. Nothing of the state is changed. */
export function lastingOf(state: SessionState): Lasting {
  const { ledger, past, minutes, viewers, derived, show } = state;
  const quarters = new Rows(QUARTER_MS, past.quarters.list());
  for (const [at, row] of minutes.entries()) addRow(quarters.of(at), row);
  const known = new Map(past.viewers);
  if (derived.firstDay)
    for (const tally of viewers.values()) {
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
  return {
    accounts: byKey(ledger.accounts).map((account) => ({ ...account, given: 0 })),
    quarters: quarters.list(),
    viewers: byKey(known),
    goals: show.goals.flatMap(({ id, window }): GoalState[] =>
      window && window.over !== 'session' && state.goals.has(id) ? [state.goals.get(id)!] : [],
    ),
    counters: show.counters
      .filter(({ keeps }) => keeps)
      .map(({ id, start }): [string, number] => [id, state.counters.get(id) ?? start]),
    unlisted: [...state.unlisted].sort(),
    sides: [...state.sides].sort(([a], [b]) => (a < b ? -1 : 1)).map(([key, team]) => ({ ...apart(key), team })),
    latest: [...state.notables]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([kind, { latest }]): Lasting['latest'][number] => [kind, latest]),
  };
}

/** Whether a state knows of no earlier session. */
export const knowsNothing = ({ past }: SessionState): boolean =>
  past.viewers.size === 0 && past.quarters.list().length === 0;

/**
 * Gives back to a state what it has lost; what has been counted since stays, and is added. One that knows of earlier sessions is left as it
 * is. What is worked out of it has to be made anew.
 * @returns whether anything was given back
 */
export function restore(state: SessionState, lasting: Lasting): boolean {
  if (!knowsNothing(state)) return false;
  const { ledger, goals, counters, unlisted, sides, notables } = state;
  takeLasting(state, lasting);
  for (const account of ledger.accounts.values()) state.ledger.addTo(account);
  for (const [id, course] of goals) if (!state.goals.has(id)) state.goals.set(id, course);
  for (const [id, value] of counters) if (!state.counters.has(id)) state.counters.set(id, value);
  for (const key of unlisted) state.unlisted.add(key);
  for (const [key, team] of sides) state.sides.set(key, team);
  for (const [kind, known] of notables)
    state.notables.set(kind, {
      ...known,
      latest: [...known.latest, ...(state.notables.get(kind)?.latest ?? [])].slice(0, 10),
    });
  return true;
}

/** A new session goes on from there. What is worked out of it has to be made anew (`derive`). */
export function takeLasting(
  state: SessionState,
  { accounts, quarters, viewers, goals, counters, unlisted, sides, latest }: Lasting,
): void {
  state.ledger = new Ledger(accounts);
  state.past = new Past({ quarters, viewers });
  state.goals = new Map(goals.map((goal) => [goal.id, { ...goal }]));
  state.counters = new Map(counters);
  state.unlisted = new Set(unlisted);
  state.sides = new Map(sides.map(({ feed, viewer, team }) => [`${feed}/${viewer}`, team]));
  state.notables = new Map(latest.map(([kind, list]) => [kind, { latest: list, first: [], largest: [] }]));
}
