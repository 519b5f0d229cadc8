import type { Media } from '@/core/media/media';
import type { KeptMedia, KeptShow } from '@/server/door/shows';
import { Allowance, type Limits } from './allowance';
import { phrase, type Sayable } from '@/core/words/phrase';

/** What shows hand over beside their documents, within what this server takes. */
export class ShowFiles {
  private readonly allowance: Allowance;

  /** @param kept the show of an id, null where there is none */
  constructor(
    limits: Limits,
    private readonly kept: (id: string) => KeptShow | null,
  ) {
    this.allowance = new Allowance(limits);
  }

  /** A show's files have changed, or it is gone. */
  recount(id: string): void {
    this.allowance.set(id, this.kept(id)?.bytes ?? 0);
  }

  /** Why so many bytes more are not kept for a show, in a sentence; null where there is room. */
  refuses(id: string, more: number): Sayable | null {
    return this.allowance.refuses(id, more);
  }

  /** The pictures, clips and sounds of a show that exists. */
  mediaOf(id: string): KeptMedia | null {
    return this.kept(id)?.media ?? null;
  }

  /** Keeps one of them; @returns why it was not kept, in a sentence; null when it was */
  async keepMedia(id: string, file: Media, bytes: Buffer): Promise<Sayable | null> {
    const media = this.mediaOf(id);
    if (!media) return phrase('The show has just been removed.');
    const refused = await media.keep(file, bytes);
    this.recount(id);
    return refused;
  }

  /** Keeps a feed's recording; false where the show is gone. Throws NotKept. */
  async keepRecording(id: string, feed: string, text: string): Promise<boolean> {
    const kept = this.kept(id);
    if (!kept) return false;
    await kept.recordings.keep(feed, text);
    this.recount(id);
    return true;
  }
}
