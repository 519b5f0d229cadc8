import { randomUUID } from 'node:crypto';
import type { Effect } from '@/core/engine/kernel/effect';
import { carryOverOf } from '@/core/session/carry-over';
import { handOver } from '@/core/intake/hand-over';
import type { Input } from '@/core/session/input';
import { newState, type SessionState } from '@/core/session/state';
import { GO_ON_MINUTES } from '@/core/show/show';
import type { Log } from '@/server/log';
import { Runtime } from '@/server/runtime/runtime';

/** So often a session is begun until every cue that fails is switched off: each takes three times. */
const MOST_BEGINNINGS = 60;

/** A session that begins: its runtime, and the first inputs of its journal. `kept`: they are in the journal now. */
export interface Begun {
  runtime: Runtime;
  first: Input[];
  kept: () => void;
}

interface Around {
  /** ms, the engine's clock. */
  at: number;
  log: Log;
  emit: (effect: Effect) => void;
  /** The state again, from the journal, once that holds the beginning. */
  historyState: () => SessionState;
}

/**
 * Begins a session where another was: feeds go on where they are, what earlier sessions left is taken over.
 * @returns null where it cannot begin
 */
export function beginSession(before: Runtime, { at, log, emit, historyState }: Around): Begun | null {
  const { show } = before.state;
  const feeds = Object.fromEntries(
    show.feeds.map(({ id }) => [
      id,
      {
        position: before.positions.get(id) ?? '',
        room: before.rooms.get(id) ?? null,
        counters: { ...before.intakeOf(id).counters },
        seen: before.recentOf(id),
        counted: handOver(before.intakeOf(id)),
      },
    ]),
  );
  const begin: Input = { input: 'begin', at, session: randomUUID(), feeds, lasting: carryOverOf(before.state) };
  const first: Input[] = [];
  let kept = false;
  const runtime = before.next(newState(show), () =>
    kept ? historyState() : Runtime.stateOf(show, () => ({ snapshot: null, inputs: first })),
  );
  // A cue that fails as the session begins is switched off the third time; then it begins without it.
  for (const input of [{ input: 'show', at, show } as const, ...new Array<Input>(MOST_BEGINNINGS).fill(begin)]) {
    if (input.input === 'begin' && runtime.state.session !== null) break;
    const { done, caught } = runtime.apply(input, false, emit);
    for (const { fault, error } of caught) {
      first.push(fault);
      log.error(
        { what: fault.what, off: fault.off, err: error },
        'A session’s beginning could not be done as it is written.',
      );
    }
    if (done) first.push(input);
  }
  if (runtime.state.session === null) return null;
  // Whoever has cleared everything has not said that it is to come back.
  const cleared: Input = { input: 'command', at, command: { command: 'blackout', on: true } };
  if (before.state.blackout !== null && runtime.apply(cleared, false, emit).done) first.push(cleared);
  return { runtime, first, kept: () => void (kept = true) };
}

/** Whether a broadcast that is live now is the one that has just been interrupted: then its session goes on. */
export function goesOn({ session, show }: SessionState, now: number): boolean {
  if (!session || session.endedAt === null || session.over) return false;
  return now - session.endedAt <= (show.goOnMinutes ?? GO_ON_MINUTES) * 60_000;
}
