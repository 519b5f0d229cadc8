import { createServer, type Server } from 'node:http';
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';
import type { StreamEvent } from '@/core/event/event';
import type { Disk } from '@/server/embedded/disk';
import type { Figures } from '@/server/live/figures';

/*
 * What the server tells of itself to whoever watches over it: the text format of Prometheus (exposition format 0.0.4), on a port of its own, so that
 * it can be closed to the outside. No show, viewer or address is named.
 */

export class Metrics {
  private readonly registry = new Registry();
  private readonly events: Counter<'kind'>;
  private readonly synced: Histogram;

  /** @param figures what the shows come to now; null before they run */
  constructor(figures: () => Figures | null) {
    const registers = [this.registry];
    this.events = new Counter({
      name: 'gavirn_events_total',
      help: 'Events that were taken in, by kind.',
      labelNames: ['kind'],
      registers,
    });
    this.synced = new Histogram({
      name: 'gavirn_journal_sync_seconds',
      help: 'How long the disk took to keep a batch of journal lines.',
      buckets: [0.001, 0.003, 0.01, 0.03, 0.1, 0.3, 1, 3],
      registers,
    });
    const gauge = (name: string, help: string, read: (now: Figures) => number): void =>
      void new Gauge({
        name,
        help,
        registers,
        collect() {
          const now = figures();
          if (now) this.set(read(now));
        },
      });
    gauge('gavirn_shows_running', 'Shows that run.', ({ running }) => running);
    gauge('gavirn_shows_asleep', 'Shows that sleep until somebody opens them.', ({ asleep }) => asleep);
    gauge('gavirn_sessions', 'Sessions that are on.', ({ sessions }) => sessions);
    gauge('gavirn_outlets_open', 'Streams of outlets that are open.', ({ outlets }) => outlets);
    gauge(
      'gavirn_journal_lag_seconds',
      'How long the oldest line waits that is on no disk yet.',
      (now) => now.lagMs / 1000,
    );
    new Gauge({
      name: 'gavirn_feeds',
      help: 'Feeds of running shows, by platform and state.',
      labelNames: ['platform', 'state'],
      registers,
      collect() {
        this.reset();
        for (const { platform, state, count } of figures()?.feeds ?? []) this.set({ platform, state }, count);
      },
    });
    collectDefaultMetrics({ register: this.registry });
  }

  /** An event is taken in. */
  readonly counted = ({ kind }: StreamEvent): void => this.events.inc({ kind });

  /** The same disk, of which it is known how long it takes. */
  watched(disk: Disk): Disk {
    return {
      ...disk,
      open: async (path) => {
        const file = await disk.open(path);
        return {
          ...file,
          sync: async () => {
            const done = this.synced.startTimer();
            await file.sync();
            done();
          },
        };
      },
    };
  }

  /** Answers at /metrics, and nowhere else. */
  server(): Server {
    return createServer((req, res) => {
      if (req.url !== '/metrics' || req.method !== 'GET') {
        res.writeHead(404).end();
        return;
      }
      this.registry.metrics().then(
        (text) => res.writeHead(200, { 'content-type': this.registry.contentType }).end(text),
        // A figure that could not be read is a fault of ours; the server itself goes on.
        () => res.writeHead(500).end(),
      );
    });
  }
}
