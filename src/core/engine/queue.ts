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

/** How many ended alerts a session keeps for the desk to show again. */
export const KEPT_ALERTS = 50;

/** So many ended alerts lie before the first one until the list is cut: cutting each time would move all that wait. */
const CUT_AFTER = 512;

/**
 * A spotlight's alerts that have not ended, in order; the first one plays once its time has come. Taking from the front costs the same
 * whether three wait or a hundred thousand.
 */
export class AlertQueue {
  private items: Alert[];
  private head = 0;

  constructor(alerts: readonly Alert[] = []) {
    this.items = [...alerts];
  }

  get length(): number {
    return this.items.length - this.head;
  }

  get first(): Alert | undefined {
    return this.items[this.head];
  }

  /** When the last of them will have ended; 0 when there is none. */
  get until(): number {
    return this.length === 0 ? 0 : (this.items[this.items.length - 1]?.until ?? 0);
  }

  /** The first `count` of them; all when that is not said. */
  list(count = Infinity): Alert[] {
    return this.items.slice(this.head, Math.min(this.items.length, this.head + count));
  }

  /** Adds an alert behind all that wait: one after another, each for its whole length (ms). */
  add(alert: Omit<Alert, 'from' | 'until'>, now: number, length: number): Alert {
    const from = Math.max(now, this.until);
    const { id, cue, spotlight, text, trial } = alert;
    const planned = { id, cue, spotlight, from, until: from + length, text, trial };
    this.items.push(planned);
    return planned;
  }

  /** Takes out what has ended by `now`, and returns it. */
  takeEnded(now: number): Alert[] {
    const ended: Alert[] = [];
    for (let { first } = this; first && first.until <= now; first = this.first) {
      ended.push(first);
      this.head += 1;
    }
    if (this.head === this.items.length || this.head >= CUT_AFTER) {
      this.items = this.items.slice(this.head);
      this.head = 0;
    }
    return ended;
  }

  /**
   * Ends one alert at once, whether it plays or waits, and moves those behind it forward by the time that frees.
   * @returns what was left out, or null when no such alert is in the queue
   */
  skip(id: string, now: number): Alert | null {
    const at = this.items.findIndex((alert, n) => n >= this.head && alert.id === id);
    const gone = this.items[at];
    if (!gone) return null;
    this.items.splice(at, 1);
    let free = Math.max(now, gone.from);
    for (let n = at; n < this.items.length; n += 1) {
      const alert = this.items[n];
      if (!alert) break;
      const length = alert.until - alert.from;
      alert.from = free;
      alert.until = free + length;
      free = alert.until;
    }
    return gone.from < now ? { ...gone, until: now } : gone;
  }
}
