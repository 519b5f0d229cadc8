import { viewerKey } from '@/core/event/viewer-key';
import { BOARD_MEASURES, addRow, inRow, newRow, type Row } from '@/core/engine/count/row';
import { isLeftOut } from '@/core/engine/count/counting';
import { pocketOf, type Pocket } from '@/core/engine/feature/points/earning';
import type { LedgerLine } from '@/core/engine/feature/points/ledger';
import { shownValue } from '@/core/engine/count/measure';
import { rowOf } from '@/core/engine/count/past';
import { type SessionState } from '@/core/session/state';

/* Everybody who was ever seen with a show, in this session or before. */

export const ROLL_ORDERS = ['last', 'first', 'coins', 'worth', 'likes', 'points', 'name'] as const;
export type RollOrder = (typeof ROLL_ORDERS)[number];

/** One viewer, as a list has them; sums are of all time. */
export interface RollEntry extends Pocket {
  feed: string;
  viewer: string;
  name: string;
  handle: string;
  firstAt: number;
  lastAt: number;
  coins: number;
  /** Minor units of the streamer's currency. */
  worth: number;
  likes: number;
}

/** All that is known of one viewer. */
export interface PersonView extends RollEntry {
  /** Of this session, and of each day before: YYYYMMDD and the measures that are not nothing. */
  session: Record<string, number>;
  ever: Record<string, number>;
  /** What each day came to, in coins and likes, newest last: their history. */
  days: { day: number; coins: number; likes: number; chats: number }[];
  /** What happened to their points, newest last. */
  lines: LedgerLine[];
  leftOut: boolean;
  /** They did something in this session. */
  seenNow: boolean;
  /** They asked for it themselves. */
  unlisted: boolean;
  /** The viewers who are the same person. */
  members: { feed: string; viewer: string; name: string }[];
}

interface Seen {
  feed: string;
  id: string;
  name: string;
  handle: string;
}

/** Calls back with everybody, once each. */
function eachOf(state: SessionState, call: (seen: Seen) => void): void {
  const { viewers, past, ledger } = state;
  viewers.each(call);
  if (past.viewers.size > 0) for (const each of past.viewers.values()) if (!viewers.get(each.feed, each.id)) call(each);
  // Those who came from a file and have not been seen yet.
  for (const account of ledger.accounts.values())
    if (!viewers.get(account.feed, account.id) && !past.viewers.has(viewerKey(account.feed, account.id))) call(account);
}

function everOf(state: SessionState, feed: string, id: string): { row: Row; firstAt: number; lastAt: number } {
  const own = state.viewers.get(feed, id);
  const before = state.past.viewers.get(viewerKey(feed, id));
  const row = own ? rowOf(own) : newRow();
  for (const [, ...day] of before?.days ?? []) addRow(row, day);
  return {
    row,
    firstAt: Math.min(own?.firstAt ?? Infinity, before?.firstAt ?? Infinity),
    lastAt: Math.max(own?.lastAt ?? 0, before?.lastAt ?? 0),
  };
}

function entryOf(state: SessionState, { feed, id, name, handle }: Seen): RollEntry {
  const { row, firstAt, lastAt } = everOf(state, feed, id);
  return {
    feed,
    viewer: id,
    name,
    handle,
    firstAt: Number.isFinite(firstAt) ? firstAt : 0,
    lastAt,
    ...pocketOf(state, feed, id),
    coins: inRow(row, 'coins'),
    worth: shownValue('worth', inRow(row, 'worth')),
    likes: inRow(row, 'likes'),
  };
}

/** What a list is put in order by, largest first. */
function keyOf(state: SessionState, { feed, id }: Seen, order: RollOrder): number {
  if (order === 'points') return state.ledger.get(feed, id)?.balance ?? 0;
  const own = state.viewers.get(feed, id);
  const before = state.past.viewers.get(viewerKey(feed, id));
  if (order === 'last') return Math.max(own?.lastAt ?? 0, before?.lastAt ?? 0);
  if (order === 'first') return Math.min(own?.firstAt ?? Infinity, before?.firstAt ?? Infinity);
  if (order === 'name') return 0;
  return (own?.[order] ?? 0) + (before?.days.reduce((sum, [, ...row]) => sum + inRow(row, order), 0) ?? 0);
}

/** Who is sought: by a part of a name or handle, in an order, so many from a place on. */
export interface RollQuery {
  sought?: string;
  order?: RollOrder;
  from?: number;
  most?: number;
}

/** Those of them that were asked for, how many were found, and how many there are. */
export interface Roll {
  entries: RollEntry[];
  found: number;
  all: number;
}

/**
 * Those whose name or handle contains what is sought, in an order.
 * @param most so many entries at most, from the `from`th on
 * @returns them, how many were found, and how many there are in all
 */
export function roll(state: SessionState, { sought = '', order = 'last', from = 0, most = 50 }: RollQuery): Roll {
  const wanted = sought.trim().replace(/^@/, '');
  // Nothing is made of a name to look into it: there may be hundreds of thousands.
  const holds = new RegExp(
    wanted.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&'),
    /[^\u0000-\u007f]/.test(wanted) ? 'iu' : 'i',
  );
  const found: { seen: Seen; key: number }[] = [];
  let all = 0;
  eachOf(state, (seen) => {
    all += 1;
    if (wanted === '' || holds.test(seen.name) || (seen.handle !== seen.name && holds.test(seen.handle)))
      found.push({ seen, key: keyOf(state, seen, order) });
  });
  const up = order === 'first' ? 1 : -1;
  found.sort((a, b) => (a.key === b.key ? byName(a.seen, b.seen) : up * (a.key - b.key)));
  return { entries: found.slice(from, from + most).map(({ seen }) => entryOf(state, seen)), found: found.length, all };
}

const byName = (a: Seen, b: Seen): number =>
  a.name === b.name ? (viewerKey(a.feed, a.id) < viewerKey(b.feed, b.id) ? -1 : 1) : a.name < b.name ? -1 : 1;

/** So many days and lines are sent. */
const MOST_DAYS = 60;

/** All that is known of one viewer; null when nothing is. */
export function personView(state: SessionState, feed: string, id: string): PersonView | null {
  const own = state.viewers.get(feed, id);
  const before = state.past.viewers.get(viewerKey(feed, id));
  const account = state.ledger.get(feed, id);
  const seen = own ?? before ?? account;
  if (!seen) return null;
  const { row } = everOf(state, feed, id);
  const days = (before?.days ?? []).slice(-MOST_DAYS).map(([day = 0, ...each]) => ({
    day,
    coins: inRow(each, 'coins'),
    likes: inRow(each, 'likes'),
    chats: inRow(each, 'chats'),
  }));
  return {
    ...entryOf(state, seen),
    session: own ? told(rowOf(own)) : {},
    ever: told(row),
    days,
    lines: account?.lines ?? [],
    leftOut: isLeftOut(state, feed, id),
    seenNow: own !== undefined,
    unlisted: state.unlisted.has(viewerKey(feed, id)),
    members: state.derived.people.membersOf(feed, id).map(({ feed: of, viewer }) => ({
      feed: of,
      viewer,
      name: state.viewers.get(of, viewer)?.name ?? state.past.viewers.get(`${of}/${viewer}`)?.name ?? viewer,
    })),
  };
}

/** The measures that are not nothing. */
const told = (row: Row): Record<string, number> =>
  Object.fromEntries(
    BOARD_MEASURES.map((measure) => [measure, shownValue(measure, inRow(row, measure))] as const).filter(
      ([, value]) => value !== 0,
    ),
  );
