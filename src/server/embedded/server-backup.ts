import { createHash } from 'node:crypto';
import {
  closeSync,
  copyFileSync,
  existsSync,
  fchmodSync,
  fstatSync,
  fsyncSync,
  ftruncateSync,
  openSync,
  readdirSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { z } from 'zod';
import { makeFolder, writeWhole } from './disk';

/*
 * A copy of a server's data folder, taken while the server runs. Its files are replaced whole, but for journals, which grow by lines: of those
 * all whole lines are taken, so that everything that was acknowledged before is in it. Snapshots are left out: they are made again.
 */

const FORMAT = 'gavirn.server-backup';
const LIST = 'backup.json';
const MOST_FILES = 1_000_000;
const listSchema = z.object({
  format: z.literal(FORMAT),
  version: z.literal(1),
  made: z.number(),
  files: z
    .array(z.object({ path: z.string().max(500), bytes: z.number(), sha256: z.string().regex(/^[0-9a-f]{64}$/) }))
    .max(MOST_FILES),
});

export type Outcome = { ok: true; files: number; bytes: number } | { ok: false; reason: string };

const isMissing = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === 'ENOENT';

function* filesBelow(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesBelow(path);
    else if (entry.isFile() && !/\.(partial|snapshot)$/.test(entry.name)) yield path;
  }
}

/**
 * Copies a file as it is now: of a journal its whole lines. In pieces: one may be larger than the memory.
 * @returns how long the copy is, and its SHA-256; null where the file has gone meanwhile
 */
function copy(from: string, to: string): { bytes: number; sha256: string } | null {
  makeFolder(dirname(to));
  try {
    copyFileSync(from, to);
  } catch (error) {
    // A session that a browser has taken meanwhile.
    if (isMissing(error)) return null;
    throw error;
  }
  const file = openSync(to, 'r+');
  try {
    if (from.endsWith('.journal')) ftruncateSync(file, endOfLines(file));
    fchmodSync(file, 0o600);
    fsyncSync(file);
    return hashOf(file);
  } finally {
    closeSync(file);
  }
}

const PIECE = 1 << 20;
const NEW_LINE = 10;

/** Where the last whole line ends. */
function endOfLines(file: number): number {
  const piece = Buffer.alloc(PIECE);
  for (let end = fstatSync(file).size; end > 0;) {
    const from = Math.max(0, end - PIECE);
    const read = readSync(file, piece, 0, end - from, from);
    const at = piece.subarray(0, read).lastIndexOf(NEW_LINE);
    if (at >= 0) return from + at + 1;
    end = from;
  }
  return 0;
}

function hashOf(file: number): { bytes: number; sha256: string } {
  const hash = createHash('sha256');
  const piece = Buffer.alloc(PIECE);
  let bytes = 0;
  for (let read = readSync(file, piece, 0, PIECE, 0); read > 0; read = readSync(file, piece, 0, PIECE, bytes)) {
    hash.update(piece.subarray(0, read));
    bytes += read;
  }
  return { bytes, sha256: hash.digest('hex') };
}

/** Copies a data folder into a new one. Throws where the disk does not take it. @param made ms UTC */
export function backUp(data: string, to: string, made: number): Outcome {
  const shows = join(data, 'shows');
  if (!existsSync(shows)) return { ok: false, reason: `There is no data of a Gavirn server in ${data}.` };
  if (existsSync(to) && readdirSync(to).length > 0)
    return { ok: false, reason: `The folder ${to} is not empty. Choose a new one, so that nothing is overwritten.` };
  const files: z.infer<typeof listSchema>['files'] = [];
  for (const path of filesBelow(shows)) {
    const own = relative(data, path);
    const copied = copy(path, join(to, own));
    if (copied) files.push({ path: own, ...copied });
  }
  // Last: without it a copy that was cut off is none.
  makeFolder(to);
  writeWhole(join(to, LIST), JSON.stringify({ format: FORMAT, version: 1, made, files }));
  return { ok: true, files: files.length, bytes: files.reduce((sum, { bytes }) => sum + bytes, 0) };
}

/** Puts a copy in the place of an empty data folder: all of it, or nothing. Throws where the disk does not take it. */
export function putBack(from: string, data: string): Outcome {
  const list = readList(join(from, LIST));
  if (!list) return { ok: false, reason: `There is no whole backup of a Gavirn server in ${from}.` };
  const shows = join(data, 'shows');
  if (existsSync(shows) && readdirSync(shows).length > 0)
    return {
      ok: false,
      reason: `There are shows in ${data} already. Choose another folder with --data, or move them away.`,
    };
  const partial = join(data, 'shows.partial');
  rmSync(partial, { recursive: true, force: true });
  const root = resolve(from, 'shows');
  for (const { path, sha256: hash } of list.files) {
    const source = resolve(from, path);
    // A list that somebody has changed must not lead elsewhere.
    const copied = source.startsWith(`${root}/`) ? copy(source, join(partial, relative(root, source))) : null;
    if (copied?.sha256 !== hash) {
      rmSync(partial, { recursive: true, force: true });
      return { ok: false, reason: `${path} is damaged or missing in the backup. Nothing was put back.` };
    }
  }
  rmSync(shows, { recursive: true, force: true });
  if (list.files.length > 0) renameSync(partial, shows);
  return { ok: true, files: list.files.length, bytes: list.files.reduce((sum, { bytes }) => sum + bytes, 0) };
}

function readList(path: string): z.infer<typeof listSchema> | null {
  try {
    return listSchema.safeParse(JSON.parse(readFileSync(path, 'utf8'))).data ?? null;
  } catch {
    // Missing, cut off, or no JSON.
    return null;
  }
}
