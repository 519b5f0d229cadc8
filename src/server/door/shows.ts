import { buttonDoesSchema, buttonNameSchema } from '@/core/home/button';
import { z } from 'zod';
import { rightSchema } from '@/core/home/device';
import type { Media } from '@/core/media/media';
import type { Show } from '@/core/show/show';
import { feedSecretsSchema, type FeedSecrets } from '@/server/feed/secrets';
import type { Journals } from './journal';
import type { Sayable } from '@/core/words/phrase';

/* The door to shows: their documents, keys and secrets, and the files that they name. What must hold of it is shows.contract.ts. */

/** By feed; and under ASKS what tellings of web addresses are signed with. */
export const secretsSchema = z.record(z.string().max(100), feedSecretsSchema);
export const ASKS = '#asks';
export type Secrets = z.infer<typeof secretsSchema>;

/** A device that may look or act: its key is kept as its SHA-256 only, so that whoever reads it here cannot act with it. */
export const deviceSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().max(40),
  right: rightSchema,
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  /** It is the recovery sheet: its key is no device's, and adds one. */
  sheet: z.literal(true).optional(),
  /** ms UTC. */
  addedAt: z.number(),
  seenAt: z.number(),
});
export type Device = z.infer<typeof deviceSchema>;

/** A button elsewhere, as it is kept: of its key the SHA-256 alone. Times: ms UTC. */
export const buttonSchema = z.object({
  id: z.string().min(1).max(40),
  name: buttonNameSchema,
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  does: buttonDoesSchema,
  madeAt: z.number(),
  usedAt: z.number().nullable(),
});
export type KeptButton = z.infer<typeof buttonSchema>;

/** A show's document, and who may look and act. */
export interface Stored {
  show: Show;
  devices: Device[];
  /** Its buttons elsewhere. */
  buttons?: KeptButton[] | undefined;
  /** Finished sessions that devices have taken: session → device → how many events it has. */
  taken?: Record<string, Record<string, number>> | undefined;
  /** Files that its home's other shows use: they stay. */
  alsoMedia?: string[] | undefined;
  /** Hash of an outlet's key → the outlet's id. */
  outlets: Record<string, string>;
}

/** What a show's feeds must know. It is in no document, no journal and no log. */
export interface KeptSecrets {
  /** Takes the secrets as they now are; @returns the feeds whose secrets have changed. Throws NotKept */
  keep: (secrets: Secrets) => string[];
  /** A feed's secrets; one that has none has an address that nobody knows. */
  of: (feed: string) => FeedSecrets;
  /** What tellings of web addresses are signed with, or null. */
  readonly asks: string | null;
  /** The feed whose address ends in this, or null. */
  feedOf: (inbox: string) => string | null;
  readonly inboxes: string[];
}

/** A show's pictures, clips and sounds, by their ids. */
export interface KeptMedia {
  /** The ids of those that are here. */
  list: () => string[];
  /** A file on this machine, to be sent; null when it is not here. */
  path: (id: string) => string | null;
  /**
   * Keeps a file, if it is what the show says it is: by its hash, and by its content.
   * @returns why it was not kept, in a sentence; null when it was
   */
  keep: (file: Media, bytes: Buffer) => Promise<Sayable | null>;
}

/** The recordings that a show's feeds play. */
export interface KeptRecordings {
  /** Throws NotKept. */
  keep: (feed: string, text: string) => Promise<void>;
  /** Null when it is not here. */
  read: (feed: string) => Promise<string | null>;
}

/** A home as its devices change it together: Yjs documents, encoded (docs/home.md). */
export interface HomeDocs {
  home: Uint8Array;
  keys: Uint8Array;
}

export interface KeptDocs {
  /** Null where no browser has given any yet, or they cannot be read. */
  read: () => HomeDocs | null;
  /** Throws NotKept. */
  keep: (docs: HomeDocs) => void;
  /** How often they have been kept since the server began: another number, other documents. */
  readonly revision: number;
}

/** One show that is kept, and all that belongs to it. */
export interface KeptShow {
  readonly stored: Stored;
  /** When somebody opened it last, ms UTC; and whether it sleeps. */
  readonly openedAt: number;
  readonly asleep: boolean;
  readonly docs: KeptDocs;
  readonly secrets: KeptSecrets;
  readonly media: KeptMedia;
  readonly recordings: KeptRecordings;
  readonly journals: Journals;
  /** What its media and recordings take, bytes. */
  readonly bytes: number;
  /** Keeps it as it now is. Throws NotKept: then it is as it was. */
  keep: (stored: Stored) => void;
  /** Somebody opens it, and it does not sleep any more. Throws NotKept. */
  markOpened: (at: number) => void;
  /** It sleeps from now on, after a restart as well. Throws NotKept. */
  markAsleep: () => void;
  /** Drops the files that its document does not name. */
  tidy: () => void;
  /** Nothing of it is left. */
  remove: () => void;
}

/** A show that was kept before: usable, or why not. `name`: what it is called here, for the log. */
export type FoundShow = { name: string } & ({ kept: KeptShow } | { broken: Sayable; error?: unknown });

export interface Shows {
  /** Every show of earlier runs; whatever is wrong with one costs it alone, and nothing of it is changed. */
  all: () => Iterable<FoundShow>;
  /** What a show of this id is called here. */
  nameOf: (id: string) => string;
  /** A new one, with its secrets. Throws NotKept. */
  create: (stored: Stored, secrets: Secrets, at: number) => KeptShow;
}
