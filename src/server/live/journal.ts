import { closeSync, existsSync, fdatasync, fdatasyncSync, mkdirSync, openSync, readdirSync, readFileSync, renameSync, rmSync, truncateSync, write, writeFileSync, writeSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { z } from 'zod';
import { inputSchema, type Input } from '@/core/engine/input';

const writeAsync = promisify(write);
const syncAsync = promisify(fdatasync);

/** How long lines are gathered before they are written and synced together. */
const GATHER_MS = 15;
const RETRY_MS = 1000;

/** What was read back: the inputs that no snapshot holds, and the snapshot, if there is one. */
export interface Recovered {
  snapshot: unknown;
  inputs: Input[];
}

/**
 * One session's inputs in one append-only NDJSON file, written and synced in small batches, with a snapshot of the state now and then
 * so that reading back stays short. A line that was cut off by a crash is taken out: the feed sends that message again, since
 * its position is in the lines.
 */
export class Journal {
  private readonly fd: number;
  private waiting: string[] = [];
  private timer: ReturnType<typeof setTimeout> | null = null;
  private writing: Promise<void> | null = null;
  /** Of the lines that wait, those that are being written just now. */
  private underway = 0;
  /** Lines in the file, those that wait included. */
  lines: number;
  /** A sentence while lines cannot be written; they are kept and tried again. */
  trouble: string | null = null;
  private snapshotting = false;
  private closed = false;

  private constructor(readonly folder: string, readonly number: number, lines: number) {
    this.fd = openSync(this.file, 'a');
    this.lines = lines;
  }

  private get file(): string {
    return join(this.folder, `${this.number}.journal`);
  }

  private get snapshotFile(): string {
    return join(this.folder, `${this.number}.snapshot`);
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
    renameSync(partial, join(folder, `${number}.journal`));
    return new Journal(folder, number, first.length);
  }

  /** Opens a journal to go on with it, and reads back what it holds. */
  static recover(folder: string, number: number): { journal: Journal; recovered: Recovered } {
    const file = join(folder, `${number}.journal`);
    const bytes = readFileSync(file);
    const whole = bytes.lastIndexOf(0x0a) + 1;
    if (whole < bytes.length) truncateSync(file, whole);
    const lines = bytes.subarray(0, whole).toString('utf8').split('\n').filter((line) => line !== '');
    const snapshot = readSnapshot(join(folder, `${number}.snapshot`), lines.length);
    const inputs = lines.slice(snapshot?.lines ?? 0).flatMap(readLine);
    return { journal: new Journal(folder, number, lines.length), recovered: { snapshot: snapshot?.content ?? null, inputs } };
  }

  /** Every input of a journal, for making the session's event log of it. */
  static read(folder: string, number: number): Input[] {
    const text = readFileSync(join(folder, `${number}.journal`), 'utf8');
    return text.slice(0, text.lastIndexOf('\n') + 1).split('\n').filter((line) => line !== '').flatMap(readLine);
  }

  static remove(folder: string, number: number): void {
    for (const kind of ['journal', 'snapshot']) rmSync(join(folder, `${number}.${kind}`), { force: true });
  }

  append(input: Input): void {
    this.waiting.push(`${JSON.stringify(input)}\n`);
    this.lines += 1;
    this.timer ??= setTimeout(() => void this.flush(), GATHER_MS);
  }

  /** Writes and syncs all that waits; resolves when it is on the disk, or has failed and will be tried again. */
  async flush(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    while (this.writing) await this.writing;
    if (this.waiting.length === 0) return;
    const text = this.waiting.join('');
    const taken = this.waiting.length;
    this.underway = taken;
    this.writing = (async () => {
      try {
        await writeAsync(this.fd, text);
        await syncAsync(this.fd);
        this.waiting.splice(0, taken);
        this.trouble = null;
      } catch (error) {
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
    const late = this.waiting.splice(this.underway);
    if (late.length === 0) return;
    writeSync(this.fd, late.join(''));
    fdatasyncSync(this.fd);
  }

  /** Keeps `content` as the state after all lines so far. */
  async snapshot(content: unknown): Promise<void> {
    // One at a time: while a slow disk takes the last one, the lines alone are enough.
    if (this.snapshotting || this.closed) return;
    this.snapshotting = true;
    const text = JSON.stringify({ lines: this.lines, content });
    try {
      await this.flush();
      const partial = `${this.snapshotFile}.partial`;
      // Not in this turn: other feeds are heard while the disk is busy.
      if (!this.trouble) await writeFile(partial, text, { flush: true });
      if (!this.trouble && !this.closed) renameSync(partial, this.snapshotFile);
    } catch {
      // No room for a snapshot: the lines are the truth, and reading back takes longer.
    } finally {
      this.snapshotting = false;
    }
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.flush();
    if (this.timer) clearTimeout(this.timer);
    closeSync(this.fd);
  }
}

const reader = z.compile(inputSchema);

/** One line of the file; none when a fault of the disk has made it unreadable: a session with one event less is better than no server. */
function readLine(line: string): Input[] {
  try {
    const read = reader.safeParse(JSON.parse(line));
    return read.success ? [read.data] : [];
  } catch {
    return [];
  }
}

function readSnapshot(file: string, lines: number): { lines: number; content: unknown } | null {
  if (!existsSync(file)) return null;
  try {
    const read = JSON.parse(readFileSync(file, 'utf8')) as { lines: number; content: unknown };
    // A snapshot of more lines than there are belongs to a file that lost its end: the lines are the truth.
    return read.lines <= lines ? read : null;
  } catch {
    return null;
  }
}
