import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { keeping, writeWhole } from './disk';
import { ASKS, secretsSchema, type KeptSecrets, type Secrets } from '@/server/door/shows';
import type { FeedSecrets } from '@/server/feed/secrets';

/**
 * One show's feed secrets, in a file of their own that only this account may read: they are needed with every page closed, after a
 * restart. They are in no show document, no journal and no log.
 */
export class Vault implements KeptSecrets {
  private secrets: Secrets;

  constructor(private readonly folder: string) {
    this.secrets = this.read();
  }

  private get file(): string {
    return join(this.folder, 'secrets.json');
  }

  private read(): Secrets {
    if (!existsSync(this.file)) return {};
    try {
      return secretsSchema.safeParse(JSON.parse(readFileSync(this.file, 'utf8'))).data ?? {};
    } catch {
      // Cut off by a crash: the browser hands them over again.
      return {};
    }
  }

  /** Takes the secrets as they now are; returns the feeds whose secrets have changed. */
  keep(secrets: Secrets): string[] {
    const changed = [...new Set([...Object.keys(secrets), ...Object.keys(this.secrets)])].filter(
      (feed) => JSON.stringify(secrets[feed]) !== JSON.stringify(this.secrets[feed]),
    );
    if (changed.length === 0) return [];
    // Kept only once it is on the disk: else it would be believed to be.
    keeping(() => writeWhole(this.file, JSON.stringify(secrets)));
    this.secrets = secrets;
    return changed;
  }

  /** A feed's secrets; one that has none has an address that nobody knows. */
  of(feed: string): FeedSecrets {
    return this.secrets[feed] ?? { inbox: '' };
  }

  /** What tellings of web addresses are signed with, or null. */
  get asks(): string | null {
    return this.secrets[ASKS]?.signing ?? null;
  }

  /** The feed whose address ends in this. */
  feedOf(inbox: string): string | null {
    return Object.entries(this.secrets).find(([, secrets]) => secrets.inbox === inbox)?.[0] ?? null;
  }

  get inboxes(): string[] {
    return Object.values(this.secrets).map(({ inbox }) => inbox);
  }
}
