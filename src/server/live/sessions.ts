import type { FinishedSession } from '@/core/desk/view';
import type { SessionState } from '@/core/session/state';
import type { Journals } from '@/server/door/journal';
import { Runtime } from '@/server/runtime/runtime';

/** Which journals hold finished sessions. A journal goes once a browser has taken its session, or if it holds none. */
export class Sessions {
  private readonly finished = new Map<number, FinishedSession>();
  private readonly dropped = new Set<number>();

  constructor(
    private readonly journals: Journals,
    public current: number,
    state: SessionState,
  ) {
    for (const number of journals.numbers()) {
      if (number === current) continue;
      // Left over from an earlier run: its state is made again from its inputs.
      const rebuilt = rebuild(journals, number, state);
      if (rebuilt) this.finished.set(number, rebuilt);
      else journals.remove(number);
    }
  }

  /** The session of the present journal has not ended after all. */
  goesOn(): void {
    this.dropped.delete(this.current);
  }

  /** The journal `number` is left for a new one. */
  rotate(number: number, state: SessionState): void {
    const ended = describe(state);
    if (ended && !this.dropped.has(number)) this.finished.set(number, ended);
  }

  /** A journal that was left has been written to its end; it goes if nobody needs it. */
  closed(number: number): void {
    if (!this.finished.has(number)) this.journals.remove(number);
  }

  /** All that wait to be taken, oldest first. */
  list(state: SessionState): FinishedSession[] {
    const now = describe(state);
    const current = now && !this.dropped.has(this.current) ? [now] : [];
    return [...this.finished.values(), ...current];
  }

  /** The journal of a session, running ones included. */
  numberOf(session: string, state: SessionState): number | null {
    if (state.session?.id === session) return this.current;
    return [...this.finished].find(([, { id }]) => id === session)?.[0] ?? null;
  }

  /** A browser has the session: its journal is not needed any more. False when there is no such finished session. */
  drop(session: string, state: SessionState): boolean {
    const number = this.numberOf(session, state);
    if (number === null) return false;
    if (number === this.current) {
      if (describe(state) === null) return false;
      this.dropped.add(number);
      return true;
    }
    this.finished.delete(number);
    this.journals.remove(number);
    return true;
  }
}

/** A session that has ended, or null. */
function describe(state: SessionState): FinishedSession | null {
  const { session, totals } = state;
  if (!session || session.endedAt === null) return null;
  let lost = 0;
  let bad = 0;
  for (const problem of state.problems.values()) {
    lost += problem.lost;
    bad += problem.badCount;
  }
  return {
    id: session.id,
    startedAt: session.startedAt,
    endedAt: session.endedAt,
    totals: structuredClone(totals),
    lost,
    bad,
  };
}

function rebuild(journals: Journals, number: number, like: SessionState): FinishedSession | null {
  const read = () => ({ snapshot: null, inputs: [...journals.read(number)] });
  const state = Runtime.stateOf(like.show, read);
  // A journal that was left without an end: the server was stopped in between, and the session ended with its last input.
  if (state.session && state.session.endedAt === null) state.session.endedAt = state.now;
  return describe(state);
}
