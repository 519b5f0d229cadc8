/**
 * The engine's clock: the wall's when it starts, and from then on the steady one, so that a wall clock that is set back (or forward)
 * while a session runs moves nothing.
 */
export class SteadyClock {
  private base: number;

  constructor(
    wall: () => number = Date.now,
    private readonly steady: () => number = () => performance.now(),
  ) {
    this.base = wall() - steady();
  }

  /** ms since the epoch, never less than before. */
  now(): number {
    return Math.round(this.base + this.steady());
  }

  /** After a restart: a journal's last time. If the wall clock was set back meanwhile, time goes on from there. */
  notBefore(ms: number): void {
    this.base += Math.max(0, ms - this.now());
  }
}
