import type { Notice } from '@/core/desk/notice';
import type { Recorder } from '@/core/desk/happened';
import { knowsNothing, type CarryOver } from '@/core/session/carry-over';
import type { Joining } from '@/core/session/join';
import { nextChange } from '@/core/session/next-change';
import type { Command, Input } from '@/core/session/input';
import type { SessionState } from '@/core/session/state';
import type { Show } from '@/core/show/show';
import type { InboxAnswer, InboxRequest } from '@/server/feed/client';
import { Connections } from './connections';
import { SteadyClock } from './clock';
import { Hearing } from './hearing';
import { Imitations } from './imitations';
import type { Dropped } from '@/server/door/bus';
import type { Journal, Journals } from '@/server/door/journal';
import { openRuntime } from './opening';
import { settled } from './settled';
import type { LiveShowHost } from './live-show-host';
import { Outbound } from './outbound';
import { receiveAt } from './receiving';
import { seedDraws } from './seeding';
import { Sessions } from './sessions';
import { Runtime } from '@/server/runtime/runtime';
import { Notices } from './notices';
import { SessionRoom } from './session-room';
import { Snapshots } from './snapshots';
import { Ticks } from './ticks';
import { Turns } from './turns';
import type { Caught } from '@/core/session/guard';
import { noLog, showHash, type Log } from '@/server/log';
import type { Sayable } from '@/core/words/phrase';

const STREAK_CHECK_MS = 1000;
/** After a fault by time alone the engine is left in peace for this long, ms: it would fail again at once. */
const FAULT_PAUSE_MS = 5000;

/**
 * One show as the server runs it: feeds → intake → journal → engine → whoever looks. It runs with every page closed, and comes back
 * from its journal after the process was killed at any moment.
 */
export class LiveShow {
  readonly clock: SteadyClock;
  readonly sessions: Sessions;
  /** Which session is on. */
  readonly turns: Turns;
  readonly connections: Connections;
  readonly imitations = new Imitations();
  private runtime: Runtime;
  private readonly journal: Journal;
  private readonly log: Log;
  private readonly snapshots: Snapshots;
  private readonly hearing: Hearing;
  readonly outbound: Outbound;
  private readonly listeners = new Set<() => void>();
  private readonly ticks: Ticks;
  private readonly streakTimer: ReturnType<typeof setInterval>;
  readonly room: SessionRoom;
  private readonly notices = new Notices();

  constructor(show: Show, journals: Journals, host: LiveShowHost) {
    this.clock = host.clock ?? new SteadyClock();
    this.log = (host.log ?? noLog()).child({ show: showHash(show.id) });
    const opened = openRuntime(show, journals, { now: () => this.clock.now(), history: () => this.historyState() });
    this.journal = opened.journal;
    this.runtime = opened.runtime;
    if (opened.again) this.clock.notBefore(this.state.now);
    this.snapshots = new Snapshots(journals, this.journal);
    const dropSpare = () => this.sessions.dropAll(host.spare?.() ?? [], this.state);
    this.room = new SessionRoom(journals, this.journal, host.mostBytes ?? Infinity, dropSpare);
    this.ticks = new Ticks(
      () => this.clock.now(),
      () => nextChange(this.state),
      () => void this.put({ input: 'tick', at: this.clock.now() }),
    );
    this.connections = this.connectionsOf(host);
    this.hearing = new Hearing({
      now: () => this.clock.now(),
      runtime: () => this.runtime,
      isOn: () => this.isOn,
      begin: () => this.turns.begin(),
      put: (input) => void this.put(input),
      endIfOver: () => this.endIfOver(),
      heardFrom: (connection) => this.connections.heardFrom(connection),
      imitations: this.imitations,
      counted: host.counted,
    });
    this.outbound = new Outbound({
      outward: host.outward,
      asks: host.asks,
      log: this.log,
      changed: () => this.changed(),
      nameOf: (feed) => this.state.show.feeds.find(({ id }) => id === feed)?.handle ?? '',
      clients: (feed) => this.connections.posting(feed),
    });
    this.journal.changed = () => {
      this.restIfFull();
      this.changed();
    };
    this.sessions = new Sessions(journals, this.journal.number, this.state);
    this.turns = this.turnsOf();
    if (JSON.stringify(this.state.show) !== JSON.stringify(show))
      this.put({ input: 'show', at: this.clock.now(), show });
    this.goOn();
    this.streakTimer = setInterval(() => {
      this.hearing.closeStreaks();
      this.turns.look();
    }, STREAK_CHECK_MS);
  }

  private turnsOf(): Turns {
    return new Turns({
      now: () => this.clock.now(),
      runtime: () => this.runtime,
      setRuntime: (runtime) => void (this.runtime = runtime),
      journal: this.journal,
      sessions: this.sessions,
      snapshots: this.snapshots,
      log: this.log,
      emit: (effect) => this.outbound.act(effect),
      put: (input) => this.put(input),
      historyState: () => this.historyState(),
      changed: () => {
        this.weigh();
        this.seedDraws();
        this.ticks.plan();
        this.changed();
      },
    });
  }

  /** What came before the process began goes on: feeds, draws, and what time brings. */
  private goOn(): void {
    this.journal.finished = (number) => {
      this.sessions.closed(number);
      this.weigh();
    };
    this.weigh();
    this.connect();
    this.seedDraws();
    this.ticks.plan();
  }

  private connectionsOf(host: LiveShowHost): Connections {
    return new Connections({
      ...host,
      log: this.log,
      now: () => this.clock.now(),
      resume: (feed) => this.runtime.placeOf(feed),
      forget: (feed) => this.runtime.forgetPlace(feed),
      hear: (connection, reading, raw, position) => this.hearing.hear(connection, reading, raw, position),
      changed: () => this.changed(),
      quiet: () => this.endIfOver(),
    });
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

  /** Whether a session is on. */
  get isOn(): boolean {
    return this.state.session !== null && this.state.session.endedAt === null;
  }

  /** Something that the streamer should know. */
  notice(says: Sayable): void {
    this.notices.add(this.clock.now(), says);
    this.changed();
  }

  /** All that went wrong, as the streamer is told, newest last. */
  told = (): Notice[] => this.notices.with(this.state, this.outbound.notices);

  /** Resolves when all that has happened is on the disk, or to false when it could not be written. */
  flushed = (): Promise<boolean> => this.journal.flush();

  /** Resolves to true at a moment when nothing waits to be written. */
  settled = (): Promise<boolean> => settled(this.journal);

  private weigh(): void {
    this.room.weigh();
    this.restIfFull();
  }

  /** Feeds are left while there is no room for what they bring, in memory or on the disk. */
  private restIfFull(): void {
    this.connections.rest(!this.room.makesRoom());
  }

  /** A browser has a finished session, with so many events: its journal is not needed any more. */
  drop(session: string, events: number): Dropped {
    const dropped = this.sessions.drop(session, events, this.state);
    if (dropped === 'gone') this.weigh();
    return dropped;
  }

  /** Takes the show as it now is; @returns false where it cannot be run: then it goes on as it was */
  publish(show: Show): boolean {
    if (!this.put({ input: 'show', at: this.clock.now(), show })) return false;
    this.connect();
    this.endIfOver();
    return true;
  }

  command = (command: Command): void => void this.put({ input: 'command', at: this.clock.now(), command });

  /** What earlier sessions left, where none is known; or what another show's did. @returns false where it cannot be kept now */
  takeLasting(lasting: CarryOver, joining: Joining | null): Promise<boolean> {
    const at = this.clock.now();
    if (joining) this.put({ input: 'join', at, ...joining, lasting });
    else if (knowsNothing(this.state)) this.put({ input: 'restore', at, lasting });
    return this.journal.flush();
  }

  /** The streamer ends a session that no platform will end. */
  endSession(): void {
    this.connections.endUntold();
    if (this.isOn) this.put({ input: 'end', at: this.clock.now(), over: true });
  }

  /** A request at a feed's own address: answered with success only once what it brought is on the disk. */
  receive = (feed: string, request: InboxRequest): Promise<InboxAnswer> =>
    receiveAt(this.connections, this.journal, feed, request);

  private readonly changed = (): void => this.listeners.forEach((listener) => listener());

  async close(): Promise<void> {
    this.connections.stop();
    this.outbound.stop();
    clearInterval(this.streakTimer);
    this.ticks.stop();
    this.snapshots.stop();
    await this.journal.close();
  }

  /**
   * Does an input and writes it down. One that cannot be done is left out: the state is as if it had never come, and what went wrong is
   * written down in its place.
   */
  private put(input: Input): boolean {
    const { done, caught } = this.runtime.apply(input, false, (effect) => this.outbound.act(effect));
    for (const each of caught) this.fault(each);
    if (done) this.write(input);
    this.sessions.note(input, this.isOn);
    if (input.input !== 'seed') this.seedDraws();
    if (this.room.full && !this.connections.resting) this.restIfFull();
    this.snapshots.takeIfDue();
    this.ticks.plan();
    this.changed();
    return done;
  }

  private write(input: Input): void {
    this.journal.append(input);
    this.turns.note(input);
  }

  private fault({ fault, error }: Caught): void {
    this.write(fault);
    this.log.error({ what: fault.what, off: fault.off, err: error }, 'An input could not be done and was left out.');
    if (fault.what === 'tick') this.ticks.rest(FAULT_PAUSE_MS);
    if (fault.off && fault.feed !== null && fault.cue === null) this.connect();
  }

  private readonly seedDraws = (): void => seedDraws(this.state, this.clock.now(), (input) => this.put(input));

  /** The session ends when no feed of the show is live any more; a feed that is merely reconnecting may be. */
  private endIfOver(): void {
    // A feed that rests has not said that it is over.
    if (!this.isOn || this.connections.resting) return;
    if (!this.connections.anyLive) this.put({ input: 'end', at: this.clock.now() });
  }

  /** Everything that a session's state follows from, as it was written down; null when it is not here any more. */
  inputs(session: string): AsyncIterable<Input> | null {
    const number = this.sessions.numberOf(session, this.state);
    return number === null ? null : this.journal.inputs(number);
  }
}
