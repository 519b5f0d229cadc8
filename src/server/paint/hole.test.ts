import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Image } from '@napi-rs/canvas';
import { samples } from '../../../demo/samples';
import { findHoles } from '@/core/stage/hole';
import { fitted } from '@/core/paint/fitted';
import { nodeSurface } from './node-host';

/* Holes and fitting against ImageMagick (Debian): connected components, and -resize with its geometry flags. */

const CONVERT = '/usr/bin/convert';
const folder = mkdtempSync(join(tmpdir(), 'gavirn-hole-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function drawn(svg: string): Promise<{ alpha: Uint8Array; width: number; height: number; png: Buffer }> {
  const image = new Image();
  image.src = Buffer.from(svg);
  await image.decode();
  const [width, height] = [Math.round(image.width / 4), Math.round(image.height / 4)];
  const { canvas, context } = nodeSurface(width, height);
  context.drawImage(image as unknown as CanvasImageSource, 0, 0, width, height);
  const { data } = canvas.getContext('2d').getImageData(0, 0, width, height);
  return {
    width,
    height,
    png: canvas.toBuffer('image/png'),
    alpha: Uint8Array.from({ length: width * height }, (_, n) => data[n * 4 + 3] ?? 255),
  };
}

test.each(
  samples()
    .filter(({ kind }) => kind === 'art')
    .map(({ name, svg }) => [name, svg]),
)('the holes of %s are those that ImageMagick finds', async (name, svg) => {
  const { alpha, width, height, png } = await drawn(svg);
  const file = join(folder, `${name}.png`);
  writeFileSync(file, png);
  // Clear is white; the white components that do not touch the edge, largest first, without specks.
  const out = execFileSync(
    CONVERT,
    [
      file,
      '-alpha',
      'extract',
      '-threshold',
      '50%',
      '-negate',
      '-define',
      'connected-components:verbose=true',
      '-define',
      'connected-components:sort=area',
      '-connected-components',
      '4',
      'null:',
    ],
    { encoding: 'utf8' },
  );
  const boxes = out
    .split('\n')
    .flatMap((line) => {
      const [, w, h, x, y, colour] = /(\d+)x(\d+)\+(\d+)\+(\d+) \S+ \d+ (.+)$/.exec(line.trim()) ?? [];
      return colour && /gray\(255\)|white|srgb\(255/.test(colour) ? [[Number(x), Number(y), Number(w), Number(h)]] : [];
    })
    .filter(([x = 0, y = 0, w = 0, h = 0]) => x > 0 && y > 0 && x + w < width && y + h < height);
  const holes = findHoles(alpha, width, height);
  expect(holes.map(({ x, y, w, h }) => [x * width, y * height, w * width, h * height].map(Math.round))).toEqual(boxes);
});

test('a full picture has no hole; specks are none; a closed hole goes before a larger edge', () => {
  const size = 40;
  const full = new Uint8Array(size * size).fill(255);
  expect(findHoles(full, size, size)).toEqual([]);
  const speck = full.slice();
  speck[size * 20 + 20] = 0;
  expect(findHoles(speck, size, size)).toEqual([]);
  const both = full.slice();
  for (let y = 0; y < size; y += 1)
    for (let x = 0; x < size; x += 1) if (y < 12 || (x >= 15 && x < 25 && y >= 20 && y < 30)) both[y * size + x] = 0;
  expect(findHoles(both, size, size)).toEqual([{ x: 15 / size, y: 20 / size, w: 10 / size, h: 10 / size }]);
});

test.each([
  [400, 200, 300, 300],
  [200, 400, 640, 360],
  [1080, 1920, 500, 500],
  [333, 100, 90, 270],
])('%i × %i px in a box of %i × %i is fitted as ImageMagick does it', (w, h, bw, bh) => {
  const sizeOf = (geometry: string): number[] =>
    execFileSync(CONVERT, ['-size', `${w}x${h}`, 'xc:red', '-resize', geometry, '-format', '%w %h', 'info:'], {
      encoding: 'utf8',
    })
      .split(' ')
      .map(Number);
  const whole = fitted({ w, h }, { w: bw, h: bh }, 'contain').at;
  const near = (ours: number[], theirs: number[]): void =>
    ours.forEach((value, n) => expect(Math.abs(value - (theirs[n] ?? 0))).toBeLessThanOrEqual(0.6));
  near([whole.w, whole.h], sizeOf(`${bw}x${bh}`));
  // Filled: the whole picture would be as large as "^" makes it, and the box shows its part of that.
  const { part } = fitted({ w, h }, { w: bw, h: bh }, 'cover');
  near([bw / part.w, bh / part.h], sizeOf(`${bw}x${bh}^`));
});
