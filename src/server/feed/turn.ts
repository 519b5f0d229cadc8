import { setImmediate as afterOthers } from 'node:timers/promises';

/** So long one feed is worked for at a stretch, ms; then whatever else has come is heard. */
const TURN_MS = 4;

/** A stretch of work for one feed, which gives way to the others when it has gone on for long enough. */
export class Turn {
  private started = performance.now();

  /** Gives way, if it is time; resolves when it is this feed's turn again. */
  async rest(): Promise<void> {
    if (performance.now() - this.started < TURN_MS) return;
    await afterOthers();
    this.started = performance.now();
  }
}

/** So many messages wait until the sender is held back. */
const FULL = 1000;

/** Messages of a sender who does not wait to be asked, taken one after another in turns. */
export class Inflow {
  private waiting: string[] = [];
  private running = false;

  /** @param gate holds the sender back while too much waits */
  constructor(private readonly take: (message: string) => void, private readonly gate: { pause: () => void; resume: () => void }) {}

  add(message: string): void {
    this.waiting.push(message);
    if (this.waiting.length === FULL) this.gate.pause();
    if (!this.running) void this.run();
  }

  private async run(): Promise<void> {
    this.running = true;
    const turn = new Turn();
    while (this.waiting.length > 0) {
      const { waiting } = this;
      this.waiting = [];
      if (waiting.length >= FULL) this.gate.resume();
      for (const message of waiting) {
        this.take(message);
        await turn.rest();
      }
    }
    this.running = false;
  }
}
