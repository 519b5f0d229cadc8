import { randomUUID } from 'node:crypto';
import { HealthKeeper } from '@/core/desk/feed-health';
import { Recorder } from '@/core/desk/happened';
import type { StreamEvent } from '@/core/event/event';
import { fold } from '@/core/engine/fold';
import type { Command, Input } from '@/core/engine/input';
import { freeze, newState, thaw, troubleOf, type FrozenState, type SessionState } from '@/core/engine/state';
import { freezeIntake, thawIntake, type FrozenIntake } from '@/core/intake/frozen';
import type { Reading } from '@/core/intake/heard';
import { closeSilent, closeStreak, newIntake, remember, takeIn, type IntakeState } from '@/core/intake/intake';
import { KEPT_TEXT } from '@/core/intake/trouble';
import type { Feed, Show } from '@/core/show/show';
import { PLATFORMS, type PlatformAddresses } from '@/server/feed/platform';
import { SseClient, type Room } from '@/server/feed/sse';
import { SteadyClock } from './clock';
import { Journal } from './journal';
import { Sessions } from './sessions';

/** So many inputs after one snapshot comes the next. */
const SNAPSHOT_EVERY = 20_000;
const STREAK_CHECK_MS = 1000;

interface Connection {
  feed: Feed;
  client: SseClient | null;
  keeper: HealthKeeper;
}

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
  private readonly connections = new Map<string, Connection>();
  private journal: Journal;
  private sinceSnapshot = 0;
  private readonly listeners = new Set<() => void>();
  private ticking: ReturnType<typeof setTimeout> | null = null;
  private readonly streakTimer: ReturnType<typeof setInterval>;

  constructor(folder: string, show: Show, private readonly addresses: PlatformAddresses) {
    this.state = newState(show);
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
    this.connect(show.feeds);
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

  health(feed: string) {
    return this.connections.get(feed)?.keeper.health ?? null;
  }

  publish(show: Show): void {
    this.put({ input: 'show', at: this.clock.now(), show });
    this.connect(show.feeds);
    this.endIfOver();
  }

  command(command: Command): void {
    this.put({ input: 'command', at: this.clock.now(), command });
  }

  async close(): Promise<void> {
    for (const { client } of this.connections.values()) client?.stop();
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
    for (const listener of this.listeners) listener();
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
      case 'gap':
      case 'bad':
        if (input.position !== undefined) this.positions.set(input.feed, input.position);
        break;
      case 'streakEnd':
        if (again) closeStreak(this.intakeOf(input.feed), input.streak);
        this.recorder.close(input.feed, input.streak);
        break;
      case 'begin':
        this.intakes = new Map();
        this.recorder.clear();
        for (const [feed, { position, room }] of Object.entries(input.feeds ?? {})) {
          this.positions.set(feed, position);
          if (room) this.rooms.set(feed, room);
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

  /** Connects what is new or was changed, and stops what is gone or switched off. */
  private connect(feeds: readonly Feed[]): void {
    for (const [id, { feed, client }] of this.connections) {
      const now = feeds.find((other) => other.id === id);
      if (now && JSON.stringify(now) === JSON.stringify(feed)) continue;
      client?.stop();
      this.connections.delete(id);
      // Another handle is another stream: the old one's position means nothing there.
      if (now?.handle !== feed.handle) {
        this.positions.delete(id);
        this.rooms.delete(id);
      }
    }
    for (const feed of feeds) if (!this.connections.has(feed.id)) this.connections.set(feed.id, this.connection(feed));
  }

  private connection(feed: Feed): Connection {
    const keeper = new HealthKeeper(this.clock.now());
    const connection: Connection = { feed, client: null, keeper };
    if (!feed.on) {
      keeper.state('stopped', this.clock.now());
      return connection;
    }
    const platform = PLATFORMS[feed.platform];
    connection.client = new SseClient({
      url: platform.eventsUrl(this.addresses[feed.platform], feed.handle),
      position: this.positions.get(feed.id) ?? null,
      room: this.rooms.get(feed.id) ?? null,
      listener: {
        onFrame: (frame, position) => this.hear(connection, platform.read(frame, { feed: feed.id, seenAt: this.clock.now() }), frame.data, position),
        onState: (state) => {
          keeper.state(state, this.clock.now());
          for (const listener of this.listeners) listener();
        },
        onClock: (ahead) => keeper.clock(ahead),
      },
    });
    return connection;
  }

  private hear(connection: Connection, reading: Reading, raw: string, position: string): void {
    const { feed } = connection;
    const at = this.clock.now();
    switch (reading.kind) {
      case 'bad':
        this.put({ input: 'bad', at, feed: feed.id, reason: reading.reason, text: raw.slice(0, KEPT_TEXT), position });
        break;
      case 'gap':
        this.put({ input: 'gap', at, feed: feed.id, lost: reading.lost, position });
        break;
      case 'heard': {
        const { event } = reading.heard;
        if (event.kind === 'room') connection.client?.setRoom(event.state === 'live');
        if (event.kind === 'room' && event.state === 'live' && !this.running) this.begin();
        const kept = takeIn(this.intakeOf(feed.id), reading.heard);
        if (!kept) {
          troubleOf(this.state, feed.id).duplicates += 1;
          return;
        }
        connection.keeper.event(kept, at);
        this.put({ input: 'event', at, event: kept, position });
        if (kept.kind === 'room') this.endIfOver();
      }
    }
  }

  /** A session begins with a journal of its own. */
  private begin(): void {
    const old = this.journal;
    const { show } = this.state;
    const at = this.clock.now();
    const feeds = Object.fromEntries([...this.positions].map(([feed, position]) => [feed, { position, room: this.rooms.get(feed) ?? null }]));
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
    const live = [...this.connections.values()].some(({ client }) => client?.room === 'live');
    if (!live) this.put({ input: 'end', at: this.clock.now() });
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
