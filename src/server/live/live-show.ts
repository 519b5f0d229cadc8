import { pushKept } from '@/core/event/kept';
import { nextDue } from '@/core/engine/kernel/due';
import { carryOverOf, type CarryOver } from '@/core/session/carry-over';
import { problemsOf } from '@/core/engine/feature/feed-problem';
import { randomBytes, randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { faultWords } from '@/core/engine/kernel/fault';
import type { Notice } from '@/core/desk/notice';
import { bytesIn } from './allowance';
import type { Recorder } from '@/core/desk/happened';
import type { StreamEvent } from '@/core/event/event';
import { knowsNothing } from '@/core/session/carry-over';
import { unseeded } from '@/core/engine/feature/draw/drawing';
import type { Command, Input } from '@/core/session/input';
import { newState, type SessionState } from '@/core/session/state';
import type { Reading } from '@/core/intake/received';
import { closeSilent, takeIn, takeReading } from '@/core/intake/intake';
import { KEPT_TEXT } from '@/core/intake/problems';
import type { Show } from '@/core/show/show';
import type { InboxAnswer, InboxRequest } from '@/server/feed/client';
import { Connections, type Connection, type ConnectionHost } from './connections';
import { SteadyClock } from './clock';
import { Imitations } from './imitations';
import { Journal } from './journal';
import { Outbound, type OutboundHost } from './outbound';
import { Sessions } from './sessions';
import { snapshotApart } from './snapshot';
import { Runtime } from './runtime';
import { Ticks } from './ticks';
import type { Disk } from './disk';
import type { Caught } from '@/core/session/guard';
import { noLog, showHash, type Log } from '@/server/log';

/** A snapshot comes after so many bytes of journal, or a sixteenth of it: so all snapshots together cost no more than a few readings of the whole. */
const SNAPSHOT_BYTES = 8 << 20;
const SNAPSHOT_SHARE = 1 / 16;
const STREAK_CHECK_MS = 1000;
const KEPT_NOTICES = 10;

/** What a show needs of the host that it runs in. */
export type LiveShowHost = Pick<ConnectionHost, 'addresses' | 'outward' | 'secrets' | 'inbox' | 'recording'> &
  Pick<OutboundHost, 'asks'> & {
    clock?: SteadyClock;
    log?: Log;
    disk?: Disk;
    /** So much its sessions may come to on the disk, bytes. */
    mostBytes?: number;
  };

/** After a fault by time alone the engine is left in peace for this long, ms: it would fail again at once. */
const FAULT_PAUSE_MS = 5000;
/** So often a session is begun until every cue that fails is switched off: each takes three times. */
const MOST_BEGINNINGS = 60;

/**
 * One show as the server runs it: feeds → intake → journal → engine → whoever looks. It runs with every page closed, and comes back
 * from its journal after the process was killed at any moment.
 */
export class LiveShow {
  readonly clock: SteadyClock;
  readonly sessions: Sessions;
  readonly connections: Connections;
  readonly imitations = new Imitations();
  private runtime: Runtime;
  private readonly journal: Journal;
  private readonly log: Log;
  /** How much of the journal the last snapshot holds, and how to stop one that is being taken. */
  private snapshotBytes = 0;
  private snapshotting: (() => void) | null = null;
  readonly outbound: Outbound;
  private readonly listeners = new Set<() => void>();
  private readonly ticks: Ticks;
  /** No session is begun before this, ms of the engine's clock. */
  private noBeginBefore = 0;
  private readonly streakTimer: ReturnType<typeof setInterval>;
  private readonly mostBytes: number;
  /** What earlier sessions take that no browser has taken over yet, bytes. */
  private earlierBytes = 0;
  private readonly notices: Notice[] = [];

  constructor(folder: string, show: Show, host: LiveShowHost) {
    this.clock = host.clock ?? new SteadyClock();
    this.log = (host.log ?? noLog()).child({ show: showHash(show.id) });
    const last = Journal.numbers(folder).at(-1);
    const first: Input = { input: 'show', at: this.clock.now(), show };
    if (last === undefined) {
      this.journal = Journal.create(folder, [first], host.disk);
      this.runtime = Runtime.of(show, () => this.historyState());
      this.runtime.apply(first, false);
    } else {
      const { journal, recovered } = Journal.recover(folder, last, host.disk);
      this.journal = journal;
      this.runtime = Runtime.readBack(
        show,
        recovered,
        () => journal.history(),
        () => this.historyState(),
      );
      this.clock.notBefore(this.state.now);
    }
    this.ticks = new Ticks(
      () => this.clock.now(),
      () => this.nextDue(),
      () => void this.put({ input: 'tick', at: this.clock.now() }),
    );
    this.mostBytes = host.mostBytes ?? Infinity;
    this.journal.changed = () => {
      this.restIfFull();
      this.changed();
    };
    this.connections = new Connections({
      ...host,
      log: this.log,
      now: () => this.clock.now(),
      resume: (feed) => ({
        position: this.runtime.positions.get(feed) ?? null,
        room: this.runtime.rooms.get(feed) ?? null,
      }),
      forget: (feed) => {
        this.runtime.positions.delete(feed);
        this.runtime.rooms.delete(feed);
      },
      hear: (connection, reading, raw, position) => this.hear(connection, reading, raw, position),
      changed: () => this.changed(),
      quiet: () => this.endIfOver(),
    });
    this.outbound = new Outbound({
      outward: host.outward,
      asks: host.asks,
      log: this.log,
      changed: () => this.changed(),
      nameOf: (feed) => this.state.show.feeds.find(({ id }) => id === feed)?.handle ?? '',
      clients: (feed) => {
        const own = feed === null ? null : this.connections.get(feed)?.client;
        return own?.post
          ? [{ feed: feed ?? '', client: own }]
          : this.state.show.feeds.map(({ id }) => ({ feed: id, client: this.connections.get(id)?.client }));
      },
    });
    if (JSON.stringify(this.state.show) !== JSON.stringify(show))
      this.put({ input: 'show', at: this.clock.now(), show });
    this.sessions = new Sessions(folder, this.journal.number, this.state);
    this.journal.finished = (number) => {
      this.sessions.closed(number);
      this.weigh();
    };
    this.weigh();
    this.connect();
    this.seedDraws();
    this.ticks.plan();
    this.streakTimer = setInterval(() => this.closeStreaks(), STREAK_CHECK_MS);
  }

  /** The state again, from all that was written down of the session and what waits to be. */
  private historyState(): SessionState {
    return Runtime.stateOf(this.state.show, () => this.journal.history());
  }

  /** Connects what the show says, but what was switched off for its faults. */
  private connect(): void {
    const { show, stopped } = this.state;
    this.connections.update(show.feeds, stopped.feeds);
  }

  get state(): SessionState {
    return this.runtime.state;
  }

  get recorder(): Recorder {
    return this.runtime.recorder;
  }

  /** Calls back after anything has changed; returns how to stop that. */
  onChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** A sentence while nothing more can be kept. */
  get trouble(): string | null {
    if (this.journal.trouble !== null) return this.journal.trouble;
    return this.tooMuch
      ? 'The sessions of this show have used up their room on the server, so nothing more is taken in. Leave this page open: the browser takes finished sessions over, and then it goes on.'
      : null;
  }

  /** Whether a session is on. */
  get isOn(): boolean {
    return this.running;
  }

  /** Something that the streamer should know. */
  notice(says: string): void {
    pushKept(this.notices, { id: randomUUID(), at: this.clock.now(), says }, KEPT_NOTICES);
    this.changed();
  }

  /** All that went wrong, as the streamer is told, newest last. */
  get told(): Notice[] {
    const { faults, show } = this.state;
    const ofFaults = faults.map((fault): Notice => ({
      id: `fault/${fault.at}/${fault.cue ?? fault.feed ?? ''}`,
      at: fault.at,
      says: `${faultWords(fault, show)}${fault.count > 1 ? ` (${fault.count} times)` : ''}`,
    }));
    return [...ofFaults, ...this.notices, ...this.outbound.notices].sort((a, b) => a.at - b.at);
  }

  /** Resolves when all that has happened is on the disk, or to false when it could not be written. */
  flushed(): Promise<boolean> {
    return this.journal.flush();
  }

  private get tooMuch(): boolean {
    return this.earlierBytes + this.journal.bytes > this.mostBytes;
  }

  private weigh(): void {
    const present = `${this.journal.number}.journal`;
    const { folder } = this.journal;
    this.earlierBytes = existsSync(folder)
      ? bytesIn(folder, (name) => name.endsWith('.journal') && name !== present)
      : 0;
    this.restIfFull();
  }

  /** Feeds are left while there is no room for what they bring, in memory or on the disk. */
  private restIfFull(): void {
    this.connections.rest(this.journal.full || this.tooMuch);
  }

  /** A browser has a finished session: its journal is not needed any more. False when there is no such session. */
  drop(session: string): boolean {
    const dropped = this.sessions.drop(session, this.state);
    if (dropped) this.weigh();
    return dropped;
  }

  /** Takes the show as it now is; @returns false where it cannot be run: then it goes on as it was */
  publish(show: Show): boolean {
    if (!this.put({ input: 'show', at: this.clock.now(), show })) return false;
    this.connect();
    this.endIfOver();
    return true;
  }

  command(command: Command): void {
    this.put({ input: 'command', at: this.clock.now(), command });
  }

  /** Takes back what earlier sessions left; nothing where that is known. */
  restore(lasting: CarryOver): void {
    if (knowsNothing(this.state)) this.put({ input: 'restore', at: this.clock.now(), lasting });
  }

  /** The streamer ends a session that no platform will end. */
  endSession(): void {
    this.connections.endUntold();
    if (this.running) this.put({ input: 'end', at: this.clock.now() });
  }

  /** A request at a feed's own address: answered with success only once what it brought is on the disk. */
  async receive(feed: string, request: InboxRequest): Promise<InboxAnswer> {
    const later = { status: 503, detail: 'It cannot be kept just now. Send it again.' };
    if (this.connections.resting) return later;
    const client = this.connections.get(feed)?.client;
    if (!client?.receive) return { status: 404, detail: 'This feed is stopped, or takes no requests.' };
    const answer = await client.receive(request);
    // What came before may wait still, a repetition of it among them: it is no duplicate before it is on the disk.
    return (await this.journal.flush()) ? answer : later;
  }

  private changed(): void {
    for (const listener of this.listeners) listener();
  }

  async close(): Promise<void> {
    this.connections.stop();
    this.outbound.stop();
    clearInterval(this.streakTimer);
    this.ticks.stop();
    this.snapshotting?.();
    await this.journal.close();
  }

  private get running(): boolean {
    return this.state.session !== null && this.state.session.endedAt === null;
  }

  /**
   * Does an input and writes it down. One that cannot be done is left out: the state is as if it had never come, and what went wrong is
   * written down in its place.
   */
  private put(input: Input): boolean {
    const { done, caught } = this.runtime.apply(input, false, (effect) => this.outbound.act(effect));
    for (const each of caught) this.fault(each);
    if (done) this.journal.append(input);
    if (input.input !== 'seed') this.seedDraws();
    if (this.tooMuch && !this.connections.resting) this.restIfFull();
    this.snapshotIfDue();
    this.ticks.plan();
    this.changed();
    return done;
  }

  private fault({ fault, error }: Caught): void {
    this.journal.append(fault);
    this.log.error({ what: fault.what, off: fault.off, err: error }, 'An input could not be done and was left out.');
    if (fault.what === 'tick') this.ticks.rest(FAULT_PAUSE_MS);
    if (fault.off && fault.feed !== null && fault.cue === null) this.connect();
  }

  /** A draw that has no seed gets one, before anyone can know what it will draw. */
  private seedDraws(): void {
    for (const draw of unseeded(this.state))
      if (!this.put({ input: 'seed', at: this.clock.now(), draw, seed: randomBytes(32).toString('hex') })) return;
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
    if (this.state.stopped.feeds.has(feed.id)) return;
    switch (reading.kind) {
      case 'bad':
        this.put({ input: 'bad', at, feed: feed.id, reason: reading.reason, text: raw.slice(0, KEPT_TEXT), ...behind });
        return;
      case 'gap':
        this.put({ input: 'gap', at, feed: feed.id, from: keeper.health.heardAt, lost: reading.lost, ...behind });
        return;
      case 'counter': {
        const counted = takeReading(this.runtime.intakeOf(feed.id), feed.id, reading.counter, reading.value, {
          at,
          seenAt: at,
        });
        if (counted?.counted === 'base')
          this.put({ input: 'counter', at, feed: feed.id, counter: reading.counter, value: reading.value, ...behind });
        else if (counted) this.happen(connection, counted.event, behind);
        return;
      }
      case 'heard': {
        const { event } = reading.heard;
        // Webhooks come in any order: a word on the broadcast that is older than the last one changes nothing.
        if (event.kind !== 'room') this.connections.heardFrom(connection);
        else if (event.at >= this.runtime.intakeOf(feed.id).roomAt) connection.client?.setRoom(event.state === 'live');
        if (!this.running && connection.client?.room === 'live') this.begin();
        const kept = takeIn(this.runtime.intakeOf(feed.id), reading.heard);
        if (kept) return this.happen(connection, kept, behind);
        problemsOf(this.state, feed.id).duplicates += 1;
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
    const at = this.clock.now();
    if (at < this.noBeginBefore) return;
    const { show } = this.state;
    const before = this.runtime;
    const feeds = Object.fromEntries(
      show.feeds.map(({ id }) => [
        id,
        {
          position: before.positions.get(id) ?? '',
          room: before.rooms.get(id) ?? null,
          counters: { ...before.intakeOf(id).counters },
          seen: before.recentOf(id),
        },
      ]),
    );
    const begin: Input = { input: 'begin', at, session: randomUUID(), feeds, lasting: carryOverOf(this.state) };
    const first: Input[] = [];
    let rotated = false;
    this.runtime = before.next(newState(show), () =>
      rotated ? this.historyState() : Runtime.stateOf(show, () => ({ snapshot: null, inputs: first })),
    );
    // A cue that fails as the session begins is switched off the third time; then it begins without it.
    for (const input of [{ input: 'show', at, show } as const, ...new Array<Input>(MOST_BEGINNINGS).fill(begin)]) {
      if (input.input === 'begin' && this.state.session !== null) break;
      const { done, caught } = this.runtime.apply(input, false, (effect) => this.outbound.act(effect));
      for (const { fault, error } of caught) {
        first.push(fault);
        this.log.error(
          { what: fault.what, off: fault.off, err: error },
          'A session’s beginning could not be done as it is written.',
        );
      }
      if (done) first.push(input);
    }
    if (this.state.session === null) {
      this.runtime = before;
      this.noBeginBefore = at + FAULT_PAUSE_MS;
      return;
    }
    this.sessions.rotate(this.journal.number, before.state);
    this.journal.rotate(first);
    rotated = true;
    this.sessions.current = this.journal.number;
    this.snapshotting?.();
    this.snapshotBytes = 0;
    this.seedDraws();
  }

  /** The session ends when no feed of the show is live any more; a feed that is merely reconnecting may be. */
  private endIfOver(): void {
    // A feed that rests has not said that it is over.
    if (!this.running || this.connections.resting) return;
    if (!this.connections.anyLive) this.put({ input: 'end', at: this.clock.now() });
  }

  private closeStreaks(): void {
    const at = this.clock.now();
    for (const [feed, intake] of this.runtime.allIntakes())
      for (const streak of closeSilent(intake, at)) this.put({ input: 'streakEnd', at, feed, streak });
  }

  /** When something will happen by time alone, ms of the engine's clock; Infinity: nothing will. */
  private nextDue(): number {
    let next = Math.min(nextDue(this.state), this.state.derived.rollsAt);
    for (const queue of this.state.queues.values()) next = Math.min(next, queue.next(this.state.now));
    return next;
  }

  /** The events of one session, as they are kept, the running one's too; null when there is no such session here. */
  events(session: string): AsyncIterable<StreamEvent> | null {
    const inputs = this.inputs(session);
    return inputs && eventsOf(inputs);
  }

  /** Everything that a session's state follows from, as it was written down; null when it is not here any more. */
  inputs(session: string): AsyncIterable<Input> | null {
    const number = this.sessions.numberOf(session, this.state);
    return number === null ? null : this.journal.inputs(number);
  }
}

async function* eventsOf(inputs: AsyncIterable<Input>): AsyncGenerator<StreamEvent> {
  for await (const input of inputs) if (input.input === 'event') yield input.event;
}
