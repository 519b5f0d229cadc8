import type { StreamEvent } from '@/core/event/event';
import { problemsOf } from '@/core/engine/feature/feed-problem';
import { closeSilent, takeIn, takeReading } from '@/core/intake/intake';
import { KEPT_TEXT } from '@/core/intake/problems';
import type { Reading } from '@/core/intake/received';
import type { Input } from '@/core/session/input';
import type { Runtime } from '@/server/runtime/runtime';
import type { Connection } from './connections';
import type { Imitations } from './imitations';
import { asKept } from '@/core/words/phrase';

/** What hearing needs of the show that it belongs to. */
export interface HearingHost {
  now: () => number;
  runtime: () => Runtime;
  isOn: () => boolean;
  begin: () => void;
  put: (input: Input) => void;
  endIfOver: () => void;
  heardFrom: (connection: Connection) => void;
  imitations: Imitations;
  /** Told of each event that is taken in. */
  counted: ((event: StreamEvent) => void) | undefined;
}

/** Where what a feed reads becomes an input: let in once, with the place in its stream. */
export class Hearing {
  constructor(private readonly host: HearingHost) {}

  /** @param position where the feed's stream can be resumed behind this message */
  hear(connection: Connection, reading: Reading, raw: string, position?: string): void {
    const { host } = this;
    const { feed, keeper } = connection;
    const runtime = host.runtime();
    if (runtime.state.stopped.feeds.has(feed.id)) return;
    const at = host.now();
    const resumed = position === undefined ? {} : { position };
    switch (reading.kind) {
      case 'bad':
        host.put({
          input: 'bad',
          at,
          feed: feed.id,
          reason: asKept(reading.reason).slice(0, 1000),
          text: raw.slice(0, KEPT_TEXT),
          ...resumed,
        });
        return;
      case 'gap':
        host.put({ input: 'gap', at, feed: feed.id, from: keeper.health.heardAt, lost: reading.lost, ...resumed });
        return;
      case 'counter': {
        const { counter, value } = reading;
        const counted = takeReading(runtime.intakeOf(feed.id), feed.id, { counter, value }, { at, seenAt: at });
        if (counted?.counted === 'base') host.put({ input: 'counter', at, feed: feed.id, counter, value, ...resumed });
        else if (counted) this.happen(connection, counted.event, resumed);
        return;
      }
      case 'heard':
        this.heard(connection, reading.heard, resumed);
    }
  }

  /** A streak that has been silent for long enough is over. */
  closeStreaks(): void {
    const at = this.host.now();
    for (const [feed, intake] of this.host.runtime().allIntakes())
      for (const streak of closeSilent(intake, at)) this.host.put({ input: 'streakEnd', at, feed, streak });
  }

  private heard(
    connection: Connection,
    received: Extract<Reading, { kind: 'heard' }>['heard'],
    resumed: { position?: string },
  ): void {
    const { host } = this;
    const { feed, client } = connection;
    const { event } = received;
    // Webhooks come in any order: a word on the broadcast that is older than the last one changes nothing.
    if (event.kind !== 'room') host.heardFrom(connection);
    else if (event.at >= host.runtime().intakeOf(feed.id).roomAt) client?.setRoom(event.state === 'live');
    if (!host.isOn() && client?.room === 'live') host.begin();
    const kept = takeIn(host.runtime().intakeOf(feed.id), received);
    if (kept) return this.happen(connection, kept, resumed);
    problemsOf(host.runtime().state, feed.id).duplicates += 1;
  }

  private happen({ keeper }: Connection, event: StreamEvent, resumed: { position?: string }): void {
    const at = this.host.now();
    keeper.event(event, at);
    this.host.imitations.meet(event, at);
    this.host.put({ input: 'event', at, event, ...resumed });
    this.host.counted?.(event);
    if (event.kind === 'room') this.host.endIfOver();
  }
}
