import type { Readable } from 'node:stream';

/*
 * The log of a finished session goes from a device that has it to one that lacks it and waits for it: through the server as it comes, which keeps
 * nothing of it.
 */

/** Takes a log as it comes; settles once it has all of it. */
export type Taker = (log: Readable) => Promise<void>;

/** So many may wait at one time: each has a connection open. */
const MOST_WAITING = 200;
/** And so many of one home: as many as it may have devices. */
const MOST_OF_HOME = 20;

export class LogRelay {
  private readonly homes = new Map<string, { session: string; take: Taker }[]>();
  private waiting = 0;

  /** Waits for a session's log. @returns how to stop waiting; null where too many wait */
  wait(home: string, session: string, take: Taker): (() => void) | null {
    const all = this.homes.get(home) ?? [];
    if (this.waiting >= MOST_WAITING || all.length >= MOST_OF_HOME) return null;
    const one = { session, take };
    this.homes.set(home, [...all, one]);
    this.waiting += 1;
    return () => this.remove(home, one);
  }

  private remove(home: string, one: { session: string }): boolean {
    const all = this.homes.get(home) ?? [];
    const left = all.filter((each) => each !== one);
    if (left.length === all.length) return false;
    this.waiting -= 1;
    if (left.length > 0) this.homes.set(home, left);
    else this.homes.delete(home);
    return true;
  }

  /** The sessions whose logs a home's devices wait for. */
  wanted = (home: string): string[] => [...new Set((this.homes.get(home) ?? []).map(({ session }) => session))];

  /** Who has waited longest for it, and does not any more; null: nobody does. */
  next(home: string, session: string): Taker | null {
    const one = this.homes.get(home)?.find((each) => each.session === session);
    return one && this.remove(home, one) ? one.take : null;
  }
}
