import { mkdtempSync, readFileSync, rmSync, truncateSync, existsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pullPlug } from './bad-day';
import { disk, type Disk } from '@/server/embedded/disk';
import { journalsIn } from '@/server/embedded/journals-in-folder';
import { chatLine, start } from './cloud.setup';
import type { LiveShow } from './live-show';

/*
 * A disk that fails at every single operation in turn, and a power cut behind each: what was acknowledged is counted, exactly once. The
 * power cut takes what was written and not synced.
 */

type Op = 'open' | 'write' | 'sync' | 'truncate' | 'rename';
type How = 'full' | 'broken' | 'half';
const CODES: Record<How, string> = { full: 'ENOSPC', broken: 'EIO', half: 'ENOSPC' };
const failure = (how: How): Error => Object.assign(new Error(`${CODES[how]}: made up`), { code: CODES[how] });

/** The real disk, which fails from one operation on for as many as are said, and forgets in a power cut what was never synced. */
class BadDisk implements Disk {
  done = 0;
  readonly ops: Op[] = [];
  /** How much of each file would outlast a power cut. */
  private readonly synced = new Map<string, number>();

  constructor(
    private readonly from: number,
    private readonly times: number,
    private readonly how: How,
  ) {}

  private fails(op: Op): boolean {
    this.done += 1;
    this.ops.push(op);
    return this.done >= this.from && this.done < this.from + this.times;
  }

  async open(path: string) {
    if (this.fails('open')) throw failure(this.how);
    const file = await disk.open(path);
    let size = this.synced.get(path) ?? (existsSync(path) ? readFileSync(path).length : 0);
    this.synced.set(path, size);
    return {
      write: async (bytes: Uint8Array, from: number, at: number) => {
        if (!this.fails('write')) return file.write(bytes, from, at);
        if (this.how === 'half') await file.write(bytes.slice(0, from + ((bytes.length - from) >> 1)), from, at);
        throw failure(this.how);
      },
      sync: async () => {
        if (this.fails('sync')) throw failure(this.how);
        await file.sync();
        this.synced.set(path, readFileSync(path).length);
      },
      truncate: async (bytes: number) => {
        if (this.fails('truncate')) throw failure(this.how);
        await file.truncate(bytes);
        size = Math.min(size, bytes);
      },
      close: () => file.close(),
    };
  }

  async rename(from: string, to: string): Promise<void> {
    // Half of it: the name is there, and that it is was not made sure of.
    if (this.fails('rename')) {
      if (this.how === 'half') await disk.rename(from, to);
      throw failure(this.how);
    }
    await disk.rename(from, to);
    this.synced.set(to, this.synced.get(from) ?? 0);
  }

  powerCut(): void {
    for (const [path, bytes] of this.synced)
      if (existsSync(path) && path.endsWith('.journal') && readFileSync(path).length > bytes) truncateSync(path, bytes);
  }
}

/** A platform that posts, and posts again what was not acknowledged. */
class Sender {
  readonly acknowledged = new Set<string>();
  readonly refused = new Set<string>();

  async send(live: LiveShow, id: string): Promise<void> {
    const { status } = await live.receive('c', chatLine(id));
    if (status === 204) {
      this.acknowledged.add(id);
      this.refused.delete(id);
    } else {
      expect(status).toBe(503);
      this.refused.add(id);
    }
  }
}

/** Every chat line that the folder's journals hold, in all sessions. */
const kept = (folder: string): string[] =>
  journalsIn(folder)
    .numbers()
    .flatMap((number) =>
      [...journalsIn(folder).read(number)].flatMap((input) =>
        input.input === 'event' && input.event.kind === 'chat' ? [input.event.text] : [],
      ),
    );

/** Two sessions of a few events each, with repetitions in between; then the power goes. */
async function evening(live: LiveShow, sender: Sender): Promise<void> {
  for (const id of ['a1', 'a2', 'a3']) await sender.send(live, id);
  // Sent again at once, as after a lost answer: no duplicate is acknowledged before the first is on the disk.
  for (const id of ['a1', 'a2', 'a3']) await sender.send(live, id);
  live.endSession();
  for (const id of ['b1', 'b2']) await sender.send(live, id);
  for (const id of [...sender.refused]) await sender.send(live, id);
}

async function tried(from: number, times: number, how: How): Promise<{ ops: number; kinds: Op[] }> {
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-disk-'));
  const bad = new BadDisk(from, times, how);
  const sender = new Sender();
  const live = start(folder, bad);
  await evening(live, sender);
  // A crash now: the process, its memory, and what the disk had only promised.
  await pullPlug(live);
  bad.powerCut();
  const acknowledged = [...sender.acknowledged].sort();
  const before = kept(folder);
  expect(acknowledged.filter((id) => !before.includes(id))).toEqual([]);
  // The server is back, and what was refused is sent again, and what was acknowledged too: an answer may have been lost.
  const again = start(folder);
  for (const id of ['a1', 'a2', 'a3', 'b1', 'b2']) await sender.send(again, id);
  expect(await again.flushed()).toBe(true);
  expect([from, times, how, kept(folder).sort()]).toEqual([from, times, how, ['a1', 'a2', 'a3', 'b1', 'b2']]);
  const counted =
    again.sessions.list(again.state).reduce((sum, { totals }) => sum + totals.byKind.chat, 0) +
    (again.isOn ? again.state.totals.byKind.chat : 0);
  expect(counted).toBe(5);
  await again.close();
  rmSync(folder, { recursive: true, force: true });
  return { ops: bad.done, kinds: bad.ops };
}

test('each operation fails once, in each way, with a power cut behind it: acknowledged is counted, exactly once', async () => {
  const whole = await tried(Infinity, 0, 'full');
  expect(new Set(whole.kinds)).toEqual(new Set<Op>(['open', 'write', 'sync', 'truncate', 'rename']));
  for (const how of ['full', 'broken', 'half'] as const)
    for (let at = 1; at <= whole.ops; at += 1) await tried(at, 1, how);
});

test('from each operation on several fail, or all of them until the power is cut', async () => {
  const { ops } = await tried(Infinity, 0, 'full');
  for (let at = 1; at <= ops; at += 1) for (const times of [3, Infinity]) await tried(at, times, 'half');
});

test('a session that begins on a full disk waits for it, and its beginning is there once there is room', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-disk-'));
  const sender = new Sender();
  const live = start(folder, new BadDisk(1, 12, 'full'));
  await sender.send(live, 'a1');
  expect([sender.acknowledged.size, live.isOn, live.room.problem]).toEqual([
    0,
    true,
    expect.stringMatching(/the disk is full/),
  ]);
  while (!sender.acknowledged.has('a1')) await sender.send(live, 'a1');
  expect([live.room.problem, kept(folder)]).toEqual([null, ['a1']]);
  await live.close();
  rmSync(folder, { recursive: true, force: true });
});
