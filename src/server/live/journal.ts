import { closeSync, createReadStream, existsSync, fdatasync, fdatasyncSync, fstatSync, ftruncateSync, mkdirSync, openSync, readdirSync, readFileSync, readSync, renameSync, rmSync, statSync, truncateSync, write, writeFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { promisify } from 'node:util';
import type { Input } from '@/core/engine/input';
import { readInputLine } from '@/core/file/inputs';
import type { FrozenStanding } from './standing';

const writeAsync = promisify(write);
const syncAsync = promisify(fdatasync);

/** How long lines are gathered before they are written and synced together. */
const GATHER_MS = 15;
const RETRY_MS = 1000;

/** What was read back: the snapshot, if there is one, the inputs that it does not hold, and how much of the file that is. */
export interface Recovered {
  snapshot: FrozenStanding | null;
  inputs: Input[];
  bytes: number;
}

/**
 * One session's inputs in one append-only NDJSON file, written and synced in small batches. A line that was cut off by a crash is
 * taken out: the feed sends that message again, since its position is in the lines. A snapshot beside it (snapshot.ts) keeps reading
 * back short.
 */
export class Journal {
  private readonly fd: number;
  private waiting: string[] = [];
  private timer: ReturnType<typeof setTimeout> | null = null;
  private writing: Promise<void> | null = null;
  /** Of the lines that wait, those that are being written just now. */
  private underway = 0;
  /** Its end has been written past what was underway: from then on the file is never cut. */
  private left = false;
  /** How many bytes of the file are whole lines. */
  bytes: number;
  /** A sentence while lines cannot be written; they are kept and tried again. */
  trouble: string | null = null;

  private constructor(readonly folder: string, readonly number: number) {
    this.fd = openSync(Journal.file(folder, number), 'a');
    this.bytes = fstatSync(this.fd).size;
  }

  static file(folder: string, number: number): string {
    return join(folder, `${number}.journal`);
  }

  static snapshotFile(folder: string, number: number): string {
    return join(folder, `${number}.snapshot`);
  }

  /** The numbers of the journals in a folder, oldest first. */
  static numbers(folder: string): number[] {
    if (!existsSync(folder)) return [];
    return readdirSync(folder).map((name) => /^(\d+)\.journal$/.exec(name)?.[1]).filter((n) => n !== undefined).map(Number).sort((a, b) => a - b);
  }

  /** A new journal behind the others in the folder, with its first inputs: it is there with all of them, or not at all. */
  static create(folder: string, first: readonly Input[]): Journal {
    mkdirSync(folder, { recursive: true });
    const number = (Journal.numbers(folder).at(-1) ?? 0) + 1;
    const partial = join(folder, `${number}.partial`);
    writeFileSync(partial, first.map((input) => `${JSON.stringify(input)}\n`).join(''), { flush: true });
    renameSync(partial, Journal.file(folder, number));
    return new Journal(folder, number);
  }

  /** Opens a journal to go on with it, and reads back what it holds. */
  static recover(folder: string, number: number): { journal: Journal; recovered: Recovered } {
    const recovered = Journal.readBack(folder, number);
    const file = Journal.file(folder, number);
    if (recovered.bytes < statSync(file).size) truncateSync(file, recovered.bytes);
    return { journal: new Journal(folder, number), recovered };
  }

  /** Reads what the first `upTo` bytes of a journal hold, all of it if that is not said. What its snapshot holds is not read again. */
  static readBack(folder: string, number: number, upTo?: number): Recovered {
    const fd = openSync(Journal.file(folder, number), 'r');
    try {
      const size = Math.min(upTo ?? Infinity, fstatSync(fd).size);
      const snapshot = readSnapshot(Journal.snapshotFile(folder, number), size);
      const from = snapshot?.bytes ?? 0;
      const buffer = Buffer.alloc(size - from);
      for (let read = 0; read < buffer.length; ) read += readSync(fd, buffer, read, buffer.length - read, from + read);
      const whole = buffer.lastIndexOf(0x0a) + 1;
      return { snapshot: snapshot?.content ?? null, inputs: [...inputsOf(buffer)], bytes: from + whole };
    } finally {
      closeSync(fd);
    }
  }

  /** Every input of a journal. */
  static read(folder: string, number: number): Iterable<Input> {
    return inputsOf(readFileSync(Journal.file(folder, number)));
  }

  /** Every input of a journal's first `upTo` bytes, one after another: a long session is read while feeds are heard. */
  static async *inputs(folder: string, number: number, upTo: number): AsyncGenerator<Input> {
    if (upTo === 0) return;
    const lines = createInterface({ input: createReadStream(Journal.file(folder, number), { end: upTo - 1 }), crlfDelay: Infinity });
    for await (const line of lines) yield* readLine(line);
  }

  /** Writes a journal anew, line by line; its snapshot goes, since it holds the old lines. Nobody may have it open. */
  static rewrite(folder: string, number: number, change: (input: Input) => Input | null): void {
    const partial = join(folder, `${number}.partial`);
    const fd = openSync(partial, 'w');
    try {
      for (const input of Journal.read(folder, number)) {
        const changed = change(input);
        if (changed) writeSync(fd, `${JSON.stringify(changed)}\n`);
      }
      fdatasyncSync(fd);
    } finally {
      closeSync(fd);
    }
    // The snapshot first: with the old lines it is right, with the new ones it is not.
    rmSync(Journal.snapshotFile(folder, number), { force: true });
    renameSync(partial, Journal.file(folder, number));
  }

  static remove(folder: string, number: number): void {
    rmSync(Journal.file(folder, number), { force: true });
    rmSync(Journal.snapshotFile(folder, number), { force: true });
  }

  append(input: Input): void {
    this.waiting.push(`${JSON.stringify(input)}\n`);
    this.timer ??= setTimeout(() => void this.flush(), GATHER_MS);
  }

  /** Writes and syncs all that waits; resolves when it is on the disk, or has failed and will be tried again. */
  async flush(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    while (this.writing) await this.writing;
    if (this.waiting.length === 0) return;
    const bytes = Buffer.from(this.waiting.join(''));
    const taken = this.waiting.length;
    this.underway = taken;
    this.writing = (async () => {
      try {
        for (let written = 0; written < bytes.length; ) written += (await writeAsync(this.fd, bytes, written)).bytesWritten;
        await syncAsync(this.fd);
        this.bytes += bytes.length;
        this.waiting.splice(0, taken);
        this.trouble = null;
      } catch (error) {
        // A full disk may have taken half of it: what is tried again must not stand behind half a line.
        if (!this.left) ftruncateSync(this.fd, this.bytes);
        this.trouble = `The session cannot be written to the disk (${error instanceof Error ? error.message : 'unknown reason'}). It goes on; make room on the server’s disk.`;
        this.timer ??= setTimeout(() => void this.flush(), RETRY_MS);
      }
    })();
    await this.writing;
    this.underway = 0;
    this.writing = null;
  }

  /** Writes what waits before it returns. Used once a session, where waiting would let something newer come first. */
  flushNow(): void {
    this.left = true;
    const late = this.waiting.splice(this.underway);
    if (late.length === 0) return;
    const bytes = Buffer.from(late.join(''));
    for (let written = 0; written < bytes.length; ) written += writeSync(this.fd, bytes, written);
    fdatasyncSync(this.fd);
    this.bytes += bytes.length;
  }

  async close(): Promise<void> {
    await this.flush();
    if (this.timer) clearTimeout(this.timer);
    closeSync(this.fd);
  }
}

/** The inputs of all whole lines. One line at a time: a long session's file is longer than a string can be. */
function* inputsOf(bytes: Buffer): Generator<Input> {
  for (let from = 0, to = bytes.indexOf(0x0a); to >= 0; from = to + 1, to = bytes.indexOf(0x0a, from)) yield* readLine(bytes.toString('utf8', from, to));
}

/** One line of the file; none when a fault of the disk has made it unreadable: a session with one event less is better than no server. */
function readLine(line: string): Input[] {
  const read = readInputLine(line);
  return read ? [read] : [];
}

function readSnapshot(file: string, size: number): { bytes: number; content: FrozenStanding } | null {
  if (!existsSync(file)) return null;
  try {
    // Our own file, written by snapshot.ts.
    const read = JSON.parse(readFileSync(file, 'utf8')) as { bytes: number; content: FrozenStanding };
    // A snapshot of more than there is belongs to a file that lost its end: the lines are the truth.
    return read.bytes <= size ? read : null;
  } catch {
    return null;
  }
}
