import { Recorder } from '@/core/desk/happened';
import type { Effect } from '@/core/engine/effect';
import { fold } from '@/core/engine/fold';
import type { Input } from '@/core/engine/input';
import { freeze, newState, thaw, type FrozenState, type SessionState } from '@/core/engine/state';
import { freezeIntake, thawIntake, type FrozenIntake } from '@/core/intake/frozen';
import { closeStreak, newIntake, remember, setCounter, type IntakeState } from '@/core/intake/intake';
import type { Show } from '@/core/show/show';
import type { Room } from '@/server/feed/client';

/** A standing as plain JSON: what a snapshot holds. */
export interface FrozenStanding {
  state: FrozenState;
  intakes: [string, FrozenIntake][];
  positions: [string, string][];
  rooms: [string, Room][];
}

/**
 * All that a session's journal comes to: the engine's state, what intake has let in, and where each feed can be resumed. It follows
 * from the journal's lines alone, so that the process that takes snapshots arrives at the same one.
 */
export class Standing {
  readonly recorder = new Recorder();
  state: SessionState;
  /** Where each feed can be resumed, and what its room was there. */
  readonly positions: Map<string, string>;
  readonly rooms: Map<string, Room>;
  private intakes: Map<string, IntakeState>;

  private constructor(state: SessionState, frozen: Omit<FrozenStanding, 'state'>) {
    this.state = state;
    this.intakes = new Map(frozen.intakes.map(([feed, intake]) => [feed, thawIntake(intake)]));
    this.positions = new Map(frozen.positions);
    this.rooms = new Map(frozen.rooms);
  }

  static of(show: Show): Standing {
    return new Standing(newState(show), { intakes: [], positions: [], rooms: [] });
  }

  /** What a journal's inputs come to, on top of its snapshot if it has one. */
  static readBack(show: Show, { snapshot, inputs }: { snapshot: FrozenStanding | null; inputs: readonly Input[] }): Standing {
    const standing = snapshot ? new Standing(thaw(snapshot.state), snapshot) : Standing.of(show);
    for (const input of inputs) standing.apply(input, true);
    return standing;
  }

  freeze(): FrozenStanding {
    return {
      state: freeze(this.state), intakes: [...this.intakes].map(([feed, intake]) => [feed, freezeIntake(intake)]),
      positions: [...this.positions], rooms: [...this.rooms],
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

  allIntakes(): Iterable<[string, IntakeState]> {
    return this.intakes;
  }

  /** What an input does, when it comes and when it is read back (`again`): then intake has not seen it yet. */
  apply(input: Input, again: boolean, emit?: (effect: Effect) => void): void {
    let alert: string | null = null;
    fold(this.state, input, (effect) => {
      if (effect.effect === 'alert') alert = effect.alert.id;
      emit?.(effect);
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
      case 'seed':
      case 'restore':
      case 'command':
      case 'tick':
        break;
    }
  }
}
