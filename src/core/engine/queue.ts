/** One alert, as it plays or waits. Times are the engine's, ms. */
export interface Alert {
  id: string;
  /** The cue that made it. */
  cue: string;
  spotlight: string;
  from: number;
  until: number;
  text: string;
  /** True when it was tried by the streamer: shown as any other, counted nowhere. */
  trial: boolean;
}

/** A spotlight's alerts that have not ended, in order; the first one plays once its time has come. */
export type Queue = Alert[];

/** How many ended alerts a session keeps for the desk to show again. */
export const KEPT_ALERTS = 50;

/** Adds an alert behind all that wait: one after another, each for its whole length. */
export function enqueue(queue: Queue, alert: Omit<Alert, 'from' | 'until'>, now: number, length: number): Alert {
  const from = Math.max(now, queue[queue.length - 1]?.until ?? 0);
  const planned = { ...alert, from, until: from + length };
  queue.push(planned);
  return planned;
}

/** Takes out what has ended by `now`, and returns it. */
export function takeEnded(queue: Queue, now: number): Alert[] {
  let n = 0;
  for (let first = queue[n]; first && first.until <= now; first = queue[n]) n += 1;
  return n === 0 ? [] : queue.splice(0, n);
}

/**
 * Ends one alert at once, whether it plays or waits, and moves those behind it forward by the time that frees.
 * @returns what was left out, or null when no such alert is in the queue
 */
export function skip(queue: Queue, id: string, now: number): Alert | null {
  const at = queue.findIndex((alert) => alert.id === id);
  const gone = queue[at];
  if (!gone) return null;
  queue.splice(at, 1);
  let free = Math.max(now, gone.from);
  for (const alert of queue.slice(at)) {
    const length = alert.until - alert.from;
    alert.from = free;
    alert.until = free + length;
    free = alert.until;
  }
  return gone.from < now ? { ...gone, until: now } : gone;
}
