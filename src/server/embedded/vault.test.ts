import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Vault } from './vault';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-vault-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));
const key = (n: number) => ({ inbox: `inbox-${n}-0123456789abcdef` });

test('what is kept is there after a restart, readable by its account only', () => {
  const vault = new Vault(folder);
  expect(vault.keep({ a: key(1), b: key(2) })).toEqual(['a', 'b']);
  expect(vault.keep({ a: key(1), b: key(3) })).toEqual(['b']);
  expect(vault.keep({ a: key(1), b: key(3) })).toEqual([]);
  expect(vault.keep({ a: key(1) })).toEqual(['b']);
  const back = new Vault(folder);
  expect([back.of('a'), back.of('b'), back.feedOf(key(1).inbox), back.feedOf(key(3).inbox), back.inboxes]).toEqual([
    key(1),
    { inbox: '' },
    'a',
    null,
    [key(1).inbox],
  ]);
  expect(statSync(join(folder, 'secrets.json')).mode & 0o077).toBe(0);
});

test('a file that was cut off, or is something else, holds no secrets and stops nothing', () => {
  for (const text of ['{"a":{"inb', '[]', '{"a":{"inbox":"short"}}']) {
    writeFileSync(join(folder, 'secrets.json'), text);
    expect(new Vault(folder).inboxes).toEqual([]);
  }
  expect(readFileSync(join(folder, 'secrets.json'), 'utf8')).toContain('short');
});
