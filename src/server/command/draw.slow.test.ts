import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hashOf, pick } from '@/core/engine/feature/draw/schema';
import { bundledCommand } from './bundled.setup';

const command = bundledCommand();
const folder = mkdtempSync(join(tmpdir(), 'gavirn-draw-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const seed = 'a'.repeat(64);
const entries = [
  { label: 'Celadon', weight: 3 },
  { label: 'Ash', weight: 1 },
];
const proof = {
  format: 'gavirn.draw',
  version: 1,
  name: 'Next glaze',
  number: 2,
  at: 1,
  hash: hashOf(seed),
  seed,
  entries,
  picked: pick(seed, 2, entries),
};

function run(args: readonly string[], content?: string) {
  const file = join(folder, 'proof.json');
  if (content !== undefined) writeFileSync(file, content);
  const { stdout, stderr, status } = spawnSync(
    'node',
    [command, 'draw', ...args, ...(content === undefined ? [] : [file])],
    { encoding: 'utf8' },
  );
  return { stdout, stderr: stderr.trim(), status };
}

test('a proof that holds: exit 0, one line of JSON', () => {
  const { stdout, status } = run(['--verify'], JSON.stringify(proof));
  expect([JSON.parse(stdout), status]).toEqual([
    { ok: true, name: 'Next glaze', number: 2, drawn: entries[proof.picked]?.label, faults: [] },
    0,
  ]);
});

test('one that does not: exit 1, and why', () => {
  const { stdout, status } = run(['--verify'], JSON.stringify({ ...proof, hash: 'b'.repeat(64) }));
  expect([JSON.parse(stdout), status]).toEqual([
    expect.objectContaining({ ok: false, faults: ['The seed is not the one whose hash was shown before the draw.'] }),
    1,
  ]);
});

test.each([
  [['--verify'], 'no json', /its JSON cannot be read\.$/],
  [['--verify'], JSON.stringify({ ...proof, seed: 'x' }), /its seed is not as it should be\.$/],
  [['--verify', 'no-such-file'], undefined, /There is no file no-such-file/],
  [[], undefined, /Usage: \.\/gavirn draw --verify FILE/],
])('%j %s is refused in a sentence', (args, content, reason) => {
  const { stdout, stderr, status } = run(args, content);
  expect([stdout, status]).toEqual(['', 1]);
  expect(stderr).toMatch(reason);
});
