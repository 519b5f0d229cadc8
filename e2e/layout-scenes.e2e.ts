import assert from 'node:assert/strict';
import { test } from 'node:test';
import pixelmatch from 'pixelmatch';
import type { Locator } from 'playwright-core';
import { PNG } from 'pngjs';
import { closeSheet, goTo, showScene } from './person';
import { dragByTouch, until, VIEWERS, wordsOn } from './world';
import { world, page, outlet, address, act, published, letGo, open, boxOf, middle } from './layout-world';

test('a piece has a place of its own in a scene, and the outlet follows the scene', async () => {
  await goTo(page, '/stage');
  await page.getByRole('button', { name: /^Scenes/ }).tap();
  for (let n = 0; n < 2; n += 1) await page.getByRole('button', { name: 'Add a scene' }).tap();
  await page.getByRole('radio', { name: 'Live', exact: true }).tap();
  await closeSheet(page);
  const before = await boxOf('goal');
  await open('Gift goal');
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('radio', { name: 'A place of its own' }).tap();
  await page.getByRole('textbox', { name: /^Left/ }).fill('10');
  await page.getByRole('textbox', { name: /^Left/ }).press('Enter');
  await closeSheet(page);
  const own = await boxOf('goal');
  assert.ok(own.x < before.x - 5);
  await page.getByRole('button', { name: /^Scenes/ }).tap();
  await page.getByRole('radio', { name: 'Before', exact: true }).tap();
  await closeSheet(page);
  assert.ok(Math.abs((await boxOf('goal')).x - before.x) < 1);
  await published();
  // The goal's left edge in the outlet's pixels: 10 of 1080 px from the left in the scene Live.
  const left = (): Promise<number> =>
    outlet.evaluate(() => {
      const canvas = document.querySelector('canvas');
      const context = canvas?.getContext('2d');
      if (!canvas || !context) return -1;
      for (let x = 0; x < canvas.width; x += 1) {
        const column = context.getImageData(
          x,
          Math.round(canvas.height * 0.11),
          1,
          Math.round(canvas.height * 0.05),
        ).data;
        if (column.some((value, n) => n % 4 === 3 && value > 200)) return (x / canvas.width) * 1080;
      }
      return -1;
    });
  await goTo(page, '/desk');
  await showScene(page, 'Live');
  await until(left, (x) => x >= 8 && x <= 14);
  await showScene(page, 'Before');
  await until(left, (x) => x > 40);
  // An outlet of one scene shows it whatever is on the air.
  const carries = async (what: string, scene?: string): Promise<void> => {
    await goTo(page, '/outlets');
    await page
      .getByRole('button', { name: /^What it carries/ })
      .first()
      .tap();
    await page.getByRole('radio', { name: what, exact: true }).tap();
    if (scene !== undefined) {
      await page.getByRole('button', { name: /^Scene/ }).tap();
      await page.getByRole('radio', { name: scene, exact: true }).tap();
    }
    await closeSheet(page);
  };
  await carries('One scene', 'Live');
  await until(left, (x) => x >= 8 && x <= 14);
  await carries('The whole frame');
  await until(left, (x) => x > 40);
});

test('a dragged corner is free, or keeps the proportions where that is chosen', async () => {
  await goTo(page, '/stage');
  const resized = async (by: { x: number; y: number }): Promise<{ before: number; after: number }> => {
    await letGo();
    await page.getByRole('button', { name: 'Choose Leaderboard' }).tap();
    const from = await boxOf('leaderboard');
    const corner = await page.getByRole('button', { name: 'Resize Leaderboard at the bottom right' }).boundingBox();
    assert.ok(corner);
    await dragByTouch(page, middle(corner), by);
    await letGo();
    const to = await boxOf('leaderboard');
    assert.ok(to.width < from.width - 8, `narrower: ${from.width} and ${to.width}`);
    return { before: from.width / from.height, after: to.width / to.height };
  };
  const free = await resized({ x: -30, y: 0 });
  assert.ok(free.after < free.before * 0.93, `free: narrower, and as high: ${free.before} and ${free.after}`);
  await open('Leaderboard');
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('radio', { name: 'Keeps proportions' }).tap();
  await closeSheet(page);
  const kept = await resized({ x: -40, y: 0 });
  assert.ok(Math.abs(kept.after / kept.before - 1) < 0.05, `kept: ${kept.before} and ${kept.after}`);
});

test('what the outlet paints is what the app shows beside every place, to the pixel', async () => {
  const wide = await (await world.wide()).newPage();
  await wide.context().addInitScript(() => undefined);
  const state = await page.context().storageState({ indexedDB: true });
  await wide.context().close();
  const same = await (
    await world.browser.newContext({
      viewport: { width: 1280, height: 800 },
      baseURL: world.address,
      storageState: state,
    })
  ).newPage();
  await goTo(same, '/cues');
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
  const stage = same.getByRole('complementary', { name: 'Stage' }).locator('canvas');
  await stage.waitFor();
  const read = (canvas: Locator): Promise<string> =>
    canvas.evaluate((node) => (node as HTMLCanvasElement).toDataURL('image/png'));
  const size = await stage.evaluate((node) => ({
    width: (node as HTMLCanvasElement).width,
    height: (node as HTMLCanvasElement).height,
  }));
  const beside = await (
    await world.person({ viewport: size, hasTouch: false, isMobile: false, deviceScaleFactor: 1 })
  ).newPage();
  await beside.goto(address);
  await until(
    () => wordsOn(beside),
    (words) => words.includes('Gift goal'),
  );
  const png = (url: string): PNG => PNG.sync.read(Buffer.from(url.slice(url.indexOf(',') + 1), 'base64'));
  // The camera is shown in the app only where there is one on the frame: the app beside shows what is on the air.
  const apart = async (): Promise<number> => {
    const [ours, theirs] = [png(await read(stage)), png(await read(beside.locator('canvas')))];
    assert.deepEqual([ours.width, ours.height], [theirs.width, theirs.height]);
    assert.ok(
      ours.data.some((value, n) => n % 4 === 3 && value > 0),
      'something is painted',
    );
    return pixelmatch(ours.data, theirs.data, undefined, ours.width, ours.height, { threshold: 0.1 });
  };
  // Until the alert has gone, and nothing moves any more.
  await until(apart, (pixels) => pixels <= 20);
});
