import { createHash, randomUUID } from 'node:crypto';
import { readdirSync, rmSync } from 'node:fs';
import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Show } from '@/core/show/show';
import type { KeptRecordings } from '@/server/door/shows';
import { asNotKept, bytesIn } from './disk';

const ENDING = '.recording';

/** The recordings that a show's feeds play, in its folder. What no feed names any more is removed. */
export class Recordings implements KeptRecordings {
  constructor(private readonly folder: string) {}

  /** A feed's id comes from outside; as a file's name it is hashed, so that it can name no other. */
  private file(feed: string): string {
    return join(this.folder, `${createHash('sha256').update(feed).digest('hex').slice(0, 32)}${ENDING}`);
  }

  async keep(feed: string, text: string): Promise<void> {
    const partial = `${this.file(feed)}.${randomUUID()}.partial`;
    try {
      await writeFile(partial, text, { mode: 0o600, flush: true });
      await rename(partial, this.file(feed));
    } catch (error) {
      // A fault of the disk: what was there is as it was.
      throw asNotKept(error);
    } finally {
      await rm(partial, { force: true });
    }
  }

  /** Null when it has not been sent here. */
  read(feed: string): Promise<string | null> {
    return readFile(this.file(feed), 'utf8').catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return null;
      throw error;
    });
  }

  only({ feeds }: Show): void {
    const named = new Set(feeds.flatMap(({ id, platform }) => (platform === 'file' ? [this.file(id)] : [])));
    for (const name of readdirSync(this.folder))
      if (name.endsWith(ENDING) && !named.has(join(this.folder, name)))
        rmSync(join(this.folder, name), { force: true });
  }

  get bytes(): number {
    return bytesIn(this.folder, (name) => name.endsWith(ENDING));
  }
}
