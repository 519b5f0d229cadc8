import { appendFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Input } from '@/core/session/input';
import { aLike, START } from '@/core/event/examples';
import { takeIn } from '@/core/intake/intake';
import { starterShow } from '@/core/show/starter';
import { disk } from './disk';
import { readBack, snapshotFile } from './journal-files';
import { journalsIn } from './journals-in-folder';
import { snapshotApart, takeSnapshot } from './snapshot';
import { SNAPSHOT_VERSION, snapshotText } from './snapshot-file';
import { Runtime } from '@/server/runtime/runtime';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-journal-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const tick = (at: number): Input => ({ input: 'tick', at });

test('what was written is read back, in order', async () => {
  const journal = journalsIn(folder).create([tick(1)]);
  journal.append(tick(2));
  journal.append(tick(3));
  await journal.close();
  expect(journalsIn(folder).recover(1).recovered).toMatchObject({
    snapshot: null,
    inputs: [tick(1), tick(2), tick(3)],
  });
});

test('a line that a crash cut off is taken out, and what follows stands on a line of its own', async () => {
  const first = journalsIn(folder).create([tick(1)]);
  await first.close();
  appendFileSync(join(folder, '1.journal'), '{"input":"tick","a');
  const { journal, recovered } = journalsIn(folder).recover(1);
  expect(recovered.inputs).toEqual([tick(1)]);
  journal.append(tick(2));
  await journal.close();
  expect(readFileSync(join(folder, '1.journal'), 'utf8')).toBe('{"input":"tick","at":1}\n{"input":"tick","at":2}\n');
});

test('a long line that was cut off leaves nothing behind a shorter one', async () => {
  const first = journalsIn(folder).create([tick(1)]);
  await first.close();
  appendFileSync(join(folder, '1.journal'), `{"input":"bad","text":"${'x'.repeat(200)}`);
  const { journal } = journalsIn(folder).recover(1);
  journal.append(tick(2));
  await journal.close();
  expect(readFileSync(join(folder, '1.journal'), 'utf8')).toBe('{"input":"tick","at":1}\n{"input":"tick","at":2}\n');
});

test('only files count as journals, whatever else has such a name', async () => {
  await journalsIn(folder)
    .create([tick(1)])
    .close();
  mkdirSync(join(folder, '9.journal'));
  mkdirSync(join(folder, '1.snapshot'));
  writeFileSync(join(folder, '0.journal'), '');
  expect(journalsIn(folder).numbers()).toEqual([1]);
  expect(journalsIn(folder).recover(1).recovered).toMatchObject({ snapshot: null, inputs: [tick(1)] });
});

test('a line that the disk has spoilt is left out, and the rest is read', async () => {
  const journal = journalsIn(folder).create([tick(1)]);
  await journal.close();
  appendFileSync(join(folder, '1.journal'), '\u0000\u0000garbage\n{"input":"tock","at":2}\n{"input":"tick","at":3}\n');
  expect(journalsIn(folder).recover(1).recovered.inputs).toEqual([tick(1), tick(3)]);
});

test('a snapshot stands for the lines before it, and what comes back with it is what came without', async () => {
  const show = starterShow('kept');
  const journal = journalsIn(folder).create([
    { input: 'show', at: START, show },
    { input: 'begin', at: START, session: 's', feeds: {} },
  ]);
  const event = (id: string, at: number): Input => ({
    input: 'event',
    at,
    event: aLike({ id, by: 'ines', at, seenAt: at, count: 60 }),
    position: id,
  });
  journal.append(event('m1', START + 1));
  journal.append(event('m2', START + 2));
  await journal.flush();
  const { bytes } = journal;
  journal.append(event('m3', START + 3));
  await journal.close();
  const without = Runtime.readBack(show, readBack(folder, 1), () => readBack(folder, 1)).serialize();
  takeSnapshot(folder, 1, bytes);
  const recovered = readBack(folder, 1);
  expect(recovered.inputs).toEqual([event('m3', START + 3)]);
  const runtime = Runtime.readBack(show, recovered, () => readBack(folder, 1));
  expect(runtime.serialize()).toEqual(without);
  expect(runtime.state.totals.likes).toBe(180);
  expect(runtime.positions.get('f')).toBe('m3');
  expect(
    takeIn(runtime.intakeOf('f'), { event: aLike({ id: 'm1', by: 'ines', at: START + 4, seenAt: START + 4 }) }),
  ).toBeNull();
});

test('a snapshot taken in a process of its own is the same', async () => {
  const show = starterShow('apart');
  const journal = journalsIn(folder).create([
    { input: 'show', at: START, show },
    { input: 'begin', at: START, session: 's', feeds: {} },
  ]);
  await journal.close();
  await snapshotApart(folder, 1, journal.bytes).done;
  const apart = readFileSync(snapshotFile(folder, 1), 'utf8');
  takeSnapshot(folder, 1, journal.bytes);
  expect(readFileSync(snapshotFile(folder, 1), 'utf8')).toBe(apart);
  // A process of its own takes its time to start on a machine that does much else.
});

test('a snapshot that is broken, or of more lines than there are, is not believed', async () => {
  const journal = journalsIn(folder).create([tick(1)]);
  await journal.close();
  writeFileSync(join(folder, '1.snapshot'), '{"bytes":1,"con');
  expect(journalsIn(folder).recover(1).recovered).toMatchObject({ snapshot: null, inputs: [tick(1)] });
  writeFileSync(join(folder, '1.snapshot'), '{"bytes":0,"content":{}}');
  expect(journalsIn(folder).recover(1).recovered).toMatchObject({ snapshot: null, inputs: [tick(1)] });
  // A whole one, but for its version, or for one part of it.
  const runtime = Runtime.of(starterShow('kept')).serialize();
  for (const text of [
    snapshotText(1, runtime).replace(`"version":${SNAPSHOT_VERSION}`, '"version":1'),
    snapshotText(1, {
      ...runtime,
      state: { ...runtime.state, totals: { ...runtime.state.totals, likes: '3' as never } },
    }),
  ]) {
    writeFileSync(join(folder, '1.snapshot'), text);
    expect(journalsIn(folder).recover(1).recovered).toMatchObject({ snapshot: null, inputs: [tick(1)] });
  }
  writeFileSync(join(folder, '1.snapshot'), snapshotText(1, runtime));
  expect(journalsIn(folder).recover(1).recovered.snapshot).toEqual(runtime);
  writeFileSync(join(folder, '1.snapshot'), snapshotText(999, runtime));
  expect(journalsIn(folder).recover(1).recovered.inputs).toEqual([tick(1)]);
});

test('written at once, nothing comes twice', async () => {
  const journal = journalsIn(folder).create([]);
  for (let at = 1; at <= 200; at += 1) {
    journal.append(tick(at));
    if (at % 50 === 0) void journal.flush();
  }
  await journal.close();
  expect([...journalsIn(folder).read(1)].map(({ at }) => at).sort((a, b) => a - b)).toEqual(
    Array.from({ length: 200 }, (_, n) => n + 1),
  );
});

test('what a session begins with is kept when it is read back: positions, rooms, counters, and the ids that were let in last', () => {
  const show = starterShow('kept');
  const begin: Input = {
    input: 'begin',
    at: START,
    session: 's',
    feeds: {
      f: { position: 'p7', room: 'live', counters: { like: 40, follow: 3 }, seen: ['m1'] },
      g: { position: '', room: null },
    },
  };
  const source = (): { snapshot: null; inputs: Input[] } => ({
    snapshot: null,
    inputs: [{ input: 'show', at: START, show }, begin],
  });
  const runtime = Runtime.readBack(show, source(), source);
  expect([
    runtime.positions.get('f'),
    runtime.rooms.get('f'),
    runtime.positions.has('g'),
    runtime.rooms.has('g'),
  ]).toEqual(['p7', 'live', false, false]);
  expect(runtime.intakeOf('f').counters).toEqual({ like: 40, follow: 3 });
  expect(
    takeIn(runtime.intakeOf('f'), { event: aLike({ id: 'm1', by: 'ines', at: START, seenAt: START }) }),
  ).toBeNull();
  expect(runtime.recentOf('f')).toEqual(['m1']);
});

test('whatever is appended while lines are written, and whenever sessions are left meanwhile: every line is on the disk, in its session', async () => {
  let serial = 0;
  // A disk on which everything takes a while, so that much happens in between.
  const slow =
    <A extends unknown[], R>(call: (...args: A) => Promise<R>) =>
    async (...args: A): Promise<R> => {
      await new Promise((resolve) => setTimeout(resolve, (serial += 1) % 4));
      return call(...args);
    };
  const journal = journalsIn(folder, {
    open: slow(async (path) => {
      const file = await disk.open(path);
      return { write: slow(file.write), sync: slow(file.sync), truncate: slow(file.truncate), close: slow(file.close) };
    }),
    rename: slow(disk.rename),
  }).create([tick(0)]);
  const expected: number[][] = [[0]];
  const flushed: Promise<boolean>[] = [];
  for (let n = 1; n <= 400; n += 1) {
    if (n % 37 === 0) {
      journal.rotate([tick(n)]);
      expected.push([n]);
    } else {
      journal.append(tick(n));
      expected.at(-1)?.push(n);
    }
    if (n % 3 === 0) flushed.push(journal.flush());
    if (n % 5 === 0) await new Promise((resolve) => setTimeout(resolve, n % 3));
  }
  expect(new Set(await Promise.all(flushed))).toEqual(new Set([true]));
  await journal.close();
  expect(
    journalsIn(folder)
      .numbers()
      .map((number) => [...journalsIn(folder).read(number)].map(({ at }) => at)),
  ).toEqual(expected);
});
