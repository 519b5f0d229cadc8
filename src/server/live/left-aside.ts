import type { Log } from '@/server/log';

/** Shows that cannot be had just now, and why: their files cannot be used, and stay as they are, or they are being removed. The others run. */
export class LeftAside {
  /** By what a show is called among its files. */
  private readonly why = new Map<string, string>();

  constructor(
    private readonly nameOf: (id: string) => string,
    private readonly log: Log,
  ) {}

  add(name: string, says: string, error?: unknown): void {
    this.why.set(name, says);
    this.log.error({ file: `shows/${name}`, err: error }, `A show is left aside: ${says}.`);
  }

  because(id: string): string | undefined {
    return this.why.get(this.nameOf(id));
  }

  /** Does something while which nobody may have the show, or begin it anew. */
  async during(id: string, says: string, act: () => Promise<void>): Promise<void> {
    const name = this.nameOf(id);
    this.why.set(name, says);
    try {
      await act();
    } finally {
      this.why.delete(name);
    }
  }
}
