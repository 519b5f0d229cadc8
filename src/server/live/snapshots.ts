import type { Journal, Journals } from '@/server/door/journal';

/** A snapshot comes after so many bytes of journal, or a sixteenth of it: so all snapshots together cost no more than a few readings of the whole. */
const SNAPSHOT_BYTES = 8 << 20;
const SNAPSHOT_SHARE = 1 / 16;

/** When the present session's snapshots are taken: one at a time, and none of a session that is over. */
export class Snapshots {
  /** How much of the journal the last one holds. */
  private held = 0;
  private stopTaking: (() => void) | null = null;

  constructor(
    private readonly journals: Journals,
    private readonly journal: Pick<Journal, 'number' | 'bytes'>,
  ) {}

  takeIfDue(): void {
    const { number, bytes } = this.journal;
    if (this.stopTaking || bytes - this.held < Math.max(SNAPSHOT_BYTES, bytes * SNAPSHOT_SHARE)) return;
    const { stop, done } = this.journals.snapshot(number, bytes);
    this.stopTaking = stop;
    void done.then(() => {
      this.stopTaking = null;
      if (this.journal.number === number) this.held = bytes;
      // The journal may have gone meanwhile, with its session: its snapshot then goes as well.
      else if (!this.journals.numbers().includes(number)) this.journals.remove(number);
    });
  }

  /** Another session is the present one. */
  restart(): void {
    this.stop();
    this.held = 0;
  }

  stop(): void {
    this.stopTaking?.();
  }
}
