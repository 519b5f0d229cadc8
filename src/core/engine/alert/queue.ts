import type { Alert } from './alert';
import { join, joins } from './joining';
import { PLAIN, type QueuePlan } from './plan';
import { shareFor, shortened } from './shortening';
import { AlertList, NONE, NOT_YET, type Say } from './alert-list';

/** How many ended alerts a session keeps for the desk to show again. */
export const KEPT_ALERTS = 50;

/** An alert that grows while it is on the air stays at least this much longer each time, up to three times its length in all. */
const GROWS_MS = 1500;
const GROWS_TO = 3;
/** So many ended alerts lie before the first one until the list is cut: cutting each time would move all that wait. */
const CUT_AFTER = 512;

/** What became of an alert that was asked for: it was added, it joined one that was there, or others had to make way. */
export interface Added {
  alert: Alert;
  joined: boolean;
  /** Those that will not be shown in time: each becomes a line. */
  passed: readonly Alert[];
}

/** The place that is free first. */
function soonest(free: readonly number[]): number {
  let place = 0;
  for (let n = 1; n < free.length; n += 1) if ((free[n] ?? 0) < (free[place] ?? 0)) place = n;
  return place;
}

/** A spotlight's alerts by its plan: when each begins, for how long it is shown, which join and which make way. */
export class AlertQueue extends AlertList {
  /** For how long alerts of each length that waits are shown, by the last plan; null before there is one, and while the queue is held. */
  private shown: Map<number, number> | null = null;

  /** @param say makes an alert's text of its words and values; null: it is said later (`speak`) */
  constructor(
    say: Say | null,
    private plan: QueuePlan = PLAIN,
    alerts: readonly Alert[] = [],
    private heldBack = false,
  ) {
    super(say, alerts);
  }

  get held(): boolean {
    return this.heldBack;
  }

  /** Adds an alert by the plan. The queue takes the object over, and sets its times. */
  add(alert: Alert, now: number): Added {
    const { plan } = this;
    this.still = 0;
    if (plan.merge) {
      const joined = this.join(alert, now);
      if (joined) return joined;
    }
    const last = this.items[this.items.length - 1];
    alert.from = now;
    alert.until = now + alert.length;
    alert.place = 0;
    if (plan.mode === 'newest') {
      // As one that waits: it begins where it is found to be the newest.
      alert.from = alert.until = NOT_YET;
      this.items.push(alert);
      return { alert, joined: false, passed: this.onlyNewest(now) };
    }
    if (plan.mode === 'one' && !plan.shorten && !plan.byWorth && !this.heldBack) {
      // The plain queue: behind the last one, whether three wait or a hundred thousand.
      if (last && this.length > 0) alert.from = Math.max(now, last.until);
      alert.until = alert.from + alert.length;
      if (plan.longestWait > 0 && alert.from - alert.at > plan.longestWait * 1000)
        return { alert, joined: false, passed: [this.word(alert)] };
      this.items.push(alert);
      return { alert, joined: false, passed: NONE };
    }
    const behind = this.behind(alert, now);
    if (behind) return behind;
    alert.from = NOT_YET;
    alert.until = NOT_YET;
    this.items.push(alert);
    if (plan.byWorth) this.forward(this.items.length - 1, this.playing(now));
    return { alert, joined: false, passed: this.replan(now) };
  }

  /**
   * Puts one behind the others where that changes nothing for them: they stay shortened as they are. In a rush this is so nearly always,
   * and planning all of them anew would be most of what a cue costs. Null where they must be planned anew.
   */
  private behind(alert: Alert, now: number): Added | null {
    const { plan, shown } = this;
    if (!shown || plan.mode !== 'one' || plan.byWorth || this.heldBack) return null;
    const share = shareFor(plan, this.wished(this.playing(now)) + alert.length);
    for (const [length, ms] of shown) if (shortened(length, share) !== ms) return null;
    const ms = shortened(alert.length, share);
    alert.from = Math.max(now, this.length > 0 ? (this.items[this.items.length - 1]?.until ?? now) : now);
    alert.until = alert.from + ms;
    if (plan.longestWait > 0 && alert.from - alert.at > plan.longestWait * 1000)
      return { alert, joined: false, passed: [this.word(alert)] };
    shown.set(alert.length, ms);
    this.items.push(alert);
    return { alert, joined: false, passed: NONE };
  }

  /** What was planned waits; of that, the one asked for last is kept. */
  private holdNewest(now: number): readonly Alert[] {
    for (let n = this.playing(now); n < this.items.length; n += 1) {
      const alert = this.items[n];
      if (alert) alert.from = alert.until = NOT_YET;
    }
    return this.onlyNewest(now);
  }

  /**
   * Of several, the one asked for last: it plays from now, or waits while the queue is held. What plays ends for it; what waited is not
   * shown, and is returned.
   */
  private onlyNewest(now: number): readonly Alert[] {
    const first = this.playing(now);
    const newest = this.items[this.items.length - 1];
    const waited = this.items.slice(first, -1);
    if (!newest || this.items.length - 1 < first) return NONE;
    if (!this.heldBack) {
      for (let n = this.head; n < first; n += 1) {
        const there = this.items[n];
        if (there) there.until = Math.min(there.until, now);
      }
      newest.from = now;
      newest.until = now + newest.length;
    }
    newest.place = 0;
    if (waited.length > 0) this.items.splice(first, waited.length);
    for (const alert of waited) this.word(alert);
    return waited;
  }

  private join(asked: Alert, now: number): Added | null {
    if (asked.joins === null) return null;
    const waiting = this.playing(now);
    for (let n = this.items.length - 1; n >= this.head; n -= 1) {
      const there = this.items[n];
      if (!there || there.cue !== asked.cue || there.until <= now) continue;
      const plays = n < waiting;
      if (there.trial !== asked.trial || !joins(there, asked, plays)) continue;
      const until = plays
        ? Math.min(Math.max(there.until, now + GROWS_MS), there.from + there.length * GROWS_TO)
        : there.until;
      // It has been on the air for as long as it may: what comes now begins anew.
      if (plays && until - now < GROWS_MS / 2) continue;
      join(there, asked);
      there.text = '';
      const moves = until !== there.until;
      there.until = until;
      if (!plays && this.plan.byWorth) this.forward(n, waiting);
      return { alert: there, joined: true, passed: moves || this.plan.byWorth ? this.replan(now) : [] };
    }
    return null;
  }

  /** Plans anew all that wait; returns those that would wait for too long, taken out. */
  private replan(now: number): readonly Alert[] {
    const { plan } = this;
    if (plan.mode === 'newest') return this.heldBack ? this.holdNewest(now) : this.onlyNewest(now);
    const places = plan.mode === 'places' ? plan.places : 1;
    const first = this.playing(now);
    const free = new Array<number>(places).fill(now);
    for (let n = this.head; n < first; n += 1) {
      const alert = this.items[n];
      if (alert && alert.place < places) free[alert.place] = Math.max(free[alert.place] ?? now, alert.until);
    }
    const share = shareFor(plan, this.wished(first));
    const longest = plan.longestWait > 0 && !this.heldBack ? plan.longestWait * 1000 : Infinity;
    const passed: Alert[] = [];
    const shown = new Map<number, number>();
    let to = first;
    // Most in a row are as long as each other: what a length is shortened to is worked out once for them.
    let length = NaN;
    let ms = NaN;
    for (let n = first; n < this.items.length; n += 1) {
      const alert = this.items[n];
      if (!alert) continue;
      const place = places === 1 ? 0 : soonest(free);
      const from = this.heldBack ? NOT_YET : (free[place] ?? now);
      if (from - alert.at > longest) {
        passed.push(this.word(alert));
        continue;
      }
      if (alert.length !== length) {
        length = alert.length;
        ms = shortened(length, share);
        shown.set(length, ms);
      }
      const until = this.heldBack ? NOT_YET : from + ms;
      free[place] = until;
      alert.from = from;
      alert.until = until;
      alert.place = place;
      if (to !== n) this.items[to] = alert;
      to += 1;
    }
    if (to !== this.items.length) this.items.length = to;
    this.shown = this.heldBack ? null : shown;
    return passed;
  }

  /** Takes out what has ended by `now`, and returns it in the order in which it ended. */
  takeEnded(now: number): readonly Alert[] {
    if ((this.first?.from ?? NOT_YET) > now || (this.plan.mode === 'one' && (this.first?.until ?? NOT_YET) > now))
      return NONE;
    const ended: Alert[] = [];
    if (this.plan.mode === 'one') {
      for (let { first } = this; first && first.until <= now; first = this.first) {
        ended.push(this.word(first));
        this.head += 1;
      }
      if (this.head === this.items.length || this.head >= CUT_AFTER) {
        this.items = this.items.slice(this.head);
        this.head = 0;
      }
      return ended;
    }
    this.items = this.items.filter((alert) => {
      if (alert.until > now) return true;
      ended.push(this.word(alert));
      return false;
    });
    return ended.sort((a, b) => a.until - b.until);
  }

  /**
   * Ends one alert at once, whether it plays or waits, and moves those behind it forward by the time that frees.
   * @returns what was left out, and those that will not be shown in time after all; null when no such alert is in the queue
   */
  skip(id: string, now: number): { gone: Alert; passed: readonly Alert[] } | null {
    const at = this.items.findIndex((alert, n) => n >= this.head && alert.id === id);
    const gone = this.items[at];
    if (!gone) return null;
    this.items.splice(at, 1);
    this.still = 0;
    const passed = this.replan(now);
    return { gone: this.ended(gone, now), passed };
  }

  /**
   * Holds what waits, or lets it go on; what plays, plays to its end.
   * @returns those that have waited for too long meanwhile: they will not be shown
   */
  hold(on: boolean, now: number): readonly Alert[] {
    this.heldBack = on;
    this.still = 0;
    return this.replan(now);
  }

  /** Takes out all that plays and waits. */
  clear(now: number): Alert[] {
    const gone = this.list().map((alert) => this.ended(alert, now));
    this.items = [];
    this.head = 0;
    this.still = 0;
    this.shown = null;
    return gone;
  }

  /** An alert that is taken out: one that had not begun was shown for no time at all. */
  private ended(alert: Alert, now: number): Alert {
    this.word(alert);
    return { ...alert, from: Math.min(alert.from, now), until: Math.min(alert.until, now) };
  }

  /** The streamer has chosen another plan. */
  follow(plan: QueuePlan, say: Say, now: number): readonly Alert[] {
    this.say = say;
    if (JSON.stringify(plan) === JSON.stringify(this.plan)) return [];
    this.plan = plan;
    this.still = 0;
    // Only one after another are those that have ended left lying before the first.
    this.items = this.items.slice(this.head);
    this.head = 0;
    return this.replan(now);
  }
}
