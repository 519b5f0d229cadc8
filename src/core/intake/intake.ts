import type { StreamEvent } from '@/core/event/event';
import type { Cumulative, Received } from './received';
import { SeenIds } from './seen';

/** A streak that never says done closes after this long without a step. */
export const STREAK_SILENCE_MS = 10_000;

/** A streak that has been silent for this long is forgotten: no platform sends a step so late. */
const STREAK_MEMORY_MS = 3_600_000;

interface Streak {
  count: number;
  /** When its latest step arrived, by the arrival clock: a platform's own clock may jump. */
  at: number;
  open: boolean;
}

/** What intake must remember of one feed in order to let every message in once and only once. */
export interface IntakeState {
  seen: SeenIds;
  roomId: string | null;
  /** The highest total of likes that the room has stated. */
  roomLikes: number;
  streaks: Map<string, Streak>;
  /** When the room's state last changed, by the platform's clock: an older word on it comes too late. */
  roomAt: number;
  /** The latest reading of each cumulative counter, and how many there have been: makes the differences' ids. */
  counters: Partial<Record<Cumulative, number>>;
  readings: number;
  /** Keys of the open ones among `streaks`, so that closing need not look through all. */
  open: Set<string>;
}

export const newIntake = (): IntakeState => ({
  seen: new SeenIds(),
  roomId: null,
  roomLikes: 0,
  roomAt: 0,
  counters: {},
  readings: 0,
  streaks: new Map(),
  open: new Set(),
});

/**
 * Lets one message in, by the rules of docs/event-model.md: once (a repeated id changes nothing), streaks (cumulative counts become
 * differences), likes (the room's total is the highest stated). `state` is changed in place.
 * @returns the event to keep, or null when the message adds nothing
 */
export function takeIn(state: IntakeState, heard: Received): StreamEvent | null {
  const { event } = heard;
  if (!state.seen.add(event.id)) return null;
  const kept = asDifference(state, heard);
  if (kept) note(state, kept);
  return kept;
}

function asDifference(state: IntakeState, { event, likesTotal, streak }: Received): StreamEvent | null {
  if (event.kind === 'like' && likesTotal !== undefined) {
    const room = Math.max(0, likesTotal - state.roomLikes);
    return room === event.count ? event : { ...event, room };
  }
  if (event.kind === 'gift' && streak) {
    const known = state.streaks.get(streak.key);
    const count = Math.max(0, streak.count - (known?.count ?? 0));
    const closes = streak.done && known?.open === true;
    if (count === 0 && !closes) return null;
    // A streak that has ended stays ended: a late step still adds its gifts, and opens nothing.
    const open = !streak.done && (known === undefined || known.open);
    return { ...event, count, streakId: streak.key, streakOpen: open };
  }
  if (event.kind === 'room' && event.at < state.roomAt) return null;
  return event;
}

/**
 * Takes note of an event that was let in: by `takeIn`, and again when a journal is read back after a restart. Because an event's
 * counts are differences, the sums are what intake had reached, and the journal needs no second record.
 */
export function remember(state: IntakeState, event: StreamEvent): void {
  state.seen.add(event.id);
  note(state, event);
}

function note(state: IntakeState, event: StreamEvent): void {
  if (event.kind === 'like') state.roomLikes += event.room ?? event.count;
  if ((event.kind === 'like' || event.kind === 'follow') && event.total !== undefined)
    setCounter(state, event.kind, event.total);
  if (event.kind === 'room') state.roomAt = event.at;
  if (event.kind === 'room' && event.roomId !== undefined && event.roomId !== state.roomId) {
    state.roomId = event.roomId;
    state.roomLikes = 0;
  }
  if (event.kind === 'gift' && event.streakId !== undefined) {
    const key = event.streakId;
    const open = event.streakOpen ?? false;
    const count = (state.streaks.get(key)?.count ?? 0) + event.count;
    // The latest stand last, so that the oldest are found first when they are forgotten.
    state.streaks.delete(key);
    state.streaks.set(key, { count, at: event.seenAt, open });
    if (open) state.open.add(key);
    else state.open.delete(key);
  }
}

/** What a counter's reading comes to: the base that later ones are measured from, or an event with the difference. */
export type Counted = { counted: 'base' } | { counted: 'event'; event: StreamEvent };

/**
 * Takes one reading of a cumulative counter. The first is the base; a higher one is the difference; a lower one means that the platform
 * started again, and is the new base: nothing is counted, and nothing taken back.
 * @returns null when the reading is what it was
 */
export function takeReading(
  state: IntakeState,
  feed: string,
  { counter, value }: { counter: Cumulative; value: number },
  when: { at: number; seenAt: number },
): Counted | null {
  const known = state.counters[counter];
  if (value === known) return null;
  if (known === undefined || value < known) {
    setCounter(state, counter, value);
    return { counted: 'base' };
  }
  const event: StreamEvent = {
    id: `${counter}:${state.readings + 1}:${value}`,
    feed,
    ...when,
    kind: counter,
    count: value - known,
    total: value,
  };
  state.seen.add(event.id);
  note(state, event);
  return { counted: 'event', event };
}

/** Takes note of a base: by `takeReading`, and again when a journal is read back. */
export function setCounter(state: IntakeState, counter: Cumulative, value: number): void {
  state.counters[counter] = value;
  state.readings += 1;
}

/**
 * Closes the streaks that have been silent for STREAK_SILENCE_MS.
 * @param now by the same clock as the events' `seenAt`, ms
 * @returns the ids of those that closed, oldest first
 */
export function closeSilent(state: IntakeState, now: number): string[] {
  const closed: string[] = [];
  for (const key of state.open) {
    const streak = state.streaks.get(key);
    if (streak && now - streak.at >= STREAK_SILENCE_MS) closed.push(key);
  }
  for (const key of closed) closeStreak(state, key);
  for (const [key, streak] of state.streaks) {
    if (now - streak.at < STREAK_MEMORY_MS) break;
    state.streaks.delete(key);
  }
  return closed;
}

/** Closes one streak: what `closeSilent` does to each, and what reading a journal back does again. */
export function closeStreak(state: IntakeState, key: string): void {
  const streak = state.streaks.get(key);
  if (streak) streak.open = false;
  state.open.delete(key);
}
