import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import pixelmatch from 'pixelmatch';
import type { Page } from 'playwright-core';
import { PNG } from 'pngjs';
import { turned } from '@/core/paint/turn';
import { onAir, type OnAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* The program page: stills and clips of it; outlets that carry a part, and a wall; what is drawn, checked against the browser itself. */

const HANDLE = 'kiln.program';
let world: World;
let page: Page;
let act: OnAir['act'];
let published: OnAir['published'];
const folder = mkdtempSync(join(tmpdir(), 'gavirn-program-'));
before(async () => {
  ({ world, page, act, published } = await onAir(HANDLE, { live: true }));
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
});
after(async () => {
  await world.close();
  rmSync(folder, { recursive: true, force: true });
});

async function saved(button: string, name: string, wait = 180_000): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: wait }),
    page.getByRole('button', { name: button, exact: true }).tap(),
  ]);
  const file = join(folder, name);
  await download.saveAs(file);
  return file;
}

test('a still as PNG and as SVG at full size show the same, the SVG as another page draws it', async () => {
  // Without a camera nothing moves once the alert has gone.
  await page.waitForTimeout(6000);
  await goTo(page, '/program');
  await page.getByRole('heading', { name: 'Program' }).waitFor();
  const png = PNG.sync.read(readFileSync(await saved('Still as PNG', 'still.png')));
  assert.deepEqual([png.width, png.height], [1080, 1920]);
  const svg = readFileSync(await saved('Still as SVG', 'still.svg'), 'utf8');
  assert.match(svg, />Gift goal</);
  assert.match(svg, />山田 はな</);
  const reader = await (await world.browser.newContext()).newPage();
  const url = await reader.evaluate(async (text) => {
    const image = new Image();
    image.src = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
    await image.decode();
    // Its fonts are in the file, and are read once it has been drawn.
    const canvas = Object.assign(document.createElement('canvas'), { width: 1080, height: 1920 });
    for (let n = 0; n < 3; n += 1) {
      canvas.getContext('2d')?.clearRect(0, 0, 1080, 1920);
      canvas.getContext('2d')?.drawImage(image, 0, 0);
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
    return canvas.toDataURL('image/png');
  }, svg);
  const drawn = PNG.sync.read(Buffer.from(url.slice(url.indexOf(',') + 1), 'base64'));
  const solid = png.data.filter((_value, n) => n % 4 === 3 && (png.data[n] ?? 0) > 0).length;
  const differ = pixelmatch(png.data, drawn.data, undefined, 1080, 1920, { threshold: 0.2 });
  // Canvas and SVG lay the edges of letters differently: a share of what is painted, and no shape or line of text.
  assert.ok(solid > 100_000 && differ < solid * 0.02, `${differ} of ${solid} px`);
});

test('a clip of the last seconds as WebM and as MP4 has every frame; one that is stopped leaves nothing', async () => {
  await page.getByRole('button', { name: 'Make a clip' }).tap();
  await page.getByRole('textbox', { name: /^How long/ }).fill('2');
  for (const as of ['WebM', 'MP4'] as const) {
    await page.getByRole('radio', { name: as }).tap();
    const file = await saved('Make it', `clip.${as.toLowerCase()}`);
    const out = execFileSync(
      'ffprobe',
      [
        '-v',
        'error',
        '-count_frames',
        '-select_streams',
        'v',
        '-show_entries',
        'stream=width,height,nb_read_frames',
        '-of',
        'csv=p=0',
        file,
      ],
      { encoding: 'utf8' },
    );
    assert.deepEqual(out.trim().split(','), ['540', '960', '60']);
    await page.getByText('The clip is saved.').waitFor();
  }
  await page.getByRole('textbox', { name: /^How long/ }).fill('300');
  await page.getByRole('radio', { name: 'From a moment on' }).tap();
  await page.getByRole('button', { name: 'Make it', exact: true }).tap();
  await page.getByRole('button', { name: 'Stop' }).tap();
  await page.getByText('Stopped. Nothing was saved.').waitFor();
  await closeSheet(page);
});

test('an outlet carries some pieces; as a wall it fills a television with its own background; it is renamed and removed', async () => {
  await goTo(page, '/outlets');
  await page.getByRole('button', { name: 'Add an outlet' }).tap();
  await page.getByRole('button', { name: 'What it carries: Outlet 2' }).tap();
  await page.getByLabel('Name of the outlet').fill('Goal alone');
  await page.getByRole('checkbox', { name: 'Gift goal' }).tap();
  await closeSheet(page);
  await published();
  const card = page.getByRole('group', { name: 'Goal alone' }).or(page.locator('[aria-label="Goal alone"]')).first();
  const address = await until(
    () => card.getByLabel('Address', { exact: true }).innerText(),
    (text) => /\/o\/.{20}/.test(text),
  );
  const other = await (await world.person({ viewport: { width: 960, height: 540 } })).newPage();
  await other.goto(address);
  const words = await until(
    () => wordsOn(other),
    (now) => now.includes('Gift goal'),
  );
  assert.doesNotMatch(words, /Top supporters/);
  await card.getByText('1 place shows it').waitFor();
  await page.getByRole('button', { name: 'What it carries: Goal alone' }).tap();
  await page.getByRole('radio', { name: 'A wall' }).tap();
  await page.getByRole('checkbox', { name: 'Leaderboard' }).tap();
  await page.getByRole('radio', { name: 'Sea' }).tap();
  await closeSheet(page);
  await until(
    () => wordsOn(other),
    (now) => now.includes('Top supporters'),
  );
  // Its own ground: not one pixel is clear.
  const clear = await until(
    () =>
      other.evaluate(() => {
        const canvas = document.querySelector('canvas');
        const data =
          canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? new Uint8ClampedArray();
        return data.filter((value, n) => n % 4 === 3 && value < 255).length / Math.max(1, data.length / 4);
      }),
    (share) => share < 0.01,
  );
  assert.ok(clear < 0.01);
  await card.getByText('1920 wide, 1080 high').waitFor();
  await page.getByRole('button', { name: 'What it carries: Goal alone' }).tap();
  await page.getByRole('button', { name: 'Delete this outlet' }).tap();
  await page.getByRole('button', { name: 'Delete it' }).tap();
  await until(
    () => wordsOn(other),
    (now) => !now.includes('Gift goal'),
  );
});

test('this device’s camera takes the made-up picture’s place on the frame, in its own proportions, and is turned off', async () => {
  await goTo(page, '/stage');
  await addPiece(page, 'Camera');
  await page.getByRole('button', { name: 'Choose Camera' }).waitFor();
  await published();
  await goTo(page, '/program');
  /** What share of the frame is the test picture's green. */
  const green = (): Promise<number> =>
    page
      .locator('canvas')
      .first()
      .evaluate((node) => {
        const canvas = node as HTMLCanvasElement;
        const data =
          canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? new Uint8ClampedArray();
        let count = 0;
        for (let n = 0; n < data.length; n += 4)
          if ((data[n + 1] ?? 0) > 90 && (data[n] ?? 255) < 60 && (data[n + 2] ?? 255) < 60) count += 1;
        return count / Math.max(1, data.length / 4);
      });
  await until(green, (share) => share < 0.01);
  await page.getByRole('button', { name: 'Use this device’s camera' }).tap();
  await until(green, (share) => share > 0.3);
  await page.getByRole('button', { name: 'Turn this device’s camera off' }).tap();
  await until(green, (share) => share < 0.01);
});

test('turning about a point is what the browser’s own matrices do', async () => {
  for (const turn of [
    { degrees: 30, x: 100, y: 50 },
    { degrees: -135, x: 540, y: 960 },
    { degrees: 90, x: 0, y: 0 },
  ]) {
    const theirs = await page.evaluate(({ degrees, x, y }) => {
      const { a, b, c, d, e, f } = new DOMMatrix()
        .scale(0.5)
        .translate(x, y)
        .rotate(degrees)
        .translate(-x, -y)
        .scale(2);
      return [a, b, c, d, e, f];
    }, turn);
    turned(turn, 0.5).forEach((value, n) =>
      assert.ok(Math.abs(value - (theirs[n] ?? NaN)) < 1e-6, `${value} and ${theirs[n]}`),
    );
  }
});
