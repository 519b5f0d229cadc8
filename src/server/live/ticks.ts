import { later } from '@/server/later';

/** Tells the engine the time when something will happen by time alone: an alert's end, a wait's end, the clock. */
export class Ticks {
  private next: { stop: () => void; at: number } | null = null;
  private notBefore = 0;

  /**
   * @param now the engine's clock, ms
   * @param due when something will happen next, ms of the engine's clock; Infinity: nothing will
   */
  constructor(
    private readonly now: () => number,
    private readonly due: () => number,
    private readonly tick: () => void,
  ) {}

  private get at(): number {
    return Math.max(this.due(), this.notBefore);
  }

  /** Looks again when the next one comes: after everything that has happened. */
  plan(): void {
    const { at } = this;
    if (this.next?.at === at) return;
    this.stop();
    this.next = { at, stop: later(Math.max(1, at - this.now()), () => this.come()) };
  }

  /** One that changes nothing is none. */
  private come(): void {
    this.next = null;
    if (this.at > this.now()) this.plan();
    else this.tick();
  }

  /** After a fault the engine is left in peace for so long, ms: it would fail again at once. */
  rest(ms: number): void {
    this.notBefore = this.now() + ms;
  }

  stop(): void {
    this.next?.stop();
    this.next = null;
  }
}
