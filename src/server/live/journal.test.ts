import { appendFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Input } from '@/core/engine/input';
import { Journal } from './journal';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-journal-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const tick = (at: number): Input => ({ input: 'tick', at });

test('what was written is read back, in order', async () => {
  const journal = Journal.create(folder, [tick(1)]);
  journal.append(tick(2));
  journal.append(tick(3));
  await journal.close();
  expect(Journal.recover(folder, 1).recovered).toEqual({ snapshot: null, inputs: [tick(1), tick(2), tick(3)] });
});

test('a line that a crash cut off is taken out, and what follows stands on a line of its own', async () => {
  const first = Journal.create(folder, [tick(1)]);
  await first.close();
  appendFileSync(join(folder, '1.journal'), '{"input":"tick","a');
  const { journal, recovered } = Journal.recover(folder, 1);
  expect(recovered.inputs).toEqual([tick(1)]);
  journal.append(tick(2));
  await journal.close();
  expect(readFileSync(join(folder, '1.journal'), 'utf8')).toBe('{"input":"tick","at":1}\n{"input":"tick","at":2}\n');
});

test('a line that the disk has spoilt is left out, and the rest is read', async () => {
  const journal = Journal.create(folder, [tick(1)]);
  await journal.close();
  appendFileSync(join(folder, '1.journal'), '\u0000\u0000garbage\n{"input":"tock","at":2}\n{"input":"tick","at":3}\n');
  expect(Journal.recover(folder, 1).recovered.inputs).toEqual([tick(1), tick(3)]);
});

test('a snapshot stands for the lines before it', async () => {
  const journal = Journal.create(folder, [tick(1)]);
  journal.append(tick(2));
  await journal.snapshot({ sum: 3 });
  journal.append(tick(3));
  await journal.close();
  expect(Journal.recover(folder, 1).recovered).toEqual({ snapshot: { sum: 3 }, inputs: [tick(3)] });
});

test('a snapshot that is broken, or of more lines than there are, is not believed', async () => {
  const journal = Journal.create(folder, [tick(1)]);
  await journal.close();
  writeFileSync(join(folder, '1.snapshot'), '{"lines":1,"con');
  expect(Journal.recover(folder, 1).recovered).toEqual({ snapshot: null, inputs: [tick(1)] });
  writeFileSync(join(folder, '1.snapshot'), '{"lines":9,"content":{}}');
  expect(Journal.recover(folder, 1).recovered.inputs).toEqual([tick(1)]);
});

test('written at once, nothing comes twice', async () => {
  const journal = Journal.create(folder, []);
  for (let at = 1; at <= 200; at += 1) {
    journal.append(tick(at));
    if (at % 50 === 0) void journal.flush();
  }
  journal.flushNow();
  await journal.close();
  expect(Journal.read(folder, 1).map(({ at }) => at).sort((a, b) => a - b)).toEqual(Array.from({ length: 200 }, (_, n) => n + 1));
});
