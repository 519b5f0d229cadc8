import { serialize, deserialize } from '@/core/session/state';
import type { SavedState } from '@/core/session/saved';
import { isFirstLine } from '@/core/desk/chat-line';
import { Recorder } from '@/core/desk/happened';
import type { Effect } from '@/core/engine/kernel/effect';
import { Guard, type Caught } from '@/core/session/guard';
import type { Input } from '@/core/session/input';
import { newState, type SessionState } from '@/core/session/state';
import { serializeIntake, deserializeIntake, type SavedIntake } from '@/core/intake/saved';
import { takeOver } from '@/core/intake/hand-over';
import { closeStreak, newIntake, remember, setCounter, type IntakeState } from '@/core/intake/intake';
import type { Show } from '@/core/show/show';
import type { Room } from '@/server/feed/client';

/** A runtime as plain JSON: what a snapshot holds. */
export interface SavedRuntime {
  state: SavedState;
  intakes: [string, SavedIntake][];
  positions: [string, string][];
  rooms: [string, Room][];
  recent: [string, string[]][];
}

/** So many ids of each feed go on to the next session: whoever has had no answer sends again within minutes. */
const RECENT = 500;

/** What a runtime is recovered from. */
export type RecoverySource = { snapshot: SavedRuntime | null; inputs: readonly Input[] };

/** Whether an input was done, and what went wrong. */
export interface Applied {
  done: boolean;
  caught: readonly Caught[];
}

/**
 * All that a session's journal comes to: the engine's state, what intake has let in, and where each feed can be resumed. It follows
 * from the journal's lines alone, so that the process that takes snapshots arrives at the same one.
 */
export class Runtime {
  readonly recorder = new Recorder();
  private readonly guard: Guard;
  /** Where each feed can be resumed, and what its room was there. */
  readonly positions: Map<string, string>;
  readonly rooms: Map<string, Room>;
  private intakes: Map<string, IntakeState>;
  /** The ids that each feed has let in last, oldest first; twice as many as are asked for, cut now and then. */
  private readonly recent: Map<string, string[]>;

  /** @param history makes the state again from all that was done before the input that is being done */
  private constructor(state: SessionState, frozen: Omit<SavedRuntime, 'state'>, history: () => SessionState) {
    this.guard = new Guard(state, history);
    this.intakes = new Map(frozen.intakes.map(([feed, intake]) => [feed, deserializeIntake(intake)]));
    this.positions = new Map(frozen.positions);
    this.rooms = new Map(frozen.rooms);
    this.recent = new Map(frozen.recent);
  }

  /** One of nothing, with a show. */
  static of(show: Show, history: () => SessionState = () => newState(show)): Runtime {
    return new Runtime(newState(show), { intakes: [], positions: [], rooms: [], recent: [] }, history);
  }

  /**
   * What a journal's inputs come to, on top of its snapshot if it has one. An input that cannot be done costs itself alone.
   * @param reread reads the same again: a state takes over what it was made of
   * @param later makes the state again once it goes on
   */
  static readBack(
    show: Show,
    recovered: RecoverySource,
    reread: () => RecoverySource,
    later?: () => SessionState,
  ): Runtime {
    let done = 0;
    // While it is read, what came before is what has been read so far; from then on it is all of it, and what comes.
    const history = (): SessionState => (reading || !later ? Runtime.stateOf(show, reread, done) : later());
    let reading = true;
    const { snapshot, inputs } = recovered;
    const runtime = snapshot ? new Runtime(deserialize(snapshot.state), snapshot, history) : Runtime.of(show, history);
    for (const input of inputs) {
      runtime.apply(input, true);
      done += 1;
    }
    reading = false;
    return runtime;
  }

  /** The state that the first inputs come to; all of them where it is not said how many. */
  static stateOf(show: Show, reread: () => RecoverySource, upTo = Infinity): SessionState {
    const { snapshot, inputs } = reread();
    return Runtime.readBack(show, { snapshot, inputs: inputs.slice(0, upTo) }, reread).state;
  }

  get state(): SessionState {
    return this.guard.state;
  }

  /** The same intakes, positions and rooms with another state: as a session begins. */
  next(state: SessionState, history: () => SessionState): Runtime {
    const next = new Runtime(
      state,
      {
        intakes: [],
        positions: [...this.positions],
        rooms: [...this.rooms],
        recent: [...this.recent].map(([feed]) => [feed, this.recentOf(feed)]),
      },
      history,
    );
    next.intakes = this.intakes;
    return next;
  }

  serialize(): SavedRuntime {
    return {
      state: serialize(this.state),
      intakes: [...this.intakes].map(([feed, intake]) => [feed, serializeIntake(intake)]),
      positions: [...this.positions],
      rooms: [...this.rooms],
      recent: [...this.recent.keys()].map((feed) => [feed, this.recentOf(feed)]),
    };
  }

  intakeOf(feed: string): IntakeState {
    let intake = this.intakes.get(feed);
    if (!intake) {
      intake = newIntake();
      this.intakes.set(feed, intake);
    }
    return intake;
  }

  /** The ids that a feed has let in last. */
  recentOf(feed: string): string[] {
    return (this.recent.get(feed) ?? []).slice(-RECENT);
  }

  private letIn(feed: string, id: string): void {
    let ids = this.recent.get(feed);
    if (!ids) {
      ids = [];
      this.recent.set(feed, ids);
    }
    ids.push(id);
    if (ids.length >= 2 * RECENT) ids.splice(0, RECENT);
  }

  /** Where a feed can be resumed, and what its room was there. */
  placeOf(feed: string): { position: string | null; room: Room | null } {
    return { position: this.positions.get(feed) ?? null, room: this.rooms.get(feed) ?? null };
  }

  /** Its place means nothing any more. */
  forgetPlace(feed: string): void {
    this.positions.delete(feed);
    this.rooms.delete(feed);
  }

  allIntakes(): Iterable<[string, IntakeState]> {
    return this.intakes;
  }

  /** What an input does, when it comes and when it is read back (`again`): then intake has not seen it yet. */
  apply(input: Input, again: boolean, emit?: (effect: Effect) => void): Applied {
    let alert: string | null = null;
    const { done, caught } = this.guard.apply(input, (effect) => {
      if (effect.effect === 'alert') alert = effect.alert.id;
      emit?.(effect);
    });
    for (const { fault } of caught) this.note(fault, null, again);
    if (done) this.note(input, alert, again);
    return { done, caught };
  }

  /** What an input says of intake, positions and rooms. */
  private note(input: Input, alert: string | null, again: boolean): void {
    switch (input.input) {
      case 'event':
        if (again) remember(this.intakeOf(input.event.feed), input.event);
        this.letIn(input.event.feed, input.event.id);
        if (input.position !== undefined) this.positions.set(input.event.feed, input.position);
        if (input.event.kind === 'room')
          this.rooms.set(input.event.feed, input.event.state === 'live' ? 'live' : 'off');
        this.recorder.record(input.event, input.at, {
          alert,
          worth: this.state.derived.worth(input.event).worth,
          first: input.event.kind === 'chat' && isFirstLine(this.state, input.event),
        });
        break;
      case 'counter':
        if (again) setCounter(this.intakeOf(input.feed), input.counter, input.value);
        if (input.position !== undefined) this.positions.set(input.feed, input.position);
        break;
      case 'fault':
        // Not counted, and known all the same: sent again it would only fail again.
        if (again && input.lost) remember(this.intakeOf(input.lost.feed), input.lost);
        if (input.lost) this.letIn(input.lost.feed, input.lost.id);
        if (input.lost && input.position !== undefined) this.positions.set(input.lost.feed, input.position);
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
        for (const [feed, { position, room, counters, seen, counted }] of Object.entries(input.feeds ?? {})) {
          if (position !== '') this.positions.set(feed, position);
          if (room) this.rooms.set(feed, room);
          if (again)
            for (const id of seen ?? []) {
              this.intakeOf(feed).seen.add(id);
              this.letIn(feed, id);
            }
          if (again)
            for (const [counter, value] of Object.entries(counters ?? {}))
              setCounter(this.intakeOf(feed), counter as 'like' | 'follow', value);
          // It says how many readings there were: after those.
          if (again && counted) takeOver(this.intakeOf(feed), counted);
        }
        break;
      case 'show':
      case 'end':
      case 'seed':
      case 'restore':
      case 'join':
      case 'command':
      case 'tick':
        break;
    }
  }
}
