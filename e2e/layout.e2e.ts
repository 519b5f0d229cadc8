import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import pixelmatch from 'pixelmatch';
import type { Locator, Page } from 'playwright-core';
import { PNG } from 'pngjs';
import { onAir, type OnAir } from './on-air';
import { closeSheet } from './person';
import { dragByTouch, until, VIEWERS, wordsOn, type World } from './world';

/* A frame arranged by thumb: what is wrong is said and mended by its tap, and what is on the air is what the editor shows. */

const HANDLE = 'kiln.layout';
let world: World;
let page: Page;
let outlet: Page;
let address: string;
let act: OnAir['act'];
let published: OnAir['published'];
before(async () => {
  ({ world, page, outlet, address, act, published } = await onAir(HANDLE, { live: true }));
});
after(() => world.close());

const add = async (kind: string): Promise<void> => {
  await page.getByRole('button', { name: 'Add a piece' }).tap();
  await page.getByRole('button', { name: `Add ${kind}`, exact: true }).tap();
};
const letGo = (): Promise<void> => page.keyboard.press('Escape');
/** Opens a piece's sheet: a chip is tapped to choose it, and what is chosen already would open at once. */
async function open(piece: string): Promise<void> {
  await letGo();
  await page.getByRole('button', { name: `Choose ${piece}` }).tap();
  await page.getByRole('button', { name: `Edit ${piece}` }).tap();
}
const findings = (): Locator => page.getByRole('button', { name: /^! \d+ to put right$/ });
const boxOf = async (id: string) => {
  const box = await page.getByTestId(`piece-${id}`).boundingBox();
  assert.ok(box);
  return box;
};
const middle = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => ({
  x: x + width / 2,
  y: y + height / 2,
});
/** Two fingers about a point: from one distance and angle to another (px, degrees). */
async function twoFingers(at: { x: number; y: number }, from: [number, number], to: [number, number]): Promise<void> {
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

test(
  'camera, alert place, goal, leaderboard and chat on a phone: every finding is mended by its tap',
  { timeout: 120_000 },
  async () => {
    await page.goto('/stage');
    await add('Camera');
    await add('Chat column');
    await letGo();
    await findings().waitFor();
    // Something is put where it must not be: under the platform's chat.
    const goal = await boxOf('goal');
    await dragByTouch(page, middle(goal), { x: 0, y: 330 });
    await letGo();
    await page
      .getByText(/of Goal is under Brindle’s|of Chat lies under Goal|of Goal lies under|Brindle’s chat already/)
      .first()
      .waitFor();
    await findings().tap();
    for (let left = 12; left > 0; left -= 1) {
      const item = page.getByRole('list', { name: 'Findings' }).getByRole('listitem').first();
      if (!(await item.isVisible().catch(() => false))) break;
      const says = (await item.innerText()).split('\n')[0] ?? '';
      // By its words: what has just been mended may still be leaving the list above it.
      await page
        .getByRole('list', { name: 'Findings' })
        .getByRole('listitem')
        .filter({ hasText: says })
        .getByRole('button')
        .first()
        .tap();
      await until(
        () => page.getByRole('list', { name: 'Findings' }).innerText(),
        (text) => !text.includes(says),
        6000,
      );
    }
    await page.getByText('Nothing to put right').first().waitFor();
    await closeSheet(page);
    assert.equal(await findings().count(), 0);
  },
);

test('a finding that is dismissed stays dismissed, and can be told again', { timeout: 60_000 }, async () => {
  await open('Leaderboard');
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('textbox', { name: /^Left/ }).fill('-120');
  await page.getByRole('textbox', { name: /^Left/ }).press('Enter');
  await closeSheet(page);
  await findings().tap();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'outside the frame' })
    .getByRole('button', { name: 'Dismiss' })
    .tap();
  await closeSheet(page);
  await page.reload();
  await page.getByRole('button', { name: '! 0 to put right' }).tap();
  await page.getByRole('list', { name: 'Dismissed' }).getByRole('button', { name: 'Tell me again' }).tap();
  await page.getByRole('list', { name: 'Findings' }).getByRole('button', { name: 'Move Leaderboard' }).tap();
  await page.getByText('Nothing to put right').first().waitFor();
  await closeSheet(page);
});

test(
  'by two fingers a piece is made larger and turned; a double tap opens it; held, several are put in line',
  { timeout: 60_000 },
  async () => {
    const before = await boxOf('leaderboard');
    await page.getByRole('button', { name: 'Choose Leaderboard' }).tap();
    await twoFingers(middle(before), [30, 0], [62, 0]);
    const larger = await until(
      () => boxOf('leaderboard'),
      ({ width }) => width > before.width * 1.1,
    );
    assert.ok(Math.abs(larger.width / larger.height - before.width / before.height) < 0.03, 'in proportion');
    await twoFingers(middle(larger), [40, 0], [40, 34]);
    await page.getByTestId('piece-leaderboard').dblclick();
    await page.getByRole('tab', { name: 'Place', exact: true }).tap();
    const turned = Number(await page.getByRole('textbox', { name: /^Turned/ }).inputValue());
    assert.ok(turned > 15 && turned < 45, `turned by ${turned}`);
    await page.getByRole('textbox', { name: /^Turned/ }).fill('0');
    await page.getByRole('textbox', { name: /^Turned/ }).press('Enter');
    await closeSheet(page);
    await page.getByRole('button', { name: 'Choose Goal' }).tap();
    // Held for half a second.
    const client = await page.context().newCDPSession(page);
    const at = middle(await boxOf('spotlight'));
    await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ ...at, id: 1 }] });
    await page.waitForTimeout(700);
    await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await page.getByText('2 chosen').waitFor();
    await page.getByRole('button', { name: 'In line at their right' }).tap();
    const [goal, spotlight] = [await boxOf('goal'), await boxOf('spotlight')];
    assert.ok(Math.abs(goal.x + goal.width - spotlight.x - spotlight.width) < 1.5);
    await page.getByRole('button', { name: 'Undo' }).tap();
    await page.getByRole('button', { name: 'Let go', exact: true }).tap();
  },
);

test(
  'a chip that is held and dragged changes the order; locked, a piece is not dragged; taken off, it is on no outlet',
  { timeout: 60_000 },
  async () => {
    const stack = page.getByRole('group', { name: 'Pieces, front first' });
    const names = (): Promise<string[]> => stack.getByRole('button').allInnerTexts();
    const first = (await names())[0] ?? '';
    await stack.getByRole('button').first().scrollIntoViewIfNeeded();
    const box = await stack.getByRole('button').first().boundingBox();
    assert.ok(box);
    const client = await page.context().newCDPSession(page);
    const from = middle(box);
    await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ ...from, id: 1 }] });
    await page.waitForTimeout(450);
    for (let n = 1; n <= 20; n += 1) {
      await client.send('Input.dispatchTouchEvent', {
        type: 'touchMove',
        touchPoints: [{ x: from.x + n * 8, y: from.y, id: 1 }],
      });
      await page.waitForTimeout(15);
    }
    await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await until(names, (now) => now[0] !== first && now.includes(first));
    await open('Goal');
    await page.getByRole('tab', { name: 'Place', exact: true }).tap();
    await page.getByRole('button', { name: 'Lock', exact: true }).tap();
    await closeSheet(page);
    const locked = await boxOf('goal');
    await dragByTouch(page, middle(locked), { x: 30, y: 60 });
    assert.deepEqual(await boxOf('goal'), locked);
    await open('Goal');
    await page.getByRole('tab', { name: 'Place', exact: true }).tap();
    await page.getByRole('button', { name: 'Unlock' }).tap();
    await page.getByRole('button', { name: 'Take off' }).tap();
    await until(
      () => wordsOn(outlet),
      (words) => !words.includes('Gift goal'),
    );
    await page.getByRole('button', { name: 'Put back' }).tap();
    await until(
      () => wordsOn(outlet),
      (words) => words.includes('Gift goal'),
    );
    await closeSheet(page);
  },
);

test(
  'a wide frame is arranged anew, and turned back it is as it was; a proposal is taken by a tap',
  { timeout: 60_000 },
  async () => {
    await letGo();
    const before = await boxOf('leaderboard');
    await page.getByRole('button', { name: /^9:16/ }).tap();
    await page.getByRole('radio', { name: 'Wide' }).tap();
    // Below the sheet, and out of reach meanwhile.
    await page.getByRole('button', { name: /^16:9/, includeHidden: true }).waitFor();
    await page.getByRole('dialog').getByRole('button', { name: 'Arrange for me' }).tap();
    await page.getByRole('list', { name: 'Proposals' }).getByRole('button').first().tap();
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    await until(
      () =>
        outlet.evaluate(() => {
          const canvas = document.querySelector('canvas');
          return canvas ? canvas.width / canvas.height : 0;
        }),
      (ratio) => Math.abs(ratio - 16 / 9) < 0.02,
    );
    await page.getByRole('button', { name: /^16:9/ }).tap();
    await page.getByRole('radio', { name: 'Upright' }).tap();
    await page.getByRole('button', { name: /^9:16/, includeHidden: true }).waitFor();
    await closeSheet(page);
    const after = await boxOf('leaderboard');
    assert.ok(
      Math.abs(after.x - before.x) < 1 && Math.abs(after.y - before.y) < 1 && Math.abs(after.width - before.width) < 1,
      JSON.stringify({ before, after }),
    );
  },
);

test('a piece has a place of its own in a scene, and the outlet follows the scene', { timeout: 60_000 }, async () => {
  await page.getByRole('button', { name: /^Scenes/ }).tap();
  for (let n = 0; n < 2; n += 1) await page.getByRole('button', { name: 'Add a scene' }).tap();
  await page.getByRole('radio', { name: 'Live', exact: true }).tap();
  await closeSheet(page);
  const before = await boxOf('goal');
  await open('Goal');
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
  await page.goto('/desk');
  await page.getByRole('radio', { name: 'Live', exact: true }).tap();
  await until(left, (x) => x >= 8 && x <= 14);
  await page.getByRole('radio', { name: 'Before', exact: true }).tap();
  await until(left, (x) => x > 40);
  // An outlet of one scene shows it whatever is on the air.
  const carries = async (what: string, scene?: string): Promise<void> => {
    await page.goto('/outlets');
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

test('a dragged corner is free, or keeps the proportions where that is chosen', { timeout: 60_000 }, async () => {
  await page.goto('/stage');
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

test('what the outlet paints is what the app shows beside every place, to the pixel', { timeout: 60_000 }, async () => {
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
  await same.goto('/cues');
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
  const stage = same.getByRole('complementary', { name: 'Stage' }).locator('canvas');
  await stage.waitFor();
  // Until the alert has gone, and nothing moves any more.
  await same.waitForTimeout(6500);
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
  await beside.waitForTimeout(800);
  const png = (url: string): PNG => PNG.sync.read(Buffer.from(url.slice(url.indexOf(',') + 1), 'base64'));
  const [ours, theirs] = [png(await read(stage)), png(await read(beside.locator('canvas')))];
  assert.deepEqual([ours.width, ours.height], [theirs.width, theirs.height]);
  assert.ok(
    ours.data.some((value, n) => n % 4 === 3 && value > 0),
    'something is painted',
  );
  // The camera is shown in the app only where there is one on the frame: the app beside shows what is on the air.
  assert.ok(pixelmatch(ours.data, theirs.data, undefined, ours.width, ours.height, { threshold: 0.1 }) <= 20);
});
