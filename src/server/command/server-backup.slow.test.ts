import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyShow } from '@/core/show/starter';
import { doorsIn } from '@/server/embedded/doors';
import { lockFolder } from '@/server/embedded/lock';
import { backup, restore } from './server-backup';

/* A server's data, copied while it runs, and put back elsewhere. */

let folder: string;
let data: string;
let said: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-backup-'));
  data = join(folder, 'data');
  said = '';
  const hear = (part: string | Uint8Array): boolean => {
    said += String(part);
    return true;
  };
  jest.spyOn(process.stdout, 'write').mockImplementation(hear);
  jest.spyOn(process.stderr, 'write').mockImplementation(hear);
});
afterEach(() => {
  jest.restoreAllMocks();
  rmSync(folder, { recursive: true, force: true });
});

const device = {
  id: 'first',
  name: 'Phone',
  right: 'everything' as const,
  hash: 'a'.repeat(64),
  addedAt: 1,
  seenAt: 1,
};
/** A show with a journal of so many lines, which is still open. */
async function running(lines: number) {
  const { shows } = doorsIn(data);
  const kept = shows.create({ show: emptyShow('a', 'Kiln'), devices: [device], outlets: {} }, {}, 1000);
  kept.docs.keep({ home: new Uint8Array([1]), keys: new Uint8Array([2]) });
  const journal = kept.journals.create([{ input: 'tick', at: 0 }]);
  for (let at = 1; at < lines; at += 1) journal.append({ input: 'tick', at });
  await journal.flush();
  return journal;
}
const linesIn = (at: string): number => {
  const [found] = [...doorsIn(at).shows.all()];
  if (!found || !('kept' in found)) throw new Error('There is no show.');
  const [number = 0] = found.kept.journals.numbers();
  return [...found.kept.journals.read(number)].length;
};

test('what is acknowledged is in a copy that is taken while it runs, and all of it comes back elsewhere', async () => {
  const journal = await running(500);
  // A line that is just being written.
  const [show = ''] = readdirSync(join(data, 'shows'));
  const file = join(
    data,
    'shows',
    show,
    readdirSync(join(data, 'shows', show)).find((name) => name.endsWith('.journal')) ?? '',
  );
  writeFileSync(file, '{"input":"ti', { flag: 'a' });
  expect(await backup([join(folder, 'copy'), '--data', data])).toBe(0);
  expect(said).toMatch(/^Copied \d+ files/);
  await journal.close();
  expect(await restore([join(folder, 'copy'), '--data', join(folder, 'other')])).toBe(0);
  expect(linesIn(join(folder, 'other'))).toBe(500);
  const [found] = [...doorsIn(join(folder, 'other')).shows.all()];
  expect(found && 'kept' in found && found.kept.docs.read()).toEqual({
    home: new Uint8Array([1]),
    keys: new Uint8Array([2]),
  });
});

test.each<[string, () => Promise<number>, RegExp]>([
  ['no folder', () => backup([]), /^Which folder\?/],
  ['an option that there is not', () => restore(['x', '--what']), /^Usage: /],
  ['no data', () => backup([join(folder, 'copy'), '--data', join(folder, 'none')]), /no data of a Gavirn server/],
  [
    'a folder that is not empty',
    () => {
      mkdirSync(join(folder, 'copy'));
      writeFileSync(join(folder, 'copy', 'x'), '');
      return backup([join(folder, 'copy'), '--data', data]);
    },
    /is not empty/,
  ],
  ['no backup', () => restore([folder, '--data', join(folder, 'other')]), /no whole backup/],
  [
    'shows that are there',
    async () => {
      await backup([join(folder, 'copy'), '--data', data]);
      return restore([join(folder, 'copy'), '--data', data]);
    },
    /There are shows in .* already/,
  ],
  [
    'a server that runs there',
    async () => {
      await backup([join(folder, 'copy'), '--data', data]);
      const locked = await lockFolder(data, () => undefined);
      const code = await restore([join(folder, 'copy'), '--data', data]);
      if (locked.ok) await locked.release();
      return code;
    },
    /Another Gavirn server uses the folder/,
  ],
  [
    'a byte that is another',
    async () => {
      const copy = join(folder, 'copy');
      await backup([copy, '--data', data]);
      const [show = ''] = readdirSync(join(copy, 'shows'));
      const file = join(copy, 'shows', show, 'show.json');
      writeFileSync(file, readFileSync(file, 'utf8').replace('Kiln', 'Kilm'));
      return restore([copy, '--data', join(folder, 'other')]);
    },
    /show\.json is damaged or missing in the backup\. Nothing was put back\.$/,
  ],
  [
    'a list that leads elsewhere',
    async () => {
      const copy = join(folder, 'copy');
      await backup([copy, '--data', data]);
      cpSync(join(copy, 'backup.json'), join(folder, 'secret.txt'));
      const list = readFileSync(join(copy, 'backup.json'), 'utf8');
      writeFileSync(
        join(copy, 'backup.json'),
        list.replace(/"path":"[^"]*show.json"/, '"path":"shows/../../secret.txt"'),
      );
      return restore([copy, '--data', join(folder, 'other')]);
    },
    /damaged or missing/,
  ],
])('%s: one sentence, exit 1, nothing changed', async (_name, work, says) => {
  await (await running(3)).close();
  said = '';
  expect(await work()).toBe(1);
  expect(said.split('\n').at(-2)).toMatch(says);
  expect(linesIn(data)).toBe(3);
});
