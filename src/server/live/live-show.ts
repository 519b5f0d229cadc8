import { randomBytes, randomUUID } from 'node:crypto';
import type { Recorder } from '@/core/desk/happened';
import type { StreamEvent } from '@/core/event/event';
import { nextDue } from '@/core/engine/cues';
import { knowsNothing, lastingOf, type Lasting } from '@/core/engine/lasting';
import { unseeded } from '@/core/engine/drawing';
import type { Command, Input } from '@/core/engine/input';
import { newState, troubleOf, type SessionState } from '@/core/engine/state';
import type { Reading } from '@/core/intake/heard';
import { closeSilent, takeIn, takeReading } from '@/core/intake/intake';
import { KEPT_TEXT } from '@/core/intake/trouble';
import type { Show } from '@/core/show/show';
import type { InboxAnswer, InboxRequest } from '@/server/feed/client';
import { Connections, type Connection, type ConnectionHost } from './connections';
import { SteadyClock } from './clock';
import { Imitations } from './imitations';
import { Journal } from './journal';
import { Outbound, type OutboundHost } from './outbound';
import { Sessions } from './sessions';
import { snapshotApart } from './snapshot';
import { Standing } from './standing';

/** A snapshot comes after so many bytes of journal, or a sixteenth of it: so all snapshots together cost no more than a few readings of the whole. */
const SNAPSHOT_BYTES = 8 << 20;
const SNAPSHOT_SHARE = 1 / 16;
const STREAK_CHECK_MS = 1000;

/** What a show needs of the house that it runs in. */
export type LiveShowHost = Pick<ConnectionHost, 'addresses' | 'outward' | 'secrets' | 'inbox' | 'recording'> & Pick<OutboundHost, 'asks'> & { clock?: SteadyClock };

/**
 * One show as the server runs it: feeds → intake → journal → engine → whoever looks. It runs with every page closed, and comes back
 * from its journal after the process was killed at any moment.
 */
export class LiveShow {
  readonly clock: SteadyClock;
  readonly sessions: Sessions;
  readonly connections: Connections;
  readonly imitations = new Imitations();
  private readonly standing: Standing;
  private journal: Journal;
  /** How much of the journal the last snapshot holds, and how to stop one that is being taken. */
  private snapshotBytes = 0;
  private snapshotting: (() => void) | null = null;
  readonly outbound: Outbound;
  private readonly listeners = new Set<() => void>();
  private ticking: { timer: ReturnType<typeof setTimeout>; at: number } | null = null;
  private readonly streakTimer: ReturnType<typeof setInterval>;

  constructor(folder: string, show: Show, host: LiveShowHost) {
    this.clock = host.clock ?? new SteadyClock();
    const last = Journal.numbers(folder).at(-1);
    const first: Input = { input: 'show', at: this.clock.now(), show };
    if (last === undefined) {
      this.journal = Journal.create(folder, [first]);
      this.standing = Standing.of(show);
      this.standing.apply(first, false);
    } else {
      const { journal, recovered } = Journal.recover(folder, last);
      this.journal = journal;
      this.standing = Standing.readBack(show, recovered);
      this.clock.notBefore(this.state.now);
    }
    const { positions, rooms } = this.standing;
    this.connections = new Connections({
      ...host, now: () => this.clock.now(),
      resume: (feed) => ({ position: positions.get(feed) ?? null, room: rooms.get(feed) ?? null }),
      forget: (feed) => {
        positions.delete(feed);
        rooms.delete(feed);
      },
      hear: (connection, reading, raw, position) => this.hear(connection, reading, raw, position),
      changed: () => this.changed(),
      quiet: () => this.endIfOver(),
    });
    this.outbound = new Outbound({
      outward: host.outward, asks: host.asks, changed: () => this.changed(),
      clients: (feed) => {
        const own = feed === null ? null : this.connections.get(feed)?.client;
        return own?.post ? [own] : this.state.show.feeds.map(({ id }) => this.connections.get(id)?.client);
      },
    });
    if (JSON.stringify(this.state.show) !== JSON.stringify(show)) this.put({ input: 'show', at: this.clock.now(), show });
    this.sessions = new Sessions(folder, this.journal.number, this.state);
    this.connections.update(show.feeds);
    this.seedDraws();
    this.planTick();
    this.streakTimer = setInterval(() => this.closeStreaks(), STREAK_CHECK_MS);
  }

  get state(): SessionState {
    return this.standing.state;
  }

  get recorder(): Recorder {
    return this.standing.recorder;
  }

  /** Calls back after anything has changed; returns how to stop that. */
  onChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** A sentence while the journal cannot be written. */
  get trouble(): string | null {
    return this.journal.trouble;
  }

  publish(show: Show): void {
    this.put({ input: 'show', at: this.clock.now(), show });
    this.connections.update(show.feeds);
    this.endIfOver();
  }

  command(command: Command): void {
    this.put({ input: 'command', at: this.clock.now(), command });
  }

  /** Takes back what earlier sessions left; nothing where that is known. */
  restore(lasting: Lasting): void {
    if (knowsNothing(this.state)) this.put({ input: 'restore', at: this.clock.now(), lasting });
  }

  /** The streamer ends a session that no platform will end. */
  endSession(): void {
    this.connections.endUntold();
    if (this.running) this.put({ input: 'end', at: this.clock.now() });
  }

  /** A request at a feed's own address: answered with success only once what it brought is on the disk. */
  async receive(feed: string, request: InboxRequest): Promise<InboxAnswer> {
    const client = this.connections.get(feed)?.client;
    if (!client?.receive) return { status: 404, detail: 'This feed is stopped, or takes no requests.' };
    const answer = await client.receive(request);
    await this.journal.flush();
    return this.trouble === null ? answer : { status: 503, detail: 'It cannot be kept just now. Send it again.' };
  }

  private changed(): void {
    for (const listener of this.listeners) listener();
  }

  async close(): Promise<void> {
    this.connections.stop();
    clearInterval(this.streakTimer);
    if (this.ticking) clearTimeout(this.ticking.timer);
    this.snapshotting?.();
    await this.journal.close();
  }

  private get running(): boolean {
    return this.state.session !== null && this.state.session.endedAt === null;
  }

  /** Writes an input down and does it. */
  private put(input: Input): void {
    this.journal.append(input);
    this.standing.apply(input, false, (effect) => this.outbound.act(effect));
    if (input.input !== 'seed') this.seedDraws();
    this.snapshotIfDue();
    this.planTick();
    this.changed();
  }

  /** A draw that has no seed gets one, before anyone can know what it will draw. */
  private seedDraws(): void {
    for (const draw of unseeded(this.state)) this.put({ input: 'seed', at: this.clock.now(), draw, seed: randomBytes(32).toString('hex') });
  }

  private snapshotIfDue(): void {
    const { folder, number, bytes } = this.journal;
    if (this.snapshotting || bytes - this.snapshotBytes < Math.max(SNAPSHOT_BYTES, bytes * SNAPSHOT_SHARE)) return;
    const { stop, done } = snapshotApart(folder, number, bytes);
    this.snapshotting = stop;
    void done.then(() => {
      this.snapshotting = null;
      if (this.journal.number === number) this.snapshotBytes = bytes;
      // The journal may have gone meanwhile, with its session: its snapshot then goes as well.
      else if (!Journal.numbers(folder).includes(number)) Journal.remove(folder, number);
    });
  }

  private hear(connection: Connection, reading: Reading, raw: string, position?: string): void {
    const { feed, keeper } = connection;
    const at = this.clock.now();
    const behind = position === undefined ? {} : { position };
    switch (reading.kind) {
      case 'bad':
        return this.put({ input: 'bad', at, feed: feed.id, reason: reading.reason, text: raw.slice(0, KEPT_TEXT), ...behind });
      case 'gap':
        return this.put({ input: 'gap', at, feed: feed.id, from: keeper.health.heardAt, lost: reading.lost, ...behind });
      case 'counter': {
        const counted = takeReading(this.standing.intakeOf(feed.id), feed.id, reading.counter, reading.value, { at, seenAt: at });
        if (counted?.counted === 'base') this.put({ input: 'counter', at, feed: feed.id, counter: reading.counter, value: reading.value, ...behind });
        else if (counted) this.happen(connection, counted.event, behind);
        return;
      }
      case 'heard': {
        const { event } = reading.heard;
        // Webhooks come in any order: a word on the broadcast that is older than the last one changes nothing.
        if (event.kind !== 'room') this.connections.heardFrom(connection);
        else if (event.at >= this.standing.intakeOf(feed.id).roomAt) connection.client?.setRoom(event.state === 'live');
        if (!this.running && connection.client?.room === 'live') this.begin();
        const kept = takeIn(this.standing.intakeOf(feed.id), reading.heard);
        if (kept) return this.happen(connection, kept, behind);
        troubleOf(this.state, feed.id).duplicates += 1;
      }
    }
  }

  private happen({ feed, keeper }: Connection, event: StreamEvent, behind: { position?: string }): void {
    const at = this.clock.now();
    keeper.event(event, at);
    this.imitations.meet(event, at);
    this.put({ input: 'event', at, event, ...behind });
    if (event.kind === 'room') this.endIfOver();
  }

  /** A session begins with a journal of its own. */
  private begin(): void {
    const old = this.journal;
    const { show } = this.state;
    const at = this.clock.now();
    const feeds = Object.fromEntries(show.feeds.map(({ id }) => [id, { position: this.standing.positions.get(id) ?? '', room: this.standing.rooms.get(id) ?? null, counters: { ...this.standing.intakeOf(id).counters } }]));
    const first: Input[] = [{ input: 'show', at, show }, { input: 'begin', at, session: randomUUID(), feeds, lasting: lastingOf(this.state) }];
    this.sessions.rotate(old.number, this.state);
    // What the old one still holds back must be on the disk before a newer one is: only the newest is read for positions.
    old.flushNow();
    this.journal = Journal.create(old.folder, first);
    this.sessions.current = this.journal.number;
    void old.close().then(() => this.sessions.closed(old.number));
    this.standing.state = newState(show);
    this.snapshotting?.();
    this.snapshotBytes = 0;
    for (const input of first) this.standing.apply(input, false);
    this.seedDraws();
  }

  /** The session ends when no feed of the show is live any more; a feed that is merely reconnecting may be. */
  private endIfOver(): void {
    if (!this.running) return;
    if (!this.connections.anyLive) this.put({ input: 'end', at: this.clock.now() });
  }

  private closeStreaks(): void {
    const at = this.clock.now();
    for (const [feed, intake] of this.standing.allIntakes()) for (const streak of closeSilent(intake, at)) this.put({ input: 'streakEnd', at, feed, streak });
  }

  /** An alert's end, a wait's end and the clock change the state by time alone: the engine is told the time when the next one comes. */
  private planTick(): void {
    let next = Math.min(nextDue(this.state), this.state.derived.rollsAt);
    for (const queue of this.state.queues.values()) next = Math.min(next, queue.next(this.state.now));
    if (this.ticking?.at === next) return;
    if (this.ticking) clearTimeout(this.ticking.timer);
    this.ticking = null;
    if (next === Infinity) return;
    const timer = setTimeout(() => {
      this.ticking = null;
      this.put({ input: 'tick', at: this.clock.now() });
    }, Math.max(1, next - this.clock.now()));
    this.ticking = { timer, at: next };
  }

  /** The events of one session, as they are kept, the running one's too; null when there is no such session here. */
  async events(session: string): Promise<AsyncIterable<StreamEvent> | null> {
    const inputs = await this.inputs(session);
    return inputs && eventsOf(inputs);
  }

  /** Everything that a session's state follows from, as it was written down; null when it is not here any more. */
  async inputs(session: string): Promise<AsyncIterable<Input> | null> {
    await this.journal.flush();
    const { folder, number: current, bytes } = this.journal;
    const number = this.sessions.numberOf(session, this.state);
    return number === null ? null : Journal.inputs(folder, number, number === current ? bytes : Infinity);
  }
}

async function* eventsOf(inputs: AsyncIterable<Input>): AsyncGenerator<StreamEvent> {
  for await (const input of inputs) if (input.input === 'event') yield input.event;
}
