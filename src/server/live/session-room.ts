import type { Journal, Journals } from '@/server/door/journal';
import { phrase, type Sayable } from '@/core/words/phrase';

/** How much room a show's sessions take, and whether more may come. */
export class SessionRoom {
  /** What earlier sessions take that no browser has taken over yet, bytes. */
  private earlier = 0;

  /**
   * @param most so much they may take in all, bytes
   * @param dropSpare drops those that are kept though every device has them; @returns whether there were any
   */
  constructor(
    private readonly journals: Journals,
    private readonly journal: Journal,
    private readonly most: number,
    private readonly dropSpare: () => boolean = () => false,
  ) {}

  /** An earlier session's journal has come to its end, or is gone. */
  weigh(): void {
    this.earlier = this.journals.bytesBut(this.journal.number);
  }

  /** Whether there is room once what can go is gone. */
  makesRoom(): boolean {
    if (this.tooMuch && this.dropSpare()) this.weigh();
    return !this.full;
  }

  private get tooMuch(): boolean {
    return this.earlier + this.journal.bytes > this.most;
  }

  /** There is no room for what feeds bring, where it waits or where it is kept. */
  get full(): boolean {
    return this.journal.full || this.tooMuch;
  }

  get lagMs(): number {
    return this.journal.lagMs;
  }

  /** A sentence while nothing more can be kept. */
  get problem(): Sayable | null {
    if (this.journal.problem !== null) return this.journal.problem;
    return this.tooMuch
      ? phrase(
          'The sessions of this show have used up their room on the server, so nothing more is taken in. Leave this page open: the browser takes finished sessions over, and then it goes on.',
        )
      : null;
  }
}
