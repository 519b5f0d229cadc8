import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { violationsBothWays } from './axe';
import { demoPhone } from './demo-phone';
import { beyondKeys } from './keys';
import { PLACES } from './places';
import { goTo } from './person';
import type { World } from './world';

/*
 * Every place holds at every size: nothing is out of sight at the side, and words are not cut by what they stand in. While it is shown, it is
 * looked through by axe-core and by keys as well.
 */

let world: World;
let page: Page;
before(async () => {
  ({ world, page } = await demoPhone());
});
after(() => world.close());

/** What reaches beyond the screen at its sides, by its words; what lies in a row that scrolls may. */
const beyond = (): Promise<string[]> =>
  page.evaluate(() => {
    const out: string[] = [];
    for (const element of document.querySelectorAll('[role="button"], [role="link"], [role="radio"], input, h1, h2')) {
      const { left, right, width } = element.getBoundingClientRect();
      if (width === 0 || (left >= -1 && right <= innerWidth + 1)) continue;
      let around = element.parentElement;
      while (around && !/(auto|scroll)/.test(getComputedStyle(around).overflowX)) around = around.parentElement;
      if (around && around.scrollWidth > around.clientWidth && around.getBoundingClientRect().right <= innerWidth + 1)
        continue;
      out.push((element.getAttribute('aria-label') ?? element.textContent ?? '').slice(0, 60));
    }
    return out;
  });

const SIZES = [
  { name: 'a narrow phone', width: 320, height: 640, font: 16 },
  { name: 'a phone with large letters', width: 390, height: 844, font: 24 },
  { name: 'a phone held across', width: 844, height: 390, font: 16 },
  { name: 'a tablet', width: 820, height: 1180, font: 16 },
  { name: 'a wide view at 200 %', width: 640, height: 400, font: 16 },
];

test('every place holds at every size; axe-core finds nothing there, and a key comes to all that can be pressed', async () => {
  const wrong: string[] = [];
  for (const place of [...PLACES, 'feed/brindle'] as const) {
    await goTo(page, `/${place}`);
    await page.getByRole('main').getByRole('button').first().waitFor();
    wrong.push(...(await beyondKeys(page)).map((what) => `${place}: no key comes to ${what}`));
    wrong.push(...(await violationsBothWays(page, place)));
    for (const { name, width, height, font } of SIZES) {
      await page.setViewportSize({ width, height });
      // What a browser's own setting does.
      await page.evaluate((px) => (document.documentElement.style.fontSize = `${px}px`), font);
      await page.waitForTimeout(150);
      wrong.push(...(await beyond()).map((each) => `${place} on ${name}: ${each}`));
      if (await page.evaluate(() => document.documentElement.scrollWidth > innerWidth))
        wrong.push(`${place} on ${name} is too wide`);
    }
  }
  assert.deepEqual(wrong, []);
});

test('a phone held across gives the frame its height', async () => {
  await page.setViewportSize({ width: 844, height: 390 });
  await goTo(page, '/stage');
  const canvas = page.locator('canvas').first();
  await canvas.waitFor();
  await page.waitForTimeout(500);
  const box = await canvas.boundingBox();
  assert.ok(box && box.height > 280, `the frame is ${box?.height} px high`);
});

test('letters follow the browser’s own size', async () => {
  await page.setViewportSize({ width: 390, height: 844 });
  await goTo(page, '/desk');
  const heading = page.getByRole('heading', { level: 1 });
  await heading.waitFor();
  const size = (): Promise<number> => heading.evaluate((element) => parseFloat(getComputedStyle(element).fontSize));
  const before = await size();
  await page.addStyleTag({ content: 'html { font-size: 24px }' });
  assert.equal(Math.round(((await size()) / before) * 10), 15);
});

test('with colours of the system’s choice, what is chosen is framed', async () => {
  await page.emulateMedia({ forcedColors: 'active' });
  await goTo(page, '/stage');
  const chip = page.getByRole('button', { name: 'Choose Top spotlight' });
  await chip.tap();
  const outline = (): Promise<string> => chip.evaluate((element) => getComputedStyle(element).outlineStyle);
  assert.equal(await outline(), 'solid');
  await goTo(page, '/sound');
  const chosen = page.locator('[aria-checked="true"]').first();
  await chosen.waitFor();
  assert.equal(await chosen.evaluate((element) => getComputedStyle(element).outlineStyle), 'solid');
  await page.emulateMedia({ forcedColors: 'none' });
});

test('a phone that is turned keeps what is open, and what was typed', async () => {
  await page.setViewportSize({ width: 390, height: 844 });
  await goTo(page, '/feeds');
  await page.getByRole('button', { name: 'Add a feed' }).tap();
  await page.getByRole('radio', { name: 'Brindle' }).tap();
  const field = page.getByLabel('Your handle on Brindle');
  await field.fill('odavarn.kiln');
  for (const [width, height] of [
    [844, 390],
    [1280, 800],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.waitForTimeout(200);
    assert.equal(await field.inputValue(), 'odavarn.kiln', `${width}×${height}`);
  }
});
