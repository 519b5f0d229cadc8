import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Page } from 'playwright-core';
import { address, me, openOutlet, page, tryFollow, world } from './outlet-world';
import { goTo, outletAddress } from './person';
import { until, wordsOn } from './world';

/** How opaque the frame is at a place, 0 to 255; px of 1080×1920. */
const opacityAt = (outlet: Page, x: number, y: number): Promise<number> =>
  outlet.evaluate(
    ([fx = 0, fy = 0]) => {
      const canvas = document.querySelector('canvas') as HTMLCanvasElement;
      return (
        canvas.getContext('2d')?.getImageData((fx * canvas.width) / 1080, (fy * canvas.height) / 1920, 1, 1).data[3] ??
        -1
      );
    },
    [x, y],
  );

test('paints the pieces on a transparent ground', async () => {
  const outlet = await openOutlet();
  assert.equal((await opacityAt(outlet, 540, 290)) > 200, true, 'the goal is there');
  assert.equal(await opacityAt(outlet, 1040, 1500), 0, 'beside the pieces one sees through');
  assert.equal(await outlet.evaluate(() => getComputedStyle(document.body).backgroundColor), 'rgba(0, 0, 0, 0)');
  await outlet.context().close();
});

test('opened late, it shows the rest of a running alert, and empties by itself', async () => {
  await tryFollow();
  await page.waitForTimeout(1200);
  const outlet = await openOutlet();
  assert.match(await wordsOn(outlet), /Welcome, Inês/);
  assert.ok((await opacityAt(outlet, 200, 500)) > 200);
  await until(
    () => wordsOn(outlet),
    (words) => !words.includes('Welcome'),
  );
  await until(
    () => opacityAt(outlet, 200, 500),
    (opacity) => opacity === 0,
  );
  await outlet.context().close();
});

test('a server that lost everything gets the show back from the browser, and the address is the same', async () => {
  const outlet = await openOutlet();
  await goTo(page, '/desk');
  await world.killServer();
  world.loseData();
  await world.startServer();
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Gift goal'),
  );
  assert.equal(await outletAddress(page), address);
  await outlet.context().close();
});

test('wide: T tries the cue that has the focus', async () => {
  const outlet = await openOutlet();
  const keyboard = await me.newPage();
  await keyboard.setViewportSize({ width: 1280, height: 800 });
  await goTo(keyboard, '/cues');
  await keyboard
    .getByRole('listitem')
    .filter({ hasText: 'anyone follows' })
    .getByRole('button', { name: /Change “/ })
    .focus();
  await keyboard.keyboard.press('t');
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Welcome, Inês'),
  );
  await keyboard.close();
  await outlet.context().close();
});

test('a new address: the old one is 404 and its frame empty at once', async () => {
  const outlet = await openOutlet();
  await goTo(page, '/outlets');
  await page.getByRole('button', { name: 'New address' }).tap();
  await page.getByRole('button', { name: 'Make a new one' }).tap();
  await until(
    () => wordsOn(outlet),
    (words) => words === '',
  );
  await until(
    () => opacityAt(outlet, 540, 290),
    (opacity) => opacity === 0,
  );
  assert.equal((await fetch(address)).status, 404);
  const renewed = await page.getByLabel('Address', { exact: true }).innerText();
  assert.notEqual(renewed, address);
  assert.equal((await fetch(renewed)).status, 200);
  await outlet.context().close();
});

test('in the compositor a layer is moved and resized by dragging, and the viewer sees it there', async () => {
  const compositor = await (await world.wide()).newPage();
  await compositor.goto('/standins/weir');
  await compositor.getByLabel('Address').fill(address);
  await compositor.getByRole('button', { name: 'Lay it over' }).click();
  const row = compositor.locator('#layers li');
  // Where the picture stands is known once the layer is in its list.
  await row.waitFor();
  await compositor.locator('#picture iframe').first().waitFor();
  const picture = await compositor.locator('#picture').boundingBox();
  assert.ok(picture);
  const field = (name: string): Promise<string> => row.getByLabel(name, { exact: true }).inputValue();
  const drag = async (from: [number, number], by: [number, number]): Promise<void> => {
    await compositor.mouse.move(picture.x + from[0], picture.y + from[1]);
    await compositor.mouse.down();
    await compositor.mouse.move(picture.x + from[0] + by[0], picture.y + from[1] + by[1], { steps: 8 });
    await compositor.mouse.up();
  };
  const px = 1080 / picture.width;
  await drag([60, 60], [50, 30]);
  await until(
    () => field('Left'),
    (left) => Number(left) === Math.round(50 * px),
  );
  assert.equal(Number(await field('Top')), Math.round(30 * px));
  // The right edge lies outside now; back by more than it was moved, then the lower right corner inwards.
  await drag([120, 120], [-50, -30]);
  await until(
    () => field('Left'),
    (left) => Number(left) === 0,
  );
  // Both ways inwards: the larger of the two changes counts.
  await drag([picture.width - 6, picture.height - 6], [-picture.width / 4, -picture.height / 4]);
  await until(
    () => field('Scale'),
    (scale) => Math.abs(Number(scale) - 0.75) < 0.03,
  );
  const viewer = await (await world.person()).newPage();
  await viewer.goto('/standins/weir/watch');
  await until(
    () =>
      viewer
        .locator('iframe')
        .first()
        .evaluate((frame) => frame.style.transform),
    (transform) => transform.startsWith('translate(0px, 0px)'),
  );
  await row.getByRole('button', { name: 'Remove' }).click();
  await compositor.getByText('No layer yet.').waitFor();
  await compositor.context().close();
});
