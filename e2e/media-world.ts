import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before } from 'node:test';
import { createCanvas } from '@napi-rs/canvas';
import type { Locator, Page } from 'playwright-core';
import { WaveFile } from 'wavefile';
import { onAir, type OnAir } from './on-air';
import { VIEWERS, type World } from './world';

/* Pictures and sounds of one's own, countdowns, words read aloud, and cues that come from a file: by touch, seen and heard in an outlet. */

export const HANDLE = 'odavarn.kiln';
export const RED = '#e01020';
export let folder: string;
export let world: World;
export let page: Page;
export let outlet: Page;
export let lastCue: OnAir['lastCue'];
export let change: OnAir['change'];
export let published: OnAir['published'];

/** A picture of one colour, which nothing else on the frame has. */
export function picture(): string {
  const canvas = createCanvas(120, 120);
  const context = canvas.getContext('2d');
  context.fillStyle = RED;
  context.fillRect(0, 0, 120, 120);
  writeFileSync(join(folder, 'pot.png'), canvas.toBuffer('image/png'));
  return join(folder, 'pot.png');
}

/** A tone of 2 s; `peak`: of full scale. */
export function tone(name: string, peak: number): string {
  const file = new WaveFile();
  file.fromScratch(
    1,
    48_000,
    '16',
    Float64Array.from({ length: 96_000 }, (_, n) =>
      Math.round(32_767 * peak * Math.sin((2 * Math.PI * 500 * n) / 48_000)),
    ),
  );
  writeFileSync(join(folder, name), file.toBuffer());
  return join(folder, name);
}

before(async () => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-files-'));
  ({ world, page, outlet, lastCue, change, published } = await onAir(HANDLE, { live: true }));
});
after(async () => {
  await world.close();
  rmSync(folder, { recursive: true, force: true });
});

export const gift = (name: string): Promise<void> =>
  world.brindle(HANDLE, { act: 'gift', user: VIEWERS.ines, gift: name });
export async function choose(button: Locator, ...files: string[]): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button.tap()]);
  await chooser.setFiles(files);
}
/** How many of the outlet's points have the picture's colour. */
export const redPoints = (): Promise<number> =>
  outlet.evaluate(() => {
    const canvas = document.querySelector('canvas');
    const data = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? [];
    let count = 0;
    for (let n = 0; n < data.length; n += 4)
      if ((data[n] ?? 0) > 200 && (data[n + 1] ?? 255) < 40 && (data[n + 2] ?? 255) < 60) count += 1;
    return count;
  });
