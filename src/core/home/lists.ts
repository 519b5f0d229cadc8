import type { Show } from '@/core/show/show';

/*
 * Which lists of a show are lists of things with a name of their own: two devices that change different things in one of them both keep
 * their change. Every other list is one value, and the later one wins.
 */

export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
export type Tree = { [key: string]: Json };

/** What an entry is known by, in its list. */
type KeyOf = (entry: Json) => string;

const text = (entry: Json, field: string): string => {
  const value = isTree(entry) ? entry[field] : undefined;
  return typeof value === 'string' ? value : '';
};
const byId: KeyOf = (entry) => text(entry, 'id');
const bySomeone: KeyOf = (entry) => `${text(entry, 'feed')}\n${text(entry, 'viewer')}`;
const byItself: KeyOf = (entry) => (typeof entry === 'string' ? entry : '');

/** By the list's path in the show. That it is complete is lists.test.ts. */
export const LISTS_BY_KEY: Readonly<Record<string, KeyOf>> = {
  feeds: byId,
  people: byId,
  notes: bySomeone,
  dismissed: byItself,
  media: byId,
  looks: byId,
  outlets: byId,
  pieces: byId,
  cues: byId,
  teams: byId,
  goals: byId,
  countdowns: byId,
  counters: byId,
  lanterns: byId,
  draws: byId,
  scenes: byId,
  'leftOut.named': bySomeone,
  'points.perks': byId,
  'plan.slots': byId,
};

/**
 * What belongs to the streamer, and is the same whichever show is on. All else is the show's own: also which files it uses, whose bytes are kept
 * once for all.
 */
export const HOME_PARTS = [
  'feeds',
  'money',
  'people',
  'notes',
  'leftOut',
  'points',
  'zone',
  'goOnMinutes',
  'followAgain',
  'plan',
  'keepSessions',
  'alsoShown',
  'questionWord',
  'delays',
] as const satisfies readonly (keyof Show)[];

/** Parts that are no part of either: the form of the document, the home's own id, and which of its shows it is. */
export const APART = ['format', 'version', 'id', 'setup'] as const satisfies readonly (keyof Show)[];

export const isTree = (value: unknown): value is Tree =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Entries by their keys, in order. Of two with one key the second has another: nothing is lost by it. */
export function keyed(list: readonly Json[], keyOf: KeyOf): Map<string, Json> {
  const entries = new Map<string, Json>();
  for (const entry of list) {
    const key = keyOf(entry);
    let own = key;
    for (let n = 2; entries.has(own); n += 1) own = `${key}\n${n}`;
    entries.set(own, entry);
  }
  return entries;
}
