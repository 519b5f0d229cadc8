import { createHash } from 'node:crypto';
import { readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { FoundShow, KeptShow, Shows, Stored } from '@/server/door/shows';
import { diskProblem, keeping, makeFolder, type Disk } from './disk';
import { journalsIn } from './journals-in-folder';
import { DocsFile } from './docs-file';
import { MediaStore } from './media-store';
import { Recordings } from './recordings';
import { markAsleep, markOpened, readStored, removePartials, writeStored } from './stored';
import { Vault } from './vault';

/** Shows as folders below `shows/` of a data folder, one each: document, secrets, media, recordings, journals. Throws where it cannot be used at all. @param disk what journals are written by */
export function showsIn(data: string, disk?: Disk): Shows {
  const folder = join(data, 'shows');
  // An id comes from outside; as a folder's name it is hashed, so that it can name no other.
  const nameOf = (id: string): string => createHash('sha256').update(id).digest('hex').slice(0, 32);
  makeFolder(folder);
  return {
    nameOf,
    *all() {
      for (const entry of readdirSync(folder, { withFileTypes: true })) {
        const found = entry.isDirectory() ? readFolder(folder, entry.name, { nameOf, disk }) : null;
        if (found) yield found;
      }
    },
    create: (stored, secrets, at) =>
      keeping(() => {
        const own = join(folder, nameOf(stored.show.id));
        writeStored(own, stored);
        const kept = new ShowFolder(own, { stored, openedAt: at, asleep: false, disk });
        kept.secrets.keep(secrets);
        return kept;
      }),
  };
}

/** One folder's show, if it holds one. */
function readFolder(
  folder: string,
  name: string,
  { nameOf, disk }: { nameOf: (id: string) => string; disk: Disk | undefined },
): FoundShow | null {
  const own = join(folder, name);
  try {
    const read = readStored(own);
    if (read.read === 'nothing') return null;
    if (read.read === 'broken') return { name, broken: read.says };
    if (name !== nameOf(read.stored.show.id)) return { name, broken: 'its folder belongs to another show' };
    removePartials(own);
    return { name, kept: new ShowFolder(own, { ...read, disk }) };
  } catch (error) {
    // Whatever is wrong with its files: the others are read.
    return { name, broken: diskProblem(error) ?? 'its files cannot be used', error };
  }
}

class ShowFolder implements KeptShow {
  readonly docs: DocsFile;
  readonly secrets: Vault;
  readonly media: MediaStore;
  readonly recordings: Recordings;
  readonly journals;
  stored: Stored;
  openedAt: number;
  asleep: boolean;

  constructor(
    private readonly folder: string,
    { stored, openedAt, asleep, disk }: { stored: Stored; openedAt: number; asleep: boolean; disk: Disk | undefined },
  ) {
    makeFolder(folder);
    this.stored = stored;
    this.openedAt = openedAt;
    this.asleep = asleep;
    this.docs = new DocsFile(folder);
    this.secrets = new Vault(folder);
    this.media = new MediaStore(folder);
    this.recordings = new Recordings(folder);
    this.journals = journalsIn(folder, disk);
    this.tidy();
  }

  get bytes(): number {
    return this.media.bytes + this.recordings.bytes;
  }

  keep(stored: Stored): void {
    keeping(() => writeStored(this.folder, stored));
    this.stored = stored;
  }

  markOpened(at: number): void {
    this.openedAt = at;
    keeping(() => markOpened(this.folder, at));
    this.asleep = false;
  }

  markAsleep(): void {
    keeping(() => markAsleep(this.folder));
    this.asleep = true;
  }

  tidy(): void {
    const { show, alsoMedia = [] } = this.stored;
    this.media.only(new Set([...show.media.map(({ id }) => id), ...alsoMedia]));
    this.recordings.only(show);
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }
}
