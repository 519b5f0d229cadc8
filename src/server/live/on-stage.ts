import type { Recorder } from '@/core/desk/happened';
import type { RehearsalView } from '@/core/desk/view';
import type { StreamEvent } from '@/core/event/event';
import { BEGINS, type Flow } from '@/core/rehearsal/flow';
import { carryOverOf } from '@/core/session/carry-over';
import type { Command, Input } from '@/core/session/input';
import { nextChange } from '@/core/session/next-change';
import type { SessionState } from '@/core/session/state';
import type { Show } from '@/core/show/show';
import type { Sayable } from '@/core/words/phrase';
import { Runtime } from '@/server/runtime/runtime';
import { seedDraws } from './seeding';
import { Ticks } from './ticks';

/** What a crowd does is made so far ahead, ms: a long evening's is not all in memory at once. */
const AHEAD_MS = 1000;
/** A machine that has slept for longer, ms, ends it: nobody has seen what would all come at once. */
const SLEPT_MS = 60_000;
/** What still waits when the crowd is gone is shown for so long at most, ms. */
const AFTER_MS = 60_000;

interface Around {
  flow: Flow;
  /** What it is called. */
  title: Sayable;
  /** So much of it is left out at the beginning, ms. */
  fromMs: number;
  /** The engine's clock, ms. */
  now: () => number;
  changed: () => void;
  /** The crowd is gone, and nothing waits any more. */
  over: () => void;
  /** Something could not be done. */
  fault: (error: unknown) => void;
}

/** A crowd in real time, through the engine, in a state of its own: as a session would begin now. What it asks of the world outside is left undone. */
export class OnStage {
  private readonly runtime: Runtime;
  /** The show as it was last told. */
  private followed: Show;
  private readonly startedAt: number;
  private readonly ticks: Ticks;
  private ahead: StreamEvent[] = [];
  /** The crowd was asked for what it does until then, ms from its beginning. */
  private askedMs: number;
  /** It does nothing any more. */
  stopped = false;

  /** @param before what the show has come to so far; it is read, and nothing else */
  constructor(
    before: SessionState,
    private readonly around: Around,
  ) {
    this.followed = before.show;
    this.runtime = Runtime.of(before.show);
    this.startedAt = around.now();
    this.askedMs = around.fromMs;
    around.flow.before(around.fromMs);
    this.ticks = new Ticks(
      around.now,
      () => Math.min(nextChange(this.state), this.nextAt),
      () => this.come(),
    );
    // A copy: what the crowd changes must be nobody else's.
    const lasting = structuredClone(carryOverOf(before));
    this.put({ input: 'begin', at: this.startedAt, session: `rehearsal-${this.startedAt}`, lasting });
    this.ticks.plan();
  }

  get state(): SessionState {
    return this.runtime.state;
  }

  get recorder(): Recorder {
    return this.runtime.recorder;
  }

  get view(): RehearsalView {
    const { title, flow, fromMs } = this.around;
    return { title, startedAt: this.startedAt, endsAt: this.startedAt + flow.lengthMs - fromMs };
  }

  command(command: Command): void {
    this.put({ input: 'command', at: this.around.now(), command });
  }

  /** The show as it now is. */
  follow(show: Show): void {
    if (show !== this.followed) this.put({ input: 'show', at: this.around.now(), show });
    this.followed = show;
  }

  stop(): void {
    this.stopped = true;
    this.ticks.stop();
  }

  /** Where the engine's clock is in the crowd's own time, ms. */
  private msAt = (at: number): number => at - this.startedAt + this.around.fromMs;
  private atOf = (ms: number): number => ms - this.around.fromMs + this.startedAt;

  /** When the crowd does something next, or is asked what it does. */
  private get nextAt(): number {
    const [first] = this.ahead;
    if (first) return this.atOf(first.seenAt - BEGINS);
    // What one thing brings comes a little after the end.
    return this.askedMs <= this.around.flow.lengthMs + AFTER_MS ? this.atOf(this.askedMs) : Infinity;
  }

  private come(): void {
    const at = this.around.now();
    if (at - this.nextAt > SLEPT_MS) return this.around.over();
    while (this.nextAt <= at && !this.stopped) {
      const event = this.ahead.shift();
      if (event) this.put({ input: 'event', at, event: { ...event, at, seenAt: at } });
      else {
        this.askedMs += AHEAD_MS;
        this.ahead = this.around.flow.before(this.askedMs);
      }
    }
    this.put({ input: 'tick', at });
    if (this.isOver(at)) this.around.over();
    else this.around.changed();
  }

  private isOver(at: number): boolean {
    const after = this.msAt(at) - this.around.flow.lengthMs;
    if (after < 0 || this.ahead.length > 0) return false;
    return after >= AFTER_MS || [...this.state.queues.values()].every((queue) => queue.length === 0);
  }

  /** Does it, and nothing of what it asks of the world outside. A fault ends the rehearsal: it is not worth going on from half of one. */
  private put(input: Input): void {
    if (this.stopped) return;
    const { caught } = this.runtime.apply(input, false);
    const [first] = caught;
    if (first) {
      this.stop();
      return this.around.fault(first.error);
    }
    if (input.input !== 'seed')
      seedDraws(this.state, this.around.now(), (seed) => {
        this.put(seed);
        return !this.stopped;
      });
    this.ticks.plan();
    this.around.changed();
  }
}
