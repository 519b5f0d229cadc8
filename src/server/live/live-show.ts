import { randomUUID } from 'node:crypto';
import { Recorder } from '@/core/desk/happened';
import type { StreamEvent } from '@/core/event/event';
import { fold } from '@/core/engine/fold';
import type { Command, Input } from '@/core/engine/input';
import { freeze, newState, thaw, troubleOf, type FrozenState, type SessionState } from '@/core/engine/state';
import { freezeIntake, thawIntake, type FrozenIntake } from '@/core/intake/frozen';
import type { Reading } from '@/core/intake/heard';
import { closeSilent, closeStreak, newIntake, remember, setCounter, takeIn, takeReading, type IntakeState } from '@/core/intake/intake';
import { KEPT_TEXT } from '@/core/intake/trouble';
import type { Show } from '@/core/show/show';
import type { InboxAnswer, InboxRequest, Room } from '@/server/feed/client';
import { Connections, type Connection, type ConnectionHost } from './connections';
import { SteadyClock } from './clock';
import { Imitations } from './imitations';
import { Journal } from './journal';
import { Sessions } from './sessions';

/** So many inputs after one snapshot comes the next. */
const SNAPSHOT_EVERY = 20_000;
const STREAK_CHECK_MS = 1000;

/** What a show needs of the house that it runs in. */
export type LiveShowHost = Pick<ConnectionHost, 'addresses' | 'secrets' | 'inbox' | 'recording'>;

interface Snapshot {
  state: FrozenState;
  intakes: [string, FrozenIntake][];
  positions: [string, string][];
  rooms: [string, Room][];
}

/**
 * One show as the server runs it: feeds → intake → journal → engine → whoever looks. It runs with every page closed, and comes back
 * from its journal after the process was killed at any moment.
 */
export class LiveShow {
  readonly clock = new SteadyClock();
  readonly recorder = new Recorder();
  readonly sessions: Sessions;
  state: SessionState;
  private intakes = new Map<string, IntakeState>();
  /** Where each feed can be resumed, and what its room was there. */
  private positions = new Map<string, string>();
  private rooms = new Map<string, Room>();
  readonly connections: Connections;
  readonly imitations = new Imitations();
  private journal: Journal;
  private sinceSnapshot = 0;
  private readonly listeners = new Set<() => void>();
  private ticking: ReturnType<typeof setTimeout> | null = null;
  private readonly streakTimer: ReturnType<typeof setInterval>;

  constructor(folder: string, show: Show, host: LiveShowHost) {
    this.state = newState(show);
    this.connections = new Connections({
      ...host, now: () => this.clock.now(),
      resume: (feed) => ({ position: this.positions.get(feed) ?? null, room: this.rooms.get(feed) ?? null }),
      forget: (feed) => {
        this.positions.delete(feed);
        this.rooms.delete(feed);
      },
      hear: (connection, reading, raw, position) => this.hear(connection, reading, raw, position),
      changed: () => this.changed(),
      quiet: () => this.endIfOver(),
    });
    const last = Journal.numbers(folder).at(-1);
    if (last === undefined) {
      const first: Input = { input: 'show', at: this.clock.now(), show };
      this.journal = Journal.create(folder, [first]);
      this.apply(first, false);
    } else {
      this.journal = this.recover(folder, last);
      if (JSON.stringify(this.state.show) !== JSON.stringify(show)) this.put({ input: 'show', at: this.clock.now(), show });
    }
    this.sessions = new Sessions(folder, this.journal.number, this.state);
    this.connections.update(show.feeds);
    this.planTick();
    this.streakTimer = setInterval(() => this.closeStreaks(), STREAK_CHECK_MS);
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

  /** The streamer ends a session that no platform will end. */
  endSession(): void {
    this.connections.endUntold();
    if (this.running) this.put({ input: 'end', at: this.clock.now() });
  }

  /** A request at a feed's own address: answered with success only once what it brought is on the disk. */
  async receive(feed: string, request: InboxRequest): Promise<InboxAnswer> {
    const client = this.connections.get(feed)?.client;
    if (!client?.receive) return { status: 404, detail: 'This feed is stopped, or takes no requests.' };
    const answer = client.receive(request);
    await this.journal.flush();
    return this.trouble === null ? answer : { status: 503, detail: 'It cannot be kept just now. Send it again.' };
  }

  private changed(): void {
    for (const listener of this.listeners) listener();
  }

  async close(): Promise<void> {
    this.connections.stop();
    clearInterval(this.streakTimer);
    if (this.ticking) clearTimeout(this.ticking);
    await this.journal.close();
  }

  private get running(): boolean {
    return this.state.session !== null && this.state.session.endedAt === null;
  }

  private recover(folder: string, number: number): Journal {
    const { journal, recovered } = Journal.recover(folder, number);
    // Our own file, written by `snapshot` below.
    const snapshot = recovered.snapshot as Snapshot | null;
    if (snapshot) {
      this.state = thaw(snapshot.state);
      this.intakes = new Map(snapshot.intakes.map(([feed, intake]) => [feed, thawIntake(intake)]));
      this.positions = new Map(snapshot.positions);
      this.rooms = new Map(snapshot.rooms);
    }
    for (const input of recovered.inputs) this.apply(input, true);
    this.clock.notBefore(this.state.now);
    return journal;
  }

  /** Writes an input down and does it. */
  private put(input: Input): void {
    this.journal.append(input);
    this.apply(input, false);
    this.sinceSnapshot += 1;
    if (this.sinceSnapshot >= SNAPSHOT_EVERY) this.snapshot();
    this.planTick();
    this.changed();
  }

  private snapshot(): void {
    this.sinceSnapshot = 0;
    const content: Snapshot = {
      state: freeze(this.state), intakes: [...this.intakes].map(([feed, intake]) => [feed, freezeIntake(intake)]),
      positions: [...this.positions], rooms: [...this.rooms],
    };
    void this.journal.snapshot(content);
  }

  /** What an input does, when it comes and when it is read back. */
  private apply(input: Input, again: boolean): void {
    let alert: string | null = null;
    fold(this.state, input, (effect) => {
      if (effect.effect === 'alert') alert = effect.alert.id;
    });
    switch (input.input) {
      case 'event':
        if (again) remember(this.intakeOf(input.event.feed), input.event);
        if (input.position !== undefined) this.positions.set(input.event.feed, input.position);
        if (input.event.kind === 'room') this.rooms.set(input.event.feed, input.event.state === 'live' ? 'live' : 'off');
        this.recorder.record(input.event, input.at, alert);
        break;
      case 'counter':
        if (again) setCounter(this.intakeOf(input.feed), input.counter, input.value);
        if (input.position !== undefined) this.positions.set(input.feed, input.position);
        break;
      case 'gap':
      case 'bad':
        if (input.position !== undefined) this.positions.set(input.feed, input.position);
        break;
      case 'streakEnd':
        if (again) closeStreak(this.intakeOf(input.feed), input.streak);
        this.recorder.close(input.feed, input.streak);
        break;
      case 'begin':
        // What was let in before the session stays known: a platform may send it again. Read back, the session starts with what it was given.
        if (again) this.intakes = new Map();
        this.recorder.clear();
        for (const [feed, { position, room, counters }] of Object.entries(input.feeds ?? {})) {
          if (position !== '') this.positions.set(feed, position);
          if (room) this.rooms.set(feed, room);
          if (again) for (const [counter, value] of Object.entries(counters ?? {})) setCounter(this.intakeOf(feed), counter as 'like' | 'follow', value);
        }
        break;
      case 'show':
      case 'end':
      case 'command':
      case 'tick':
        break;
    }
  }

  private intakeOf(feed: string): IntakeState {
    let intake = this.intakes.get(feed);
    if (!intake) {
      intake = newIntake();
      this.intakes.set(feed, intake);
    }
    return intake;
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
        const counted = takeReading(this.intakeOf(feed.id), feed.id, reading.counter, reading.value, { at, seenAt: at });
        if (counted?.counted === 'base') this.put({ input: 'counter', at, feed: feed.id, counter: reading.counter, value: reading.value, ...behind });
        else if (counted) this.happen(connection, counted.event, behind);
        return;
      }
      case 'heard': {
        const { event } = reading.heard;
        // Webhooks come in any order: a word on the broadcast that is older than the last one changes nothing.
        if (event.kind !== 'room') this.connections.heardFrom(connection);
        else if (event.at >= this.intakeOf(feed.id).roomAt) connection.client?.setRoom(event.state === 'live');
        if (!this.running && connection.client?.room === 'live') this.begin();
        const kept = takeIn(this.intakeOf(feed.id), reading.heard);
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
    const feeds = Object.fromEntries(show.feeds.map(({ id }) => [id, { position: this.positions.get(id) ?? '', room: this.rooms.get(id) ?? null, counters: { ...this.intakes.get(id)?.counters } }]));
    const first: Input[] = [{ input: 'show', at, show }, { input: 'begin', at, session: randomUUID(), feeds }];
    this.sessions.rotate(old.number, this.state);
    // What the old one still holds back must be on the disk before a newer one is: only the newest is read for positions.
    old.flushNow();
    this.journal = Journal.create(old.folder, first);
    this.sessions.current = this.journal.number;
    void old.close().then(() => this.sessions.closed(old.number));
    this.state = newState(show);
    this.sinceSnapshot = 0;
    for (const input of first) this.apply(input, false);
  }

  /** The session ends when no feed of the show is live any more; a feed that is merely reconnecting may be. */
  private endIfOver(): void {
    if (!this.running) return;
    if (!this.connections.anyLive) this.put({ input: 'end', at: this.clock.now() });
  }

  private closeStreaks(): void {
    const at = this.clock.now();
    for (const [feed, intake] of this.intakes) for (const streak of closeSilent(intake, at)) this.put({ input: 'streakEnd', at, feed, streak });
  }

  /** An alert's end changes the state by time alone: the engine is told the time when the next one comes. */
  private planTick(): void {
    if (this.ticking) clearTimeout(this.ticking);
    this.ticking = null;
    let next = Infinity;
    for (const queue of this.state.queues.values()) next = Math.min(next, queue.first?.until ?? Infinity);
    if (next === Infinity) return;
    this.ticking = setTimeout(() => this.put({ input: 'tick', at: this.clock.now() }), Math.max(1, next - this.clock.now()));
  }

  /** The events of one session, as they are kept: the running one's too. */
  async events(session: string): Promise<StreamEvent[] | null> {
    await this.journal.flush();
    const number = this.sessions.numberOf(session, this.state);
    if (number === null) return null;
    return Journal.read(this.journal.folder, number).flatMap((input) => (input.input === 'event' ? [input.event] : []));
  }
}
