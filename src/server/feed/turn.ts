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

/** So many messages, or so much of them (UTF-16 units), wait until the sender is held back. */
const FULL = 1000;
const FULL_UNITS = 8 << 20;

/** Messages of a sender who does not wait to be asked, taken one after another in turns. */
export class Inflow {
  private waiting: string[] = [];
  private units = 0;
  private held = false;
  private running = false;

  /**
   * @param gate holds the sender back while too much waits
   * @param fault hears what `take` throws: a fault of ours, which costs that message and ends nothing
   */
  constructor(
    private readonly take: (message: string) => void | Promise<void>,
    private readonly gate: { pause: () => void; resume: () => void },
    private readonly fault: (error: unknown) => void,
  ) {}

  add(message: string): void {
    this.waiting.push(message);
    this.units += message.length;
    if (!this.held && (this.waiting.length >= FULL || this.units >= FULL_UNITS)) {
      this.held = true;
      this.gate.pause();
    }
    if (!this.running) void this.run();
  }

  private async run(): Promise<void> {
    this.running = true;
    const turn = new Turn();
    while (this.waiting.length > 0) {
      const { waiting } = this;
      this.waiting = [];
      this.units = 0;
      for (const message of waiting) {
        try {
          await this.take(message);
        } catch (error) {
          this.fault(error);
        }
        await turn.rest();
      }
      if (this.held) {
        this.held = false;
        this.gate.resume();
      }
    }
    this.running = false;
  }
}
