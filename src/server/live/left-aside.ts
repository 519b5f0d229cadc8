import type { Log } from '@/server/log';
import { type Sayable, english } from '@/core/words/phrase';

/** Shows that cannot be had just now, and why: their files cannot be used, and stay as they are, or they are being removed. The others run. */
export class LeftAside {
  /** By what a show is called among its files. */
  private readonly why = new Map<string, Sayable>();

  constructor(
    private readonly nameOf: (id: string) => string,
    private readonly log: Log,
  ) {}

  add(name: string, says: Sayable, error?: unknown): void {
    this.why.set(name, says);
    this.log.error({ file: `shows/${name}`, err: error }, `A show is left aside: ${english(says)}.`);
  }

  because(id: string): Sayable | undefined {
    return this.why.get(this.nameOf(id));
  }

  /** Does something while which nobody may have the show, or begin it anew. */
  async during(id: string, says: Sayable, act: () => Promise<void>): Promise<void> {
    const name = this.nameOf(id);
    this.why.set(name, says);
    try {
      await act();
    } finally {
      this.why.delete(name);
    }
  }
}
