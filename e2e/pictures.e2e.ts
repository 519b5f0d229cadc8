import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { onAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { dragByTouch, until, type World } from './world';

/* Pictures on the stage: what is seen through the holes of a frame art, and what is cut off of a picture. */

const HANDLE = 'odavarn.kiln';
let world: World;
let page: Page;
before(async () => {
  ({ world, page } = await onAir(HANDLE, { live: false }));
});
after(() => world.close());

/** Where a piece lies in the frame, px of it. */
async function placeOf(name: string): Promise<number[]> {
  const frame = await page.locator('canvas').first().boundingBox();
  const box = await page
    .getByTestId(/^piece-/)
    .filter({ has: page.locator(`xpath=self::*[starts-with(@aria-label, "${name}, ")]`) })
    .boundingBox();
  if (!frame || !box) return [];
  const scale = 1080 / frame.width;
  return [(box.x - frame.x) * scale, (box.y - frame.y) * scale, box.width * scale, box.height * scale];
}
const isNear =
  (wanted: readonly number[], by = 12) =>
  (place: number[]) =>
    place.length === 4 && place.every((value, n) => Math.abs(value - (wanted[n] ?? 0)) < by);
const takeSample = async (title: string): Promise<void> => {
  await goTo(page, '/media');
  await page.getByRole('button', { name: `Take ${title}` }).tap();
  await page.getByText(`“${title}” is among your files now.`).waitFor();
};
const seenThrough = async (hole: string, what: string): Promise<void> => {
  await page.getByRole('button', { name: new RegExp(`^Seen through ${hole}:`) }).tap();
  await page.getByRole('radio', { name: what, exact: true }).tap();
};

test('frame art takes the game view and a camera into its holes, and other ones when its picture is another', async () => {
  await takeSample('Two windows');
  await takeSample('Clay rim');
  await goTo(page, '/stage');
  for (const kind of ['Game view', 'Frame art']) {
    await addPiece(page, kind);
  }
  await page.getByRole('button', { name: 'Edit Frame art' }).tap();
  await page.getByRole('radio', { name: /^Two windows/ }).tap();
  await page.getByRole('img', { name: '2 holes, numbered' }).waitFor();
  await seenThrough('hole 1', 'Game view');
  await seenThrough('hole 2', 'A new camera');
  // The picture, 1920 × 1080, lies in the middle of the upright frame: 1080 × 607.5 px from 656 on. The holes are at 50, 60 and 1470, 60 px of it.
  const scale = 1080 / 1920;
  const top = (1920 - 1080 * scale) / 2;
  const hole = (x: number, y: number, w: number, h: number): number[] => [
    x * scale,
    y * scale + top,
    w * scale,
    h * scale,
  ];
  await until(() => placeOf('Game view'), isNear(hole(50, 60, 1360, 765)));
  // A small piece gives a thumb more than itself to take: its middle is where it should be.
  await until(
    () => placeOf('Camera'),
    ([x = 0, y = 0, w = 0, h = 0]) => isNear(hole(1670, 320, 0, 0))([x + w / 2, y + h / 2, 0, 0]),
  );
  // Another picture has one hole, elsewhere.
  await page.getByRole('radio', { name: /^Clay rim/ }).tap();
  await page.getByRole('button', { name: 'Seen through the hole: Game view' }).waitFor();
  await closeSheet(page);
  await until(() => placeOf('Game view'), isNear([70, 400, 940, 1100]));
});

test('a picture is cut by a side that is dragged: by a thumb, by Alt and a mouse at a corner, and by keys', async () => {
  await takeSample('Tall pot');
  await goTo(page, '/stage');
  await addPiece(page, 'Picture');
  await page.getByRole('button', { name: 'Edit Picture' }).tap();
  await page.getByRole('radio', { name: /^Tall pot/ }).tap();
  await closeSheet(page);
  const [x = 0, y = 0, w = 0, h = 0] = await placeOf('Picture');
  const left = page.getByRole('slider', { name: 'Crop Picture from the left' });
  const grip = await left.boundingBox();
  const frame = await page.locator('canvas').first().boundingBox();
  assert.ok(grip && frame);
  const quarter = (w / 4) * (frame.width / 1080);
  await dragByTouch(page, { x: grip.x + grip.width / 2, y: grip.y + grip.height / 2 }, { x: quarter, y: 0 });
  await until(() => placeOf('Picture'), isNear([x + w / 4, y, (w * 3) / 4, h]));
  await until(
    () => left.getAttribute('aria-valuenow'),
    (value) => Math.abs(Number(value) - 25) <= 2,
  );
  // By keys: five hundredths of its box from the top.
  const top = page.getByRole('slider', { name: 'Crop Picture from the top' });
  await top.focus();
  await page.keyboard.press('Shift+ArrowDown');
  await until(
    () => top.getAttribute('aria-valuenow'),
    (value) => value === '5',
  );
  await until(() => placeOf('Picture'), isNear([x + w / 4, y + h / 20, (w * 3) / 4, (h * 19) / 20]));
  // By Alt and a corner: a tenth from the right and from the bottom of what is left.
  const corner = await page.getByTestId('resize-bottom-right').boundingBox();
  assert.ok(corner);
  const [, , width = 0, height = 0] = await placeOf('Picture');
  const tenth = [(-width / 10) * (frame.width / 1080), (-height / 10) * (frame.width / 1080)] as const;
  const middle = { x: corner.x + corner.width / 2, y: corner.y + corner.height / 2 };
  await page.mouse.move(middle.x, middle.y);
  await page.keyboard.down('Alt');
  await page.mouse.down();
  await page.mouse.move(middle.x + tenth[0] / 2, middle.y + tenth[1] / 2, { steps: 4 });
  await page.mouse.move(middle.x + tenth[0], middle.y + tenth[1], { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await until(() => placeOf('Picture'), isNear([x + w / 4, y + h / 20, width * 0.9, height * 0.9]));
  // Undone in three steps, one for each.
  await page.getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await until(() => placeOf('Picture'), isNear([x, y, w, h], 3));
});
