import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import type { Input } from '@/core/session/input';
import type { Journal, Recovered } from '@/server/door/journal';
import { diskProblem, type Disk, type DiskFile } from './disk';
import { later } from '@/server/later';
import { journalFile, readBack, readLine } from './journal-files';
import { phrase, type Sayable } from '@/core/words/phrase';

/** How long lines are gathered before they are written and synced together, and after how long a failed write is tried again. */
const GATHER_MS = 15;
const RETRY_MS = 1000;
/** While the disk takes nothing, so much waits (UTF-16 units); then feeds are left, and come back when there is room. */
const MOST_WAITING = 64 << 20;

/** One session's file, and what is not in it yet. */
interface Part {
  number: number;
  /** It is there. One that is not begins with all of its first lines at once. */
  made: boolean;
  /** Before it is made: the session whose whole file it begins with. */
  behind: number | null;
  file: DiskFile | null;
  /** How much of the file is whole lines that are on the disk; beyond it may lie what a failed write has left. */
  bytes: number;
  dirty: boolean;
  waiting: string[];
}

/**
 * A show's inputs, one append-only NDJSON file a session, written and synced in small batches. A line leaves the memory when it is on the
 * disk and not before; what cannot be written is tried again, and nothing newer comes before it. A line that was cut off by a crash is
 * taken out: the feed sends that message again, since its position is in the lines.
 */
export class FileJournal implements Journal {
  /** Sessions that are not wholly on the disk, oldest first; the last one is the present one's. */
  private parts: Part[];
  private waitingUnits = 0;
  private stopTimer: (() => void) | null = null;
  private writing: Promise<void> | null = null;
  /** When the oldest line that waits came, or was waiting at the latest. */
  private oldest = 0;
  private appended = 0;
  private onDisk = 0;
  /** A sentence while lines cannot be written. */
  problem: Sayable | null = null;
  /** Called when `problem` has come or gone. */
  changed: () => void = () => undefined;
  /** A session's file is whole and closed. */
  finished: (number: number) => void = () => undefined;

  constructor(
    readonly folder: string,
    part: Pick<Part, 'number' | 'made' | 'bytes' | 'dirty'>,
    private readonly disk: Disk,
  ) {
    this.parts = [{ ...part, behind: null, file: null, waiting: [] }];
  }

  private get part(): Part {
    return this.parts[this.parts.length - 1] as Part;
  }

  get number(): number {
    return this.part.number;
  }

  /** How many bytes of the present file are on the disk. */
  get bytes(): number {
    return this.part.bytes;
  }

  /** So much waits for a disk that takes nothing that no more should be heard. */
  get full(): boolean {
    return this.waitingUnits > MOST_WAITING;
  }

  get idle(): boolean {
    return this.waitingUnits === 0 && this.writing === null;
  }

  get lagMs(): number {
    return this.waitingUnits === 0 ? 0 : performance.now() - this.oldest;
  }

  append(input: Input): void {
    if (this.waitingUnits === 0) this.oldest = performance.now();
    const line = `${JSON.stringify(input)}\n`;
    this.part.waiting.push(line);
    this.waitingUnits += line.length;
    this.appended += 1;
    this.stopTimer ??= later(this.problem === null ? GATHER_MS : RETRY_MS, () => void this.flush());
  }

  /** A new session: its file begins once all of those before it are whole, since only the newest is read for positions. */
  rotate(first: readonly Input[], behind: number | null = null): void {
    this.parts.push({ number: this.number + 1, made: false, behind, file: null, bytes: 0, dirty: false, waiting: [] });
    for (const input of first) this.append(input);
  }

  /**
   * Writes and syncs all that waits.
   * @returns whether all that had been appended before the call is on the disk; what is not will be tried again
   */
  async flush(): Promise<boolean> {
    const wanted = this.appended;
    while (this.writing) await this.writing;
    if (this.onDisk < wanted) {
      this.writing = this.write();
      await this.writing;
    }
    return this.onDisk >= wanted;
  }

  private async write(): Promise<void> {
    this.stopTimer?.();
    this.stopTimer = null;
    const before = this.problem;
    try {
      for (let [part] = this.parts; part; [part] = this.parts) {
        await this.writePart(part);
        if (this.parts.length === 1) break;
        // A session may have been left while its lines were written, and more of them have come before that.
        if (part.waiting.length > 0) continue;
        await part.file?.close();
        this.parts.shift();
        this.finished(part.number);
      }
      this.problem = null;
    } catch (error) {
      // A fault of the disk: what was not written stays where it was, and is tried again.
      this.problem = phrase(
        'The session cannot be written to the disk ({why}). It goes on, and nothing is lost while the server runs. Make room on the server’s disk.',
        {
          why: diskProblem(error) ?? (error instanceof Error ? error.message : phrase('for an unknown reason')),
        },
      );
      this.stopTimer ??= later(RETRY_MS, () => void this.flush());
    } finally {
      this.writing = null;
    }
    if (this.problem !== before) this.changed();
  }

  private async writePart(part: Part): Promise<void> {
    if (part.waiting.length === 0) return;
    const taken = part.waiting.length;
    const at = performance.now();
    const text = part.waiting.join('');
    const bytes = Buffer.from(text);
    if (part.made) await this.writeBehind(part, bytes);
    else await this.make(part, bytes);
    part.waiting.splice(0, taken);
    this.waitingUnits -= text.length;
    this.onDisk += taken;
    this.oldest = at;
  }

  /** Puts lines behind those that are on the disk. */
  private async writeBehind(part: Part, bytes: Buffer): Promise<void> {
    const file = (part.file ??= await this.disk.open(journalFile(this.folder, part.number)));
    // A full disk may have taken half of it: what is tried again must not stand behind half a line.
    if (part.dirty) await file.truncate(part.bytes);
    part.dirty = true;
    await writeAll(file, bytes, part.bytes);
    await file.sync();
    part.bytes += bytes.length;
    part.dirty = false;
  }

  /** A file with its first lines comes into being at once. */
  private async make(part: Part, bytes: Buffer): Promise<void> {
    const partial = join(this.folder, `${part.number}.partial`);
    const file = await this.disk.open(partial);
    let at = 0;
    try {
      await file.truncate(0);
      if (part.behind !== null)
        for await (const chunk of createReadStream(journalFile(this.folder, part.behind)) as AsyncIterable<Buffer>) {
          await writeAll(file, chunk, at);
          at += chunk.length;
        }
      await writeAll(file, bytes, at);
      await file.sync();
    } finally {
      await file.close();
    }
    await this.disk.rename(partial, journalFile(this.folder, part.number));
    part.made = true;
    part.bytes = at + bytes.length;
  }

  /** All of the present session, on the disk or not: what its state follows from. */
  history(): Recovered {
    const { number, made, behind, bytes, waiting } = this.part;
    const from = made ? number : behind;
    const kept =
      from === null ? { snapshot: null, inputs: [], bytes: 0 } : readBack(this.folder, from, made ? bytes : undefined);
    return { ...kept, inputs: [...kept.inputs, ...waiting.flatMap(readLine)] };
  }

  /** Every input of a session, one after another: a long one is read while feeds are heard. What is not on the disk comes last. */
  async *inputs(number: number): AsyncGenerator<Input> {
    const part = this.parts.find((each) => each.number === number);
    const upTo = part?.made ? part.bytes : Infinity;
    const waiting = part ? [...part.waiting] : [];
    const from = !part || part.made ? number : part.behind;
    if (from !== null && upTo > 0) {
      const lines = createInterface({
        input: createReadStream(journalFile(this.folder, from), { end: upTo - 1 }),
        crlfDelay: Infinity,
      });
      for await (const line of lines) yield* readLine(line);
    }
    for (const line of waiting) yield* readLine(line);
  }

  /** Writes what can be written, and leaves the files. */
  async close(): Promise<void> {
    await this.flush();
    this.stopTimer?.();
    this.stopTimer = null;
    for (const { file } of this.parts) await file?.close();
  }
}

async function writeAll(file: DiskFile, bytes: Uint8Array, at: number): Promise<void> {
  for (let written = 0; written < bytes.length;) {
    const more = await file.write(bytes, written, at + written);
    if (more === 0) throw new Error('the disk takes nothing more');
    written += more;
  }
}
