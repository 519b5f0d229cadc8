import type { Effect } from '@/core/engine/kernel/effect';
import type { Input } from '@/core/session/input';
import type { SessionState } from '@/core/session/state';
import type { Journal } from '@/server/door/journal';
import type { Log } from '@/server/log';
import type { Runtime } from '@/server/runtime/runtime';
import { beginSession, goesOn } from './beginning';
import type { Sessions } from './sessions';
import type { Snapshots } from './snapshots';

/** After a beginning that could not be done none is tried for this long, ms: it would fail again at once. */
const PAUSE_MS = 5000;

/** For so long after a session has begun, the one before it can be gone on with, ms. */
const GO_BACK_MS = 10 * 60_000;

/** With more inputs since, the session that has begun is one of its own: they are all done again. */
const MOST_SINCE = 50_000;

/** What the turns of a show's sessions are taken with. */
export interface Present {
  now: () => number;
  runtime: () => Runtime;
  setRuntime: (runtime: Runtime) => void;
  journal: Journal;
  sessions: Sessions;
  snapshots: Snapshots;
  log: Log;
  emit: (effect: Effect) => void;
  put: (input: Input) => boolean;
  /** The state again, from the journal. */
  historyState: () => SessionState;
  /** Another session is the present one, or one that was kept has gone. */
  changed: () => void;
}

/** The session before the one that is on, as it ended; and what has come since. */
interface Before {
  runtime: Runtime;
  /** Its journal. */
  number: number;
  since: Input[];
}

/** One session after another: which is on when a broadcast begins. The streamer may say otherwise in the first minutes, either way. */
export class Turns {
  private before: Before | null = null;
  /** No session is begun before this, ms of the engine's clock. */
  private noBeginBefore = 0;

  constructor(private readonly present: Present) {}

  private get state(): SessionState {
    return this.present.runtime().state;
  }

  /** Live: the session that has just ended goes on, or a new one begins. */
  begin(): void {
    const at = this.present.now();
    if (!goesOn(this.state, at)) return this.beginNew();
    this.present.put({ input: 'resume', at });
  }

  /** The streamer wants a session of its own for what is live now. */
  beginAnew(): void {
    if (!this.isOn) return;
    this.present.put({ input: 'end', at: this.present.now() });
    this.beginNew();
    this.present.changed();
  }

  private get isOn(): boolean {
    const { session } = this.state;
    return session !== null && session.endedAt === null;
  }

  /** A session begins with a journal of its own. The one before it is kept for some minutes. */
  private beginNew(): void {
    const { present } = this;
    const at = present.now();
    if (at < this.noBeginBefore) return;
    const runtime = present.runtime();
    const begun = beginSession(runtime, { ...present, at });
    if (!begun) return void (this.noBeginBefore = at + PAUSE_MS);
    this.letGo();
    const { number } = present.journal;
    if (runtime.state.session) {
      this.before = { runtime, number, since: [] };
      present.sessions.hold(number);
    }
    present.setRuntime(begun.runtime);
    present.sessions.rotate(number, runtime.state);
    present.journal.rotate(begun.first);
    begun.kept();
    this.turned();
  }

  private turned(): void {
    const { present } = this;
    present.sessions.current = present.journal.number;
    present.snapshots.restart();
    present.changed();
  }

  /** An input that was written down. */
  note(input: Input): void {
    if (!this.before) return;
    if (this.before.since.length < MOST_SINCE) this.before.since.push(input);
    else this.letGo();
  }

  /** The session before the one that is on, where the streamer may still go on with it: when it ended, ms. What was drawn since would be drawn otherwise in it. */
  get earlier(): { endedAt: number } | null {
    const { session, draws } = this.state;
    const ended = this.before?.runtime.state.session?.endedAt ?? null;
    if (ended === null || !session || session.endedAt !== null) return null;
    if (this.present.now() - session.startedAt > GO_BACK_MS) return null;
    return [...draws.values()].some(({ number }) => number > 0) ? null : { endedAt: ended };
  }

  /**
   * The session before goes on, and what has come since the new one began is part of it. What that set off was done then, and is not done
   * again. @returns false where there is none to go on with
   */
  goOnWithEarlier(): boolean {
    const { before, present } = this;
    const { session } = this.state;
    if (!before || !session || !this.earlier) return false;
    const lines: Input[] = [];
    const again = (input: Input): boolean => {
      const { done, caught } = before.runtime.apply(input, false);
      lines.push(...caught.map(({ fault }) => fault));
      if (done) lines.push(input);
      return done;
    };
    if (!again({ input: 'resume', at: session.startedAt, took: session.id })) {
      this.letGo();
      return false;
    }
    before.since.forEach(again);
    this.before = null;
    present.setRuntime(before.runtime);
    // All of its journal, and what has come since, in a new one: it is there as a whole, or both sessions are as they were.
    present.journal.rotate(lines, before.number);
    this.turned();
    present.sessions.goesOn(before.number);
    return true;
  }

  /** Now and then: a session that nobody may go on with any more, or that the present one holds, need not be kept. */
  look(): void {
    const { journal, sessions } = this.present;
    const tooLate = this.before !== null && !this.earlier;
    if (tooLate) this.letGo();
    if ((journal.bytes > 0 && sessions.made(journal.number)) || tooLate) this.present.changed();
  }

  private letGo(): void {
    this.before = null;
    this.present.sessions.letGo();
  }
}
