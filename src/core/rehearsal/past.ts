import { readEventLine } from '@/core/file/events';
import { drawn } from '@/core/engine/kernel/chance';
import type { StreamEvent } from '@/core/event/event';
import { sendsOf } from '@/core/platform';
import type { Show } from '@/core/show/show';
import { CROWD_KINDS, type CrowdKind } from './crowd';
import { BEGINS } from './events';

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

/**
 * What happened in a past session, as a crowd. Whoever is left out is left out whole, so that streaks stay as they were.
 * @param log the session's events, a line each (NDJSON); lines that cannot be read are left out
 */
export function pastEvents(show: Show, log: string, { seed, size, gifts, pace }: PastAsked): StreamEvent[] {
  const all = log.split('\n').flatMap((line) => {
    const read = line === '' ? null : readEventLine(line);
    return read?.ok && isCrowdKind(read.event.kind) ? [read.event] : [];
  });
  const begun = all.reduce((first, { seenAt }) => Math.min(first, seenAt), Infinity);
  /** Whose doing an event is: by chance there is one more of them or not, and the same for all that they did. */
  const whoOf = ({ feed, viewer, id }: StreamEvent): string => `${seed}/${feed}/${viewer?.id ?? id}`;
  const timesOf = (event: StreamEvent): number => {
    const factor = size * (GIVING.has(event.kind) ? gifts : 1);
    return Math.floor(factor) + (drawn(whoOf(event)) < factor % 1 ? 1 : 0);
  };
  const events = all.flatMap((event) => {
    const feed = feedFor(show, event);
    if (feed === null) return [];
    const at = BEGINS + Math.round((event.seenAt - begun) / pace);
    return Array.from({ length: timesOf(event) }, (_, n) => {
      // All that one more does is as far from what the first did.
      const off = n === 0 ? 0 : Math.floor(drawn(`${whoOf(event)}/${n}`) * NEAR_MS);
      const moved = at + off;
      return { ...(n === 0 ? event : copyOf(event, n)), feed, at: moved, seenAt: moved };
    });
  });
  return events.sort((a, b) => a.seenAt - b.seenAt);
}
