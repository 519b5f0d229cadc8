import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import pixelmatch from 'pixelmatch';
import { PNG } from 'pngjs';

/** So many px may differ: none does on one machine; between builds of a drawing library an edge or two may. */
const MOST = 20;

/**
 * Compares a picture with the golden one. With GAVIRN_GOLDEN=write it becomes the golden one.
 * @returns how many px differ by more than a tenth of the scale; Infinity when the sizes differ
 */
export function differsFromGolden(file: string, png: Buffer): number {
  if (process.env.GAVIRN_GOLDEN === 'write' || !existsSync(file)) writeFileSync(file, png);
  const [golden, now] = [PNG.sync.read(readFileSync(file)), PNG.sync.read(png)];
  if (golden.width !== now.width || golden.height !== now.height) return Infinity;
  const diff = new PNG({ width: golden.width, height: golden.height });
  const count = pixelmatch(golden.data, now.data, diff.data, golden.width, golden.height, { threshold: 0.1 });
  if (count > MOST) writeFileSync(file.replace(/\.png$/, '.differs.png'), PNG.sync.write(diff));
  return count <= MOST ? 0 : count;
}
