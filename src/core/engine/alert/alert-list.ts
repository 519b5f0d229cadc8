import type { WordValues } from '@/core/words/fields';
import type { Alert } from './alert';

/** While the queue is held, what waits is planned for no time at all. */
export const NOT_YET = Number.MAX_SAFE_INTEGER;

export type Say = (words: string, values: WordValues) => string;

export const NONE: readonly Alert[] = [];

/** Alerts that have not ended: first those that play, then those that wait, in the order in which they will come. */
export class AlertList {
  protected items: Alert[];
  protected head = 0;
  /** Nothing begins or ends by itself before this, unless the list is changed. */
  protected still = 0;

  /** @param say makes an alert's text of its words and values; null: it is said later (`speak`) */
  constructor(
    protected say: Say | null,
    alerts: readonly Alert[],
  ) {
    this.items = [...alerts];
  }

  /** Words are filled in by this, if nothing has been said yet: a queue that was read back knows none. */
  speak(say: Say): void {
    this.say ??= say;
  }

  get length(): number {
    return this.items.length - this.head;
  }

  get first(): Alert | undefined {
    return this.items[this.head];
  }

  /** When the last of them will have ended; 0 when there is none. */
  get until(): number {
    let until = 0;
    for (let n = this.head; n < this.items.length; n += 1) until = Math.max(until, this.items[n]?.until ?? 0);
    return until;
  }

  /** Whether nothing has begun or ended by itself since `rest`. */
  isStill(now: number): boolean {
    return now < this.still;
  }

  /** All that has begun and ended by `now` has been taken out: until something is due, or the queue is changed, there is nothing to look for. */
  rest(now: number): void {
    this.still = this.next(now);
  }

  /** When something will next begin or end by itself; Infinity when nothing will. */
  next(now: number): number {
    let next = Infinity;
    for (let n = this.head; n < this.items.length; n += 1) {
      const alert = this.items[n];
      if (!alert || alert.from === NOT_YET) break;
      next = Math.min(next, alert.until);
      if (alert.from > now) return Math.min(next, alert.from);
    }
    return next;
  }

  /** The first `count` of them; all when that is not said. */
  list(count = Infinity): Alert[] {
    const list = this.items.slice(this.head, Math.min(this.items.length, this.head + count));
    for (const alert of list) this.word(alert);
    return list;
  }

  /** Fills in an alert's words. */
  word(alert: Alert): Alert {
    if (alert.text === '') alert.text = this.say?.(alert.words, alert.values) ?? '';
    return alert;
  }

  /** Those that have begun by `now` and were not told of before. */
  takeBegun(now: number): readonly Alert[] {
    let begun = NONE;
    for (let n = this.head; n < this.items.length; n += 1) {
      const alert = this.items[n];
      if (!alert || alert.from > now) break;
      if (alert.begun) continue;
      alert.begun = true;
      begun = [...begun, alert];
    }
    return begun;
  }

  /** For how long those from `first` on would be shown if none were shortened, ms. */
  protected wished(first: number): number {
    let wished = 0;
    for (let n = first; n < this.items.length; n += 1) wished += this.items[n]?.length ?? 0;
    return wished;
  }

  /** Where those that wait begin. */
  protected playing(now: number): number {
    let at = this.head;
    while (at < this.items.length && (this.items[at]?.from ?? NOT_YET) <= now) at += 1;
    return at;
  }

  /** Brings one that waits before those that are worth less. */
  protected forward(from: number, waiting: number): void {
    const [alert] = this.items.splice(from, 1);
    if (!alert) return;
    let at = from;
    while (at > waiting && (this.items[at - 1]?.worth ?? 0) < alert.worth) at -= 1;
    this.items.splice(at, 0, alert);
  }
}
