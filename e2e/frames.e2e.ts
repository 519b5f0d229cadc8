import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* One show comes out at several sizes: pieces by themselves for another compositor, and upright and wide at once. */

const HANDLE = 'kiln.frames';
let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
let published: OnAir['published'];
before(async () => {
  ({ world, page, outlet, act, published } = await onAir(HANDLE, { live: true }));
});
after(() => world.close());

/** The outlet whose card has this name, in a browser of its own, as large as a compositor's layer. */
async function opened(name: string, width: number, height: number): Promise<Page> {
  await goTo(page, '/outlets');
  const address = await page
    .getByRole('group', { name, exact: true })
    .getByLabel('Address', { exact: true })
    .innerText();
  const layer = await (await world.person({ viewport: { width, height }, isMobile: false })).newPage();
  await layer.goto(address);
  return layer;
}

/** The part of a page on which anything is painted: its first and last column and row, px of the page. */
const painted = (layer: Page) =>
  layer.evaluate(() => {
    const canvas = document.querySelector('canvas');
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return null;
    const { width, height } = canvas;
    const { data } = context.getImageData(0, 0, width, height);
    let [left, top, right, bottom] = [width, height, 0, 0];
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        if ((data[(y * width + x) * 4 + 3] ?? 0) < 40) continue;
        left = Math.min(left, x);
        right = Math.max(right, x);
        top = Math.min(top, y);
        bottom = Math.max(bottom, y);
      }
    const box = canvas.getBoundingClientRect();
    const scale = box.width / width;
    return {
      left: Math.round(left * scale),
      top: Math.round(top * scale),
      right: Math.round((right + 1) * scale),
      bottom: Math.round((bottom + 1) * scale),
    };
  });

test('a top list of 500 × 600 by itself fills its layer to the edge, and says whether it can be read', async () => {
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'ember', count: 3 });
  await goTo(page, '/outlets');
  await page.getByRole('button', { name: 'Add an outlet' }).tap();
  await page.getByRole('button', { name: 'What it carries: Outlet 2' }).tap();
  await page.getByRole('checkbox', { name: 'Leaderboard' }).tap();
  await page.getByRole('radio', { name: '500 × 600' }).tap();
  const preview = page.getByRole('group', { name: 'What comes out of it' });
  await preview.getByText('500 × 600 px, with made-up content.').waitFor();
  await preview.getByText('Everything on it can be read at this size.').waitFor();
  // Too small a layer is said there and then.
  await page.getByRole('radio', { name: 'Another size' }).tap();
  for (const [side, px] of [
    ['Width', '150'],
    ['Height', '90'],
  ] as const) {
    await page.getByRole('textbox', { name: new RegExp(`^${side}`) }).fill(px);
    await page.getByRole('textbox', { name: new RegExp(`^${side}`) }).press('Enter');
  }
  await preview.getByText(/^Leaderboard has 150 × 90 px here; it needs/).waitFor();
  await page.getByRole('radio', { name: '500 × 600' }).tap();
  await closeSheet(page);
  await page.getByText('500 wide, 600 high').waitFor();
  await published();
  const layer = await opened('Outlet 2', 500, 600);
  await until(
    () => wordsOn(layer),
    (words) => words.includes('Inês') && !words.includes('Gift goal'),
  );
  assert.deepEqual(await painted(layer), { left: 0, top: 0, right: 500, bottom: 600 });
});

test('two pieces share a layer of 425 × 960, one below the other', async () => {
  await goTo(page, '/outlets');
  await page.getByRole('button', { name: 'What it carries: Outlet 2' }).tap();
  await page.getByRole('checkbox', { name: 'Gift goal', exact: true }).tap();
  await page.getByRole('radio', { name: '425 × 960' }).tap();
  await closeSheet(page);
  await published();
  const layer = await opened('Outlet 2', 425, 960);
  await until(
    () => wordsOn(layer),
    (words) => words.includes('Inês') && words.includes('Gift goal'),
  );
  assert.deepEqual(await painted(layer), { left: 0, top: 0, right: 425, bottom: 960 });
});

test('upright and wide at once: each outlet keeps its layout, and a piece stands where each says', async () => {
  await goTo(page, '/stage');
  const frame = (): Promise<void> => page.getByRole('button', { name: /frame of \d+ by \d+/ }).tap();
  await frame();
  await page.getByRole('button', { name: 'Add a layout, wide, 1920 × 1080' }).tap();
  const layout = page.getByRole('radiogroup', { name: 'Layout on the stage' });
  await layout.getByRole('radio', { name: 'Wide, 1920 × 1080', checked: true }).waitFor();
  await closeSheet(page);
  await published();
  const wide = await opened('Wide, 1920 × 1080', 960, 540);
  const canvasOf = (layer: Page) =>
    layer.evaluate(() => {
      const box = document.querySelector('canvas')?.getBoundingClientRect();
      return box ? Math.round((box.width / box.height) * 100) / 100 : 0;
    });
  await until(
    () => canvasOf(wide),
    (ratio) => ratio === 1.78,
  );
  assert.equal(await canvasOf(outlet), 0.56);
  for (const layer of [wide, outlet]) assert.match(await wordsOn(layer), /Gift goal/);
  // Taken off the wide layout, it stays on the upright one.
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Gift goal', exact: true }).tap();
  await page.getByRole('button', { name: 'Edit Gift goal', exact: true }).tap();
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('button', { name: 'Hide', exact: true }).tap();
  await published();
  await until(
    () => wordsOn(wide),
    (words) => !words.includes('Gift goal'),
  );
  assert.match(await wordsOn(outlet), /Gift goal/);
  // Back to the upright layout: the goal stands on it, and what is added there comes out of both.
  await goTo(page, '/stage');
  await frame();
  await layout.getByRole('radio', { name: 'Upright, 1080 × 1920' }).tap();
  await layout.getByRole('radio', { name: 'Upright, 1080 × 1920', checked: true }).waitFor();
  await closeSheet(page);
  await page.getByTestId('piece-goal').waitFor();
  await published();
  assert.match(await wordsOn(outlet), /Gift goal/);
  assert.doesNotMatch(await wordsOn(wide), /Gift goal/);
  assert.equal(await canvasOf(wide), 1.78);
});
