import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import type { HomeDocs, KeptDocs } from '@/server/door/shows';
import { keeping, writeWhole } from './disk';

const base64 = z.base64().transform((text) => new Uint8Array(Buffer.from(text, 'base64')));
const fileSchema = z.object({ home: base64, keys: base64 });

/** A home's documents in one file of its folder, which only this account may read: there are keys in it. */
export class DocsFile implements KeptDocs {
  revision = 0;
  private docs: HomeDocs | null;

  constructor(private readonly folder: string) {
    this.docs = this.load();
  }

  private get file(): string {
    return join(this.folder, 'home.json');
  }

  private load(): HomeDocs | null {
    if (!existsSync(this.file)) return null;
    try {
      return fileSchema.safeParse(JSON.parse(readFileSync(this.file, 'utf8'))).data ?? null;
    } catch {
      // Spoilt: the next device that comes gives its own again.
      return null;
    }
  }

  read(): HomeDocs | null {
    return this.docs;
  }

  keep(docs: HomeDocs): void {
    const text = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');
    keeping(() => writeWhole(this.file, JSON.stringify({ home: text(docs.home), keys: text(docs.keys) })));
    this.docs = docs;
    this.revision += 1;
  }
}
