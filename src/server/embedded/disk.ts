import {
  chmodSync,
  closeSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { mkdir, open, rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { NotKept } from '@/server/door/not-kept';
import { phrase, type Phrase } from '@/core/words/phrase';

/** Shows are for this account alone. */
const FILE_MODE = 0o600;
const FOLDER_MODE = 0o700;

/** A file that is written. Every call may fail, with nothing, half or all of it done. */
export interface DiskFile {
  /** Writes at a place; @returns how many of the bytes */
  write: (bytes: Uint8Array, from: number, at: number) => Promise<number>;
  /** Resolves when what was written would outlast a power cut. */
  sync: () => Promise<void>;
  truncate: (bytes: number) => Promise<void>;
  close: () => Promise<void>;
}

/** All that a journal asks of a disk to be written: a test may put one in its place that fails. */
export interface Disk {
  /** Opens a file for writing, made if there is none; what it holds stays. */
  open: (path: string) => Promise<DiskFile>;
  /** A name takes the place of another, and that it does outlasts a power cut. */
  rename: (from: string, to: string) => Promise<void>;
}

export const disk: Disk = {
  open: async (path) => {
    await mkdir(dirname(path), { recursive: true, mode: FOLDER_MODE });
    // 'a' would append whatever the place says.
    const file = await open(path, 'r+').catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return open(path, 'wx+', FILE_MODE);
      throw error;
    });
    return {
      write: async (bytes, from, at) => (await file.write(bytes, from, bytes.length - from, at)).bytesWritten,
      sync: () => file.datasync(),
      truncate: (bytes) => file.truncate(bytes),
      close: () => file.close(),
    };
  },
  rename: async (from, to) => {
    await rename(from, to);
    const folder = await open(dirname(to), 'r');
    try {
      await folder.sync();
    } finally {
      await folder.close();
    }
  },
};

export const makeFolder = (path: string): void => void mkdirSync(path, { recursive: true, mode: FOLDER_MODE });

/** A file is there with all of its content, or as it was before. Throws where the disk does not take it. */
export function writeWhole(path: string, content: string | Uint8Array): void {
  makeFolder(dirname(path));
  const partial = `${path}.${process.pid}.partial`;
  try {
    writeFileSync(partial, content, { flush: true, mode: FILE_MODE });
    chmodSync(partial, FILE_MODE);
    renameSync(partial, path);
  } finally {
    rmSync(partial, { force: true });
  }
  const folder = openSync(dirname(path), 'r');
  try {
    fsyncSync(folder);
  } finally {
    closeSync(folder);
  }
}

/** A file's or folder's error in words that a streamer or whoever runs the server can use; null where it is none of the disk's. */
export function diskProblem(error: unknown): Phrase | null {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  switch (code) {
    case 'ENOSPC':
    case 'EDQUOT':
      return phrase('the disk is full');
    case 'EROFS':
      return phrase('the disk can only be read');
    case 'EACCES':
    case 'EPERM':
      return phrase('this account may not write there');
    case 'EIO':
      return phrase('the disk has a fault');
    case 'EMFILE':
    case 'ENFILE':
      return phrase('too many files are open');
    case 'ENOENT':
    case 'ENOTDIR':
    case 'EISDIR':
      return phrase('a file or folder of it is not what it should be');
    default:
      return null;
  }
}

/** A fault of the disk as whoever is in front of the door is told of it; any other error as it is. */
export function asNotKept(error: unknown): unknown {
  const says = diskProblem(error);
  return says === null ? error : new NotKept(says, error);
}

/** Does something that the disk may not take. Throws NotKept. */
export function keeping<T>(write: () => T): T {
  try {
    return write();
  } catch (error) {
    // A fault of the disk gets its sentence; what is one of ours stays one.
    throw asNotKept(error);
  }
}

/** What the files directly in a folder come to, bytes. */
export function bytesIn(folder: string, counts: (name: string) => boolean = () => true): number {
  let bytes = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true }))
    if (entry.isFile() && counts(entry.name))
      // A file that has just been renamed or removed has no size here any more.
      bytes += statSync(join(folder, entry.name), { throwIfNoEntry: false })?.size ?? 0;
  return bytes;
}
