import { pushKept } from '@/core/event/kept';
import type { StreamEvent } from '@/core/event/event';
import type { EventKind } from '@/core/event/kind';
import type { FeedState } from '@/core/platform/feed-state';

/** A time without a connection; `until` is null while it lasts. */
export interface Outage {
  from: number;
  until: number | null;
}

/** What is known of one feed's connection, for its card and its lane. Times in ms. */
export interface FeedHealth {
  state: FeedState;
  since: number;
  reconnects: number;
  /** From the platform's stamp to here, the clocks' difference taken out; null before the first event with a time. */
  latencyMs: number | null;
  /** How far the platform's clock is ahead of this one; estimated. */
  clockAheadMs: number;
  lastSeen: Partial<Record<EventKind, number>>;
  /** When anything came last; null before that. */
  heardAt: number | null;
}

/** A difference of clocks smaller than this is not told apart from latency. */
const CLOCK_MATTERS_MS = 2000;
/** Latency over time: one point for so long, the largest of its stretch; and so many points. */
const POINT_MS = 10_000;
const KEPT_POINTS = 180;
const KEPT_OUTAGES = 50;

/** Keeps one feed's health: its state, its latency, and how far its clock is off. */
export class HealthKeeper {
  readonly health: FeedHealth;
  /** Newest last: [time, latency] in ms, and times without a connection. */
  readonly latencies: [number, number][] = [];
  readonly outages: Outage[] = [];
  private stated: number | null = null;
  private least = Infinity;

  constructor(now: number) {
    this.health = {
      state: 'looking',
      since: now,
      reconnects: 0,
      latencyMs: null,
      clockAheadMs: 0,
      lastSeen: {},
      heardAt: null,
    };
  }

  state(state: FeedState, now: number): void {
    const open = this.outages.at(-1);
    if (state === 'reconnecting') {
      this.health.reconnects += 1;
      if (open?.until !== null) pushKept(this.outages, { from: now, until: null }, KEPT_OUTAGES);
    } else if (open?.until === null) {
      this.outages[this.outages.length - 1] = { ...open, until: now };
    }
    this.health.state = state;
    this.health.since = now;
  }

  /** The platform's own word on its time (the Date header), as ms ahead of ours. */
  clock(aheadMs: number): void {
    this.stated = aheadMs;
  }

  event(event: StreamEvent, now: number): void {
    this.health.lastSeen[event.kind] = now;
    this.health.heardAt = now;
    if (
      event.kind === 'room' ||
      event.kind === 'audience' ||
      ((event.kind === 'like' || event.kind === 'follow') && event.total !== undefined)
    )
      return;
    // The quickest message of all says most about the clocks: what is slower was underway longer.
    const difference = event.seenAt - event.at;
    this.least = Math.min(this.least, difference);
    const off = Math.abs(this.least) > CLOCK_MATTERS_MS || this.least < 0 ? -this.least : 0;
    this.health.clockAheadMs =
      off === 0 && this.stated !== null && Math.abs(this.stated) > CLOCK_MATTERS_MS ? this.stated : off;
    const latency = Math.max(0, difference + off);
    this.health.latencyMs =
      this.health.latencyMs === null ? latency : Math.round(this.health.latencyMs * 0.9 + latency * 0.1);
    const point = this.latencies.at(-1);
    if (point && now - point[0] < POINT_MS) point[1] = Math.max(point[1], latency);
    else pushKept(this.latencies, [now, latency], KEPT_POINTS);
  }
}
