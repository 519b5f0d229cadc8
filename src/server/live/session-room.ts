import type { Journal, Journals } from '@/server/door/journal';
import { phrase, type Sayable } from '@/core/words/phrase';

/** How much room a show's sessions take, and whether more may come. */
export class SessionRoom {
  /** What earlier sessions take that no browser has taken over yet, bytes. */
  private earlier = 0;

  /** @param most so much they may take in all, bytes */
  constructor(
    private readonly journals: Journals,
    private readonly journal: Journal,
    private readonly most: number,
  ) {}

  /** An earlier session's journal has come to its end, or is gone. */
  weigh(): void {
    this.earlier = this.journals.bytesBut(this.journal.number);
  }

  private get tooMuch(): boolean {
    return this.earlier + this.journal.bytes > this.most;
  }

  /** There is no room for what feeds bring, where it waits or where it is kept. */
  get full(): boolean {
    return this.journal.full || this.tooMuch;
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
