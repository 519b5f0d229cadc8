import {
  closeSync,
  existsSync,
  fdatasyncSync,
  fstatSync,
  openSync,
  readdirSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import type { Input } from '@/core/session/input';
import { readInputLine } from '@/core/file/inputs';
import type { Recovered } from '@/server/door/journal';
import { readSnapshot } from './snapshot-file';

/* Journals as files of a show's folder: NDJSON, an input a line, `<number>.journal`, and beside it perhaps `<number>.snapshot`. */

export function journalFile(folder: string, number: number): string {
  return join(folder, `${number}.journal`);
}

export function snapshotFile(folder: string, number: number): string {
  return join(folder, `${number}.snapshot`);
}

/** The numbers of the journals in a folder, oldest first. */
export function journalNumbers(folder: string): number[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder, { withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map(({ name }) => /^([1-9]\d{0,8})\.journal$/.exec(name)?.[1])
    .filter((n) => n !== undefined)
    .map(Number)
    .sort((a, b) => a - b);
}

/** Reads what the first `upTo` bytes of a journal hold, all of it if that is not said. What its snapshot holds is not read again. */
export function readBack(folder: string, number: number, upTo?: number): Recovered {
  const fd = openSync(journalFile(folder, number), 'r');
  try {
    const size = Math.min(upTo ?? Infinity, fstatSync(fd).size);
    const snapshot = readSnapshot(snapshotFile(folder, number), size);
    const from = snapshot?.bytes ?? 0;
    const buffer = Buffer.alloc(size - from);
    for (let read = 0; read < buffer.length;) {
      const got = readSync(fd, buffer, read, buffer.length - read, from + read);
      if (got === 0) throw new Error('The journal has become shorter while it was read.');
      read += got;
    }
    const whole = buffer.lastIndexOf(0x0a) + 1;
    return { snapshot: snapshot?.content ?? null, inputs: [...inputsOf(buffer)], bytes: from + whole };
  } finally {
    closeSync(fd);
  }
}

/** Every input of a journal. */
export function readJournal(folder: string, number: number): Iterable<Input> {
  return inputsOf(readFileSync(journalFile(folder, number)));
}

/** Writes a journal anew, line by line; its snapshot goes, since it holds the old lines. Nobody may have it open. Throws where the disk does not take it: then it is as it was. */
export function rewriteJournal(folder: string, number: number, change: (input: Input) => Input | null): void {
  const partial = join(folder, `${number}.partial`);
  try {
    const fd = openSync(partial, 'w', 0o600);
    try {
      for (const input of readJournal(folder, number)) {
        const changed = change(input);
        if (!changed) continue;
        const bytes = Buffer.from(`${JSON.stringify(changed)}\n`);
        for (let written = 0; written < bytes.length;) written += writeSync(fd, bytes, written);
      }
      fdatasyncSync(fd);
    } finally {
      closeSync(fd);
    }
    // The snapshot first: with the old lines it is right, with the new ones it is not.
    rmSync(snapshotFile(folder, number), { force: true });
    renameSync(partial, journalFile(folder, number));
  } finally {
    rmSync(partial, { force: true });
  }
}

export function removeJournal(folder: string, number: number): void {
  rmSync(journalFile(folder, number), { force: true });
  rmSync(snapshotFile(folder, number), { force: true });
}

/** The inputs of all whole lines. One line at a time: a long session's file is longer than a string can be. */
function* inputsOf(bytes: Buffer): Generator<Input> {
  for (let from = 0, to = bytes.indexOf(0x0a); to >= 0; from = to + 1, to = bytes.indexOf(0x0a, from))
    yield* readLine(bytes.toString('utf8', from, to));
}

/** One line of the file; none when a fault of the disk has made it unreadable: a session with one event less is better than no server. */
export function readLine(line: string): Input[] {
  const read = readInputLine(line);
  return read ? [read] : [];
}
