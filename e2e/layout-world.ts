import assert from 'node:assert/strict';
import { after, before } from 'node:test';
import type { Locator, Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { type World } from './world';
import { addPiece } from './person';

/* A frame arranged by thumb: what is wrong is said and mended by its tap, and what is on the air is what the editor shows. */

export const HANDLE = 'kiln.layout';
export let world: World;
export let page: Page;
export let outlet: Page;
export let address: string;
export let act: OnAir['act'];
export let published: OnAir['published'];
before(async () => {
  ({ world, page, outlet, address, act, published } = await onAir(HANDLE, { live: true }));
});
after(() => world.close());

export const add = async (kind: string): Promise<void> => {
  await addPiece(page, kind);
};
export const letGo = (): Promise<void> => page.keyboard.press('Escape');
/** Opens a piece's sheet: a chip is tapped to choose it, and what is chosen already would open at once. */
export async function open(piece: string): Promise<void> {
  await letGo();
  await page.getByRole('button', { name: `Choose ${piece}` }).tap();
  await page.getByRole('button', { name: `Edit ${piece}` }).tap();
}
export const findings = (): Locator => page.getByRole('button', { name: /^! \d+ to put right$/ });
export const boxOf = async (id: string) => {
  const box = await page.getByTestId(`piece-${id}`).boundingBox();
  assert.ok(box);
  return box;
};
export const middle = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => ({
  x: x + width / 2,
  y: y + height / 2,
});
/** Two fingers about a point: from one distance and angle to another (px, degrees). */
export async function twoFingers(
  at: { x: number; y: number },
  from: [number, number],
  to: [number, number],
): Promise<void> {
  const client = await page.context().newCDPSession(page);
  const points = (t: number) => {
    const far = from[0] + (to[0] - from[0]) * t;
    const angle = ((from[1] + (to[1] - from[1]) * t) * Math.PI) / 180;
    return [1, -1].map((side, id) => ({
      x: at.x + side * far * Math.cos(angle),
      y: at.y + side * far * Math.sin(angle),
      id,
    }));
  };
  await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: points(0).slice(0, 1) });
  await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: points(0) });
  for (let n = 1; n <= 24; n += 1) {
    await client.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: points(n / 24) });
    await page.waitForTimeout(10);
  }
  await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await client.detach();
}
