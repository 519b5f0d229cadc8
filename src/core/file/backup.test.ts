import { zipSync } from 'fflate';
import { readBackup, writeBackup, type Backup } from './backup';
import { english } from '@/core/words/phrase';

const bytes = (text: string): Uint8Array<ArrayBuffer> => new Uint8Array(new TextEncoder().encode(text));
const noise = (length: number): Uint8Array<ArrayBuffer> =>
  Uint8Array.from({ length }, (_, n) => ((n * 2654435761) >>> 13) & 255);
const MADE = Date.UTC(2026, 0, 2, 3, 4, 6);
const PARTS = new Map([
  ['shows/kiln.json', bytes('{"name":"Kiln Hours"}'.repeat(400))],
  ['media/pot.png', noise(40_000)],
  ['sessions/one.ndjson', bytes('山田 はな · ليلى\n'.repeat(900))],
]);
const file = writeBackup(PARTS, { made: MADE, secrets: false });

function read(of: Uint8Array): Backup {
  const back = readBackup(of);
  if (!back.ok) throw new Error(english(back.reason));
  return back.backup;
}
const refusal = (of: Uint8Array): string => {
  const back = readBackup(of);
  return back.ok ? '' : english(back.reason);
};
/** The file with one byte in it changed. */
const spoiled = (at: number): Uint8Array => file.map((byte, n) => (n === at ? byte ^ 0xff : byte));
const find = (text: string): number => Buffer.from(file).indexOf(text);

test('what was put in comes out, byte for byte', () => {
  const back = read(file);
  expect([back.made, back.secrets, back.damaged]).toEqual([MADE, false, []]);
  expect([...back.parts.keys()]).toEqual([...PARTS.keys()]);
  for (const [path, part] of PARTS)
    expect(Buffer.from(back.parts.get(path) ?? []).equals(Buffer.from(part))).toBe(true);
});

test('it is a zip file: its records as APPNOTE.TXT 6.3.10 gives them (4.3.7, 4.3.12, 4.3.16; from memory)', () => {
  const view = new DataView(file.buffer);
  const end = file.length - 22;
  expect([view.getUint32(0, true), view.getUint32(end, true)]).toEqual([0x04034b50, 0x06054b50]);
  const directory = view.getUint32(end + 16, true);
  expect([view.getUint16(end + 10, true), view.getUint32(directory, true)]).toEqual([PARTS.size + 1, 0x02014b50]);
  // The list is the first entry, and a picture is stored as it is (method 0).
  expect(Buffer.from(file.subarray(30, 41)).toString()).toBe('backup.json');
  expect(view.getUint16(find('media/pot.png') - 22, true)).toBe(0);
});

test('a damaged part is named, and the others are whole', () => {
  const at = find('media/pot.png') + 20_000;
  expect([...read(spoiled(at)).parts.keys()]).toEqual(['shows/kiln.json', 'sessions/one.ndjson']);
  expect(read(spoiled(at)).damaged).toEqual(['media/pot.png']);
  const packed = find('shows/kiln.json') + 40;
  expect(read(spoiled(packed)).damaged).toEqual(['shows/kiln.json']);
});

test('wherever it is cut off, what came before is whole and the rest is named', () => {
  for (const part of [0.2, 0.5, 0.9, 0.99]) {
    const { parts, damaged } = read(file.subarray(0, Math.floor(file.length * part)));
    expect(parts.size + damaged.length).toBe(PARTS.size);
    expect([...parts.keys(), ...damaged]).toEqual([...PARTS.keys()]);
  }
  expect(read(file.subarray(0, Math.floor(file.length * 0.5))).damaged).toEqual([
    'media/pot.png',
    'sessions/one.ndjson',
  ]);
});

test('what is no backup is a sentence, whatever it is', () => {
  expect(refusal(bytes(''))).toMatch(/no backup/);
  expect(refusal(bytes('{"format":"gavirn.show"}'))).toMatch(/no backup/);
  expect(refusal(noise(10_000))).toMatch(/no backup/);
  expect(refusal(zipSync({ 'other.txt': bytes('x') }))).toMatch(/no backup/);
  expect(refusal(zipSync({ 'backup.json': bytes('{"half') }))).toMatch(/damaged/);
  expect(refusal(zipSync({ 'backup.json': bytes('{"format":"gavirn.backup"}') }))).toMatch(/no backup/);
  const list = { format: 'gavirn.backup', version: 2, made: 1, secrets: false, parts: [] };
  expect(refusal(zipSync({ 'backup.json': bytes(JSON.stringify(list)) }))).toMatch(/newer/);
  const up = { ...list, version: 1, parts: [{ path: '../x', bytes: 0, sha256: '0'.repeat(64) }] };
  expect(refusal(zipSync({ 'backup.json': bytes(JSON.stringify(up)) }))).toMatch(/no backup/);
});

test('any byte changed by chance: it is read or refused, and nothing that is given back is other than it was', () => {
  for (let at = 3; at < file.length; at += 397) {
    const back = readBackup(spoiled(at));
    if (!back.ok) continue;
    for (const [path, part] of back.backup.parts)
      expect([at, Buffer.from(part).equals(Buffer.from(PARTS.get(path) ?? []))]).toEqual([at, true]);
  }
});
