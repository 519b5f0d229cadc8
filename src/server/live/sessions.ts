import type { FinishedSession } from '@/core/desk/view';
import type { Input } from '@/core/session/input';
import type { SessionState } from '@/core/session/state';
import type { Dropped } from '@/server/door/bus';
import type { Journals } from '@/server/door/journal';
import { Runtime } from '@/server/runtime/runtime';

/** Which journals hold finished sessions. A journal goes once a browser has taken its session, or if it holds none. */
export class Sessions {
  private readonly finished = new Map<number, FinishedSession>();
  private readonly dropped = new Set<number>();
  /** One that stays though a browser has it: the streamer may go on with it. */
  private held: number | null = null;
  /** Journals that are not kept yet, and the one that each begins with. */
  private readonly begunWith = new Map<number, number>();

  constructor(
    private readonly journals: Journals,
    public current: number,
    state: SessionState,
  ) {
    for (const number of journals.numbers()) {
      if (number === current) continue;
      // Left over from an earlier run: its state is made again from its inputs.
      const rebuilt = rebuild(journals, number, state);
      if (rebuilt && !isPartOf(state, rebuilt.id)) this.finished.set(number, rebuilt);
      else journals.remove(number);
    }
  }

  /**
   * The session of the present journal has not ended after all, or what was missed came after its end: what a browser has taken over is
   * only its first part, and it is offered again.
   */
  note({ input }: Input, isOn: boolean): void {
    if (input === 'resume' || (input === 'event' && !isOn)) this.dropped.delete(this.current);
  }

  /** The journal `number` is left for a new one. */
  rotate(number: number, state: SessionState): void {
    const ended = describe(state);
    if (ended && !this.dropped.has(number)) this.finished.set(number, ended);
  }

  /** The journal `number` stays until it is let go. */
  hold(number: number): void {
    this.held = number;
  }

  /** The journal that was held goes, if nobody else needs it. */
  letGo(): void {
    const { held } = this;
    this.held = null;
    if (held !== null) this.mayGo(held);
  }

  /** The session of the journal `number` goes on in the present one, which begins with all of it: until that is kept, both are. */
  goesOn(number: number): void {
    this.finished.delete(number);
    this.begunWith.set(this.current, number);
    this.letGo();
  }

  /** A journal is kept; @returns whether one that it begins with could go */
  made(number: number): boolean {
    const first = this.begunWith.get(number);
    if (first === undefined) return false;
    this.begunWith.delete(number);
    this.mayGo(first);
    return true;
  }

  /** A journal that was left has been written to its end. */
  closed(number: number): void {
    this.made(number);
    this.mayGo(number);
  }

  /** A journal goes if nobody needs it. */
  private mayGo(number: number): void {
    const needed = this.finished.has(number) || number === this.held || [...this.begunWith.values()].includes(number);
    if (!needed) this.journals.remove(number);
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

  /**
   * A browser has the session: its journal is not needed any more.
   * @param events how many it has: with more by now, the journal stays
   */
  drop(session: string, events: number, state: SessionState): Dropped {
    const number = this.numberOf(session, state);
    const ended = number === this.current ? describe(state) : number === null ? null : this.finished.get(number);
    if (number === null || !ended) return 'none';
    if (ended.totals.events > events) return 'more';
    if (number === this.current) this.dropped.add(number);
    else {
      this.finished.delete(number);
      this.mayGo(number);
    }
    return 'gone';
  }

  /** Drops those of earlier sessions; @returns whether there were any */
  dropAll(ids: readonly string[], state: SessionState): boolean {
    const gone = [...this.finished.values()].filter(({ id }) => ids.includes(id));
    return gone.filter(({ id }) => this.drop(id, Infinity, state) === 'gone').length > 0;
  }
}

/** Whether the present session has gone on from this one, or taken it in: the server was stopped before its journal was removed. */
const isPartOf = ({ session }: SessionState, id: string): boolean =>
  session !== null && (session.id === id || (session.took?.includes(id) ?? false));

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
