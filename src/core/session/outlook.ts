import { outlook as countdownEnds } from '@/core/engine/feature/countdown/schema';
import { inRow, shownValue } from '@/core/engine/count/measure';
import { MINUTE_MS } from '@/core/engine/count/past';
import type { SessionState } from './state';

/** So far is looked back upon to tell the present rate. */
const LOOKED_BACK_MS = 10 * MINUTE_MS;

/**
 * When a goal will be reached, or a countdown end, if all goes on as in the last ten minutes; by number (numbers.ts), to the whole minute, ms.
 * -1: not at this rate. Numbers of which nothing can be said are left out. For the streamer alone.
 */
export function outlooks(state: SessionState): Record<string, number> {
  const { session, now } = state;
  const found: Record<string, number> = {};
  if (!session || session.endedAt !== null) return found;
  const put = (number: string, at: number): void =>
    void (found[number] = Number.isFinite(at) ? Math.round(at / MINUTE_MS) * MINUTE_MS : -1);
  const since = Math.max(session.startedAt, now - LOOKED_BACK_MS);
  const rows = [...state.minutes.entries()].filter(([at]) => at + MINUTE_MS > since && at <= now).map(([, row]) => row);
  const over = now - Math.floor(since / MINUTE_MS) * MINUTE_MS;
  for (const goal of state.show.goals) {
    const course = state.goals.get(goal.id);
    // A minute at least: the first gift of a session says nothing yet.
    if (!course || course.hidden || course.value >= course.target || now - session.startedAt < MINUTE_MS) continue;
    const gained = shownValue(
      goal.measure,
      rows.reduce((sum, row) => sum + inRow(row, goal.measure), 0),
    );
    put(`goal/${goal.id}`, gained <= 0 ? Infinity : now + ((course.target - course.value) * over) / gained);
  }
  for (const countdown of state.countdowns.values()) {
    const at = countdownEnds(countdown, now, session.startedAt);
    if (at !== null) put(`countdown/${countdown.id}`, at);
  }
  return found;
}
