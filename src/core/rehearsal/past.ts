import { readEventLine } from '@/core/file/events';
import { drawn } from '@/core/engine/kernel/chance';
import type { StreamEvent } from '@/core/event/event';
import { sendsOf } from '@/core/platform';
import type { Show } from '@/core/show/show';
import { CROWD_KINDS, type CrowdKind } from './crowd';
import { BEGINS, InTurn, type Flow } from './flow';

/** How a past session goes through the show: so many times as fast, with so many times as many people, who give so many times as much. */
export interface PastAsked {
  seed: number;
  size: number;
  gifts: number;
  pace: number;
}

/** Those who are there besides do what somebody did, within so long of it, ms of the rehearsal. */
const NEAR_MS = 10_000;
const GIVING: ReadonlySet<StreamEvent['kind']> = new Set(['gift', 'tip', 'subscribe', 'giftSubs']);

const isCrowdKind = (kind: StreamEvent['kind']): kind is CrowdKind => (CROWD_KINDS as readonly string[]).includes(kind);

/** The feed of this show by which an event comes: its own, or another that sends such things; null: there is none. */
function feedFor({ feeds }: Show, { feed, kind }: StreamEvent): string | null {
  if (!isCrowdKind(kind)) return null;
  const sends = feeds.filter((each) => each.on && sendsOf(each, kind) === 'yes');
  return (sends.find(({ id }) => id === feed) ?? sends[0])?.id ?? null;
}

/** One more who does the same: somebody of their own, a streak of their own. */
function copyOf(event: StreamEvent, n: number): StreamEvent {
  const { viewer } = event;
  const copy = {
    ...event,
    id: `${event.id}+${n}`,
    ...(viewer ? { viewer: { ...viewer, id: `${viewer.id}+${n}`, name: `${viewer.name} ${n + 1}` } } : {}),
  };
  return copy.kind === 'gift' && copy.streakId !== undefined ? { ...copy, streakId: `${copy.streakId}+${n}` } : copy;
}

/** What of a log a crowd may do: lines that cannot be read are left out. @param log a session's events, a line each (NDJSON) */
const readPast = (log: string): StreamEvent[] => log.split('\n').flatMap((line) => pastEvent(line) ?? []);

/** One line of it; null: no crowd does that, or it cannot be read. */
export function pastEvent(line: string): StreamEvent | null {
  const read = line === '' ? null : readEventLine(line);
  return read?.ok && isCrowdKind(read.event.kind) ? read.event : null;
}

/** What alerts come of: a minute that is full of it is a busy one. */
const WORTH_SEEING: ReadonlySet<StreamEvent['kind']> = new Set([...GIVING, 'follow', 'raid', 'share']);
const MINUTE_MS = 60_000;

/** The minute in which most happened that alerts come of, ms from the beginning. */
function busyMinute(events: readonly StreamEvent[], msOf: (event: StreamEvent) => number): number {
  const minutes = new Map<number, number>();
  for (const event of events) {
    if (!WORTH_SEEING.has(event.kind)) continue;
    const minute = Math.floor(msOf(event) / MINUTE_MS);
    minutes.set(minute, (minutes.get(minute) ?? 0) + 1);
  }
  let [busiest, most] = [0, 0];
  for (const [minute, count] of minutes) if (count > most) [busiest, most] = [minute, count];
  return busiest * MINUTE_MS;
}

/**
 * What happened in a past session, as a crowd. Whoever is left out is left out whole, so that streaks stay as they were.
 * @param events what a crowd may do of it, in any order
 */
export function pastFlow(show: Show, events: readonly StreamEvent[], { seed, size, gifts, pace }: PastAsked): Flow {
  const all = [...events].sort((a, b) => a.seenAt - b.seenAt);
  const begun = all[0]?.seenAt ?? 0;
  /** Whose doing an event is: by chance there is one more of them or not, and the same for all that they did. */
  const whoOf = ({ feed, viewer, id }: StreamEvent): string => `${seed}/${feed}/${viewer?.id ?? id}`;
  const timesOf = (event: StreamEvent): number => {
    const factor = size * (GIVING.has(event.kind) ? gifts : 1);
    return Math.floor(factor) + (drawn(whoOf(event)) < factor % 1 ? 1 : 0);
  };
  const msOf = ({ seenAt }: StreamEvent): number => Math.round((seenAt - begun) / pace);
  const made = (event: StreamEvent): StreamEvent[] => {
    const feed = feedFor(show, event);
    if (feed === null) return [];
    return Array.from({ length: timesOf(event) }, (_, n) => {
      // All that one more does is as far from what the first did.
      const off = n === 0 ? 0 : Math.floor(drawn(`${whoOf(event)}/${n}`) * NEAR_MS);
      const moved = BEGINS + msOf(event) + off;
      return { ...(n === 0 ? event : copyOf(event, n)), feed, at: moved, seenAt: moved };
    });
  };
  let next = 0;
  const inTurn = new InTurn((ms) => {
    const first = next;
    for (let event = all[next]; event && msOf(event) < ms; event = all[next]) next += 1;
    return all.slice(first, next).flatMap(made);
  });
  const last = all.at(-1);
  return {
    lengthMs: last ? msOf(last) + 1 : 0,
    busyMs: busyMinute(all, msOf),
    before: (ms) => inTurn.before(ms),
  };
}

/** All of it at once. @param log the session's events, a line each (NDJSON) */
export const pastEvents = (show: Show, log: string, asked: PastAsked): StreamEvent[] =>
  pastFlow(show, readPast(log), asked).before(Infinity);
