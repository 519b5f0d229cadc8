import type { Recorder } from '@/core/desk/happened';
import type { RehearsalView } from '@/core/desk/view';
import { crowdFlow } from '@/core/rehearsal/events';
import { pastFlow } from '@/core/rehearsal/past';
import type { Command } from '@/core/session/input';
import type { SessionState } from '@/core/session/state';
import { phrase } from '@/core/words/phrase';
import type { RehearsalAsked, RehearsalBegun } from '@/server/door/bus';
import type { Log } from '@/server/log';
import type { LiveShow } from './live-show';
import { OnStage } from './on-stage';

/** What outlets and desks show: a session's state, and what happened in it. */
export interface Shown {
  readonly state: SessionState;
  readonly recorder: Recorder;
}

/** What rehearsals need of the show that is rehearsed. */
export type Rehearsed = Pick<LiveShow, 'state' | 'recorder' | 'isOn' | 'clock' | 'onChange' | 'notice'>;

/** What is meant for good, and not for what is on the frame just now. */
const OF_THE_SHOW: ReadonlySet<Command['command']> = new Set<Command['command']>(['import', 'keepShow']);

/** A past session is in memory as long as it is rehearsed: so many at once in this process. */
export const MOST_PAST = 20;
const withPast = new Set<Rehearsals>();

/**
 * Rehearsals of one show on its outlets and desks, in place of its own state, which goes on beside them and is not touched: nothing of a rehearsal
 * is written down, posted or told to a web address. One ends at once when a session is on.
 */
export class Rehearsals {
  private on: OnStage | null = null;
  private readonly listeners = new Set<() => void>();
  private readonly stopListening: () => void;

  constructor(
    private readonly live: Rehearsed,
    private readonly log: Log,
  ) {
    this.stopListening = live.onChange(() => {
      if (live.isOn) this.end();
      else this.on?.follow(live.state.show);
      this.changed();
    });
  }

  readonly clock = { now: (): number => this.live.clock.now() };

  /** Calls back after anything that is shown has changed; returns how to stop that. */
  readonly onChange = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private readonly changed = (): void => this.listeners.forEach((listener) => listener());

  get shown(): Shown {
    return this.on ?? this.live;
  }

  get view(): RehearsalView | null {
    return this.on?.view ?? null;
  }

  /** Begins one, in place of another that may be on. */
  begin({ title, from, ...asked }: RehearsalAsked): RehearsalBegun {
    if (this.live.isOn) return 'live';
    this.end();
    if (asked.past && withPast.size >= MOST_PAST) return 'full';
    if (asked.past) withPast.add(this);
    const { show } = this.live.state;
    const flow = asked.crowd ? crowdFlow(show, asked.crowd) : pastFlow(show, asked.past.events, asked.past);
    const on = new OnStage(this.live.state, {
      flow,
      title,
      fromMs: from === 'busiest' ? flow.busyMs : 0,
      now: this.clock.now,
      changed: this.changed,
      over: () => this.end(),
      fault: (error) => {
        this.log.error({ err: error }, 'A rehearsal could not go on.');
        this.end();
        this.live.notice(phrase('The rehearsal was ended by a fault of Gavirn’s own. Your show is as it was.'));
      },
    });
    this.on = on.stopped ? null : on;
    this.changed();
    return 'on';
  }

  /** What a desk asks for while one is on is done in the rehearsal. @returns false where none is on, or where it is the show's own to do */
  command(command: Command): boolean {
    if (!this.on || OF_THE_SHOW.has(command.command)) return false;
    this.on.command(command);
    return true;
  }

  end(): void {
    withPast.delete(this);
    if (!this.on) return;
    this.on.stop();
    this.on = null;
    this.changed();
  }

  close(): void {
    this.stopListening();
    this.listeners.clear();
    this.end();
  }
}
