import type { Outlet } from '@/core/show/outlet';
import type { Input } from '@/core/session/input';
import { fold } from '@/core/session/fold';
import { newState, type SessionState } from '@/core/session/state';
import { liveOf } from '@/core/piece';
import type { StreamEvent } from '@/core/event/event';
import type { Show } from '@/core/show/show';
import { outletFrame } from './outlet-frame';
import type { PaintInput } from './stage';

/* A session seen again: from its inputs, the frame at any moment of it. */

/** An event log as the inputs of a session. The log is in the order in which it was seen; times before its first event are none. */
export function inputsOfLog(show: Show, events: readonly StreamEvent[]): Input[] {
  const sorted = [...events].sort((a, b) => a.seenAt - b.seenAt);
  const start = sorted[0]?.seenAt ?? 0;
  return [
    { input: 'show', at: start, show },
    { input: 'begin', at: start, session: 'log' },
    ...sorted.map((event): Input => ({ input: 'event', at: event.seenAt, event })),
  ];
}

/** Runs forward through a session's inputs. Asked for an earlier moment, it begins anew. */
export class Film {
  private state: SessionState;
  private next = 0;
  /** ms, the engine's clock: from the session's beginning to its last input. */
  readonly from: number;
  readonly until: number;

  /** @param show as it is now: the inputs bring it as it was then */
  constructor(
    private readonly show: Show,
    private readonly inputs: readonly Input[],
  ) {
    this.state = newState(show);
    this.from = inputs.find(({ input }) => input === 'begin')?.at ?? inputs[0]?.at ?? 0;
    this.until = inputs.reduce((latest, { at }) => Math.max(latest, at), this.from);
  }

  /**
   * What the frame shows at a moment (ms, the engine's clock).
   * @param by one of the show's outlets, or the app, which has all pieces
   */
  at(now: number, by: Outlet | 'app'): PaintInput {
    if (this.state.now > now) {
      this.state = newState(this.show);
      this.next = 0;
    }
    for (let input = this.inputs[this.next]; input && input.at <= now; input = this.inputs[this.next]) {
      fold(this.state, input);
      this.next += 1;
    }
    fold(this.state, { input: 'tick', at: now });
    const { state } = this;
    const { scene, hidden, blackout } = state;
    const { frame, ground, pieces } = outletFrame(state.show, { scene, hidden, blackout, by });
    return {
      frame,
      pieces,
      language: state.show.language,
      ...(ground ? { ground } : {}),
      live: Object.fromEntries(pieces.map((piece) => [piece.id, liveOf(piece, state)])),
    };
  }
}
