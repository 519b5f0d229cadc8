import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DATA_VERSION, dataProblem } from './data-version';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-data-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));
const file = () => join(folder, 'gavirn.json');

test('one without a mark gets it, and is used again', () => {
  expect(dataProblem(folder)).toBeNull();
  expect(JSON.parse(readFileSync(file(), 'utf8'))).toEqual({ format: 'gavirn.data', version: DATA_VERSION });
  expect(dataProblem(folder)).toBeNull();
});

test.each([
  [JSON.stringify({ format: 'gavirn.data', version: DATA_VERSION + 1 }), /written by a later version of Gavirn/],
  ['{"format":"gav', /cannot be read/],
  ['{"format":"other","version":1}', /cannot be read/],
])('%s is refused in a sentence, and stays as it is', (text, says) => {
  writeFileSync(file(), text);
  expect(dataProblem(folder)).toMatch(says);
  expect(readFileSync(file(), 'utf8')).toBe(text);
});
