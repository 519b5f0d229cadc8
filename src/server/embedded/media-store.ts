import { createHash, randomUUID } from 'node:crypto';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { lookAt } from '@/core/media/look';
import { mediaIdSchema, type Media } from '@/core/media/media';
import { Turn } from '@/server/feed/turn';
import { bytesIn, diskProblem, makeFolder } from './disk';
import type { KeptMedia } from '@/server/door/shows';
import { removePartials } from './stored';
import { phrase, type Sayable } from '@/core/words/phrase';

/** The files of one show that its outlets need, by their ids. What the show does not name any more goes when it is published. */
export class MediaStore implements KeptMedia {
  private readonly folder: string;

  constructor(show: string) {
    this.folder = join(show, 'media');
    makeFolder(this.folder);
    removePartials(this.folder);
  }

  /** The ids of those that are here. */
  list(): string[] {
    return readdirSync(this.folder).filter((name) => mediaIdSchema.safeParse(name).success);
  }

  /** Where a file is; null when it is not here. */
  path(id: string): string | null {
    if (!mediaIdSchema.safeParse(id).success) return null;
    const path = join(this.folder, id);
    return existsSync(path) ? path : null;
  }

  /**
   * Keeps a file, if it is what the show says it is: by its hash, and by its content.
   * @returns why it was not kept, in a sentence; null when it was
   */
  async keep(file: Media, bytes: Buffer): Promise<Sayable | null> {
    if (createHash('sha256').update(bytes).digest('hex') !== file.id)
      return phrase('What came is not the file that the show names.');
    const turn = new Turn();
    const looked = await lookAt(bytes, file.name, () => turn.rest());
    if (!looked.ok) return looked.reason;
    if (looked.type !== file.type)
      return phrase('“{name}” is not of the kind that the show says.', { name: file.name });
    // A name of its own: two pages of one browser may hand over the same file at once.
    const partial = join(this.folder, `${file.id}.${randomUUID()}.partial`);
    try {
      await writeFile(partial, bytes, { mode: 0o600 });
      await rename(partial, join(this.folder, file.id));
    } catch (error) {
      // What half of it has been written goes; the browser sends it again.
      await rm(partial, { force: true });
      const problem = diskProblem(error);
      if (problem === null) throw error;
      return phrase('The server cannot keep it: {problem}.', { problem });
    }
    return null;
  }

  get bytes(): number {
    return bytesIn(this.folder);
  }

  /** Drops what is in no use. */
  only(ids: ReadonlySet<string>): void {
    for (const id of this.list()) if (!ids.has(id)) rmSync(join(this.folder, id), { force: true });
  }
}
