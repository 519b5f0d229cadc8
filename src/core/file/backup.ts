import { sha256 } from '@noble/hashes/sha2.js';
import { strToU8, Unzip, UnzipInflate, zipSync, type Zippable } from 'fflate';
import { uint8ArrayToHex, uint8ArrayToString } from 'uint8array-extras';
import { z } from 'zod';
import { phrase, type Phrase } from '@/core/words/phrase';

/*
 * A backup: a zip file (PKWARE's APPNOTE.TXT 6.3.10) with a list of its parts in front, each with its length and SHA-256. The list comes first,
 * so that of a file that is cut off it is known what is missing; parts are found by their own headers and not by the directory at the end,
 * so that what is whole can be read whatever has become of the rest.
 */

const FORMAT = 'gavirn.backup';
const VERSION = 1;
const LIST = 'backup.json';

/** No backup has more parts, and none comes to more bytes when it is unpacked: a small file can claim to be anything. */
const MOST_PARTS = 50_000;
const MOST_BYTES = 1 << 30;
/** What is compressed already, by the ending of its name. */
const COMPRESSED = /\.(png|jpe?g|webp|gif|webm|mp3|m4a|ogg|flac)$/;
/** So much is handed to the unpacker at once, bytes. */
const STEP = 1 << 20;

const partSchema = z.object({
  path: z.string().regex(/^[\w-][\w./-]{0,199}$/),
  bytes: z.number().int().nonnegative(),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
});
const listSchema = z.object({
  format: z.literal(FORMAT),
  version: z.number().int(),
  /** When it was made, ms. */
  made: z.number(),
  /** Whether addresses, keys and secrets are in it. */
  secrets: z.boolean(),
  parts: z.array(partSchema).max(MOST_PARTS),
});

/** By its path. */
export type Parts = ReadonlyMap<string, Uint8Array<ArrayBuffer>>;

export interface Backup {
  /** When it was made, ms. */
  made: number;
  secrets: boolean;
  /** Those that are as they were put in. */
  parts: Parts;
  /** The paths of those that are damaged or missing. */
  damaged: readonly string[];
}

export type ReadBackup = { ok: true; backup: Backup } | { ok: false; reason: Phrase };

/** @returns the bytes of the zip file */
export function writeBackup(
  parts: Parts,
  { made, secrets }: { made: number; secrets: boolean },
): Uint8Array<ArrayBuffer> {
  const list: z.infer<typeof listSchema> = {
    format: FORMAT,
    version: VERSION,
    made,
    secrets,
    parts: [...parts].map(([path, bytes]) => ({ path, bytes: bytes.length, sha256: uint8ArrayToHex(sha256(bytes)) })),
  };
  const files: Zippable = { [LIST]: strToU8(JSON.stringify(list)) };
  for (const [path, bytes] of parts) files[path] = [bytes, { level: COMPRESSED.test(path) ? 0 : 6 }];
  return new Uint8Array(zipSync(files, { mtime: made }));
}

/** Reads a backup, also one that is damaged or cut off: what is whole in it, and what is not. */
export function readBackup(file: Uint8Array): ReadBackup {
  const unpacked = unpack(file);
  const list = listIn(unpacked.get(LIST));
  if (!list.ok) return list;
  const parts = new Map<string, Uint8Array<ArrayBuffer>>();
  const damaged: string[] = [];
  for (const { path, bytes, sha256: sum } of list.value.parts) {
    const found = unpacked.get(path);
    if (found?.length === bytes && uint8ArrayToHex(sha256(found)) === sum) parts.set(path, found);
    else damaged.push(path);
  }
  const { made, secrets } = list.value;
  return { ok: true, backup: { made, secrets, parts, damaged } };
}

function listIn(
  bytes: Uint8Array | undefined,
): { ok: true; value: z.infer<typeof listSchema> } | { ok: false; reason: Phrase } {
  if (!bytes) return { ok: false, reason: phrase('This is no backup of Gavirn, or its beginning is missing.') };
  let json: unknown;
  try {
    json = JSON.parse(uint8ArrayToString(bytes));
  } catch {
    // Not JSON: the list is damaged, and without it nothing says what else there is.
    return { ok: false, reason: phrase('The beginning of this backup is damaged, so that it cannot be read.') };
  }
  const read = listSchema.safeParse(json);
  if (!read.success) return { ok: false, reason: phrase('This is no backup of Gavirn, or its beginning is missing.') };
  if (read.data.version > VERSION)
    return {
      ok: false,
      reason: phrase('This backup was made by a newer Gavirn. Reload this page to get the newest, then open it again.'),
    };
  return { ok: true, value: read.data };
}

/** What can be unpacked of a zip file, by path; what is longer than any backup may be is left out. */
function unpack(file: Uint8Array): Map<string, Uint8Array<ArrayBuffer>> {
  const whole = new Map<string, Uint8Array<ArrayBuffer>>();
  let left = MOST_BYTES;
  const unzip = new Unzip((entry) => {
    if (whole.size >= MOST_PARTS + 1) return;
    const chunks: Uint8Array[] = [];
    entry.ondata = (error, chunk, final) => {
      if (error) return entry.terminate();
      left -= chunk.length;
      if (left < 0) return entry.terminate();
      chunks.push(chunk);
      if (final) whole.set(entry.name, joined(chunks));
    };
    try {
      entry.start();
    } catch {
      // Packed in a way that nothing here has written: it stays among those that are missing.
      entry.terminate();
    }
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < file.length && left >= 0; at += STEP)
      unzip.push(file.subarray(at, at + STEP), at + STEP >= file.length);
  } catch {
    // Bytes that are no zip file from here on; what came before them is kept.
  }
  return whole;
}

function joined(chunks: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    all.set(chunk, at);
    at += chunk.length;
  }
  return all;
}
