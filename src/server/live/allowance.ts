import { bytesWords } from '@/core/media/media';
import { phrase, type Phrase } from '@/core/words/phrase';

/** How much of what streamers hand over this server keeps: each has a default and an option (docs/trust.md). */
export interface Limits {
  /** Shows on this server. */
  shows: number;
  /** Of one show's own files (media and recordings), and of all shows' together, bytes. */
  showBytes: number;
  allBytes: number;
  /** Of one show's sessions, the running one and those that no browser has taken yet, bytes. */
  sessionBytes: number;
  /** A show that nobody has opened for so long sleeps, ms. */
  sleepMs: number;
}

export const DAY_MS = 86_400_000;
export const LIMITS: Limits = {
  shows: 2000,
  showBytes: 500e6,
  allBytes: 20e9,
  sessionBytes: 4e9,
  sleepMs: 30 * DAY_MS,
};

/** What shows' own files come to, and whether more may come. */
export class Allowance {
  private readonly byShow = new Map<string, number>();
  private all = 0;

  constructor(private readonly limits: Limits) {}

  /** Takes note of what a show has now; 0: it is gone. */
  set(show: string, bytes: number): void {
    this.all += bytes - (this.byShow.get(show) ?? 0);
    if (bytes === 0) this.byShow.delete(show);
    else this.byShow.set(show, bytes);
  }

  /** Why no more is kept for a show, in a sentence; null where there is room. */
  refuses(show: string, more: number): Phrase | null {
    const { showBytes, allBytes } = this.limits;
    if ((this.byShow.get(show) ?? 0) + more > showBytes)
      return phrase('The files of one show may come to {bytes} on this server. Remove some that you do not use.', {
        bytes: bytesWords(showBytes),
      });
    if (this.all + more > allBytes)
      return phrase(
        'This server keeps no more than {bytes} of files for all its shows. Ask whoever runs it for more room.',
        { bytes: bytesWords(allBytes) },
      );
    return null;
  }
}
