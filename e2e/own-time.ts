const TICK_MS = 10;

/**
 * A stopwatch in milliseconds of this process's own time. A clock that hangs on the wall also counts what a shared machine gives to others;
 * this one counts its own ticks, of which there are none while it has to wait for a processor.
 * @returns how long it has run
 */
export function ownTime(): () => number {
  let ticks = 0;
  setInterval(() => (ticks += 1), TICK_MS).unref();
  return () => ticks * TICK_MS;
}
