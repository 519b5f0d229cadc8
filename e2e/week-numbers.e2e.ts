import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { loudestOf } from './meter';
import { onAir, type OnAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* Numbers of the first week, set up by thumb: what goals can count, countdowns, the lantern; a cut sound; and a wall with a picture. */

const HANDLE = 'kiln.numbers';
let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
let change: OnAir['change'];
let published: OnAir['published'];
before(async () => {
  ({ world, page, outlet, act, change, published } = await onAir(HANDLE, { live: true }));
});
after(() => world.close());

const seen = (words: RegExp): Promise<string> =>
  until(
    () => wordsOn(outlet),
    (now) => words.test(now),
  );
async function add(kind: string, own?: string): Promise<void> {
  await goTo(page, '/stage');
  await addPiece(page, kind);
  if (own !== undefined) await page.getByRole('dialog').getByText(own, { exact: true }).first().tap();
}
async function edit(piece: string): Promise<void> {
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: `Choose ${piece}`, exact: true }).tap();
  await page.getByRole('button', { name: `Edit ${piece}`, exact: true }).tap();
}
/** The place of a piece in the frame (1080 × 1920), by the numbers in its sheet. */
async function placeOf(piece: string): Promise<{ x: number; y: number; w: number; h: number }> {
  await edit(piece);
  await page.getByRole('tab', { name: 'Place' }).tap();
  const of = async (name: string): Promise<number> =>
    Number(await page.getByLabel(`${name}, px`, { exact: true }).inputValue());
  const found = { x: await of('Left'), y: await of('Top'), w: await of('Width'), h: await of('Height') };
  await closeSheet(page);
  return found;
}

/** Of the outlet's canvas, a part by the frame's px: how many pixels pass, and the first and last row where one does. */
const pixels = (
  { x, y, w, h }: { x: number; y: number; w: number; h: number },
  like: 'bright' | 'white',
): Promise<{ count: number; top: number; bottom: number }> =>
  outlet.evaluate(
    ({ box, kind }) => {
      const canvas = document.querySelector('canvas');
      const context = canvas?.getContext('2d');
      if (!canvas || !context) return { count: 0, top: 0, bottom: 0 };
      const scale = canvas.width / 1080;
      const [left, above, wide, high] = [box.x, box.y, box.w, box.h].map((value) => Math.round(value * scale)) as [
        number,
        number,
        number,
        number,
      ];
      const { data } = context.getImageData(left, above, wide, high);
      let [count, top, bottom] = [0, Infinity, -1];
      for (let n = 0; n < data.length; n += 4) {
        const [r = 0, g = 0, b = 0, a = 0] = [data[n], data[n + 1], data[n + 2], data[n + 3]];
        if (a < 160 || (kind === 'bright' ? r < 200 || g < 80 || b > 200 : r < 200 || g < 200 || b < 190)) continue;
        count += 1;
        const row = Math.floor(n / 4 / wide);
        top = Math.min(top, row);
        bottom = Math.max(bottom, row);
      }
      return { count, top, bottom };
    },
    { box: { x, y, w, h }, kind: like },
  );

test('goals on how many watch and on all subscriptions; a goal of today says how long it still has', async () => {
  await add('Goal', 'A new goal of its own');
  await edit('Goal');
  await page.getByRole('button', { name: /^Counts: / }).tap();
  await page.getByRole('radio', { name: 'How many watch now', exact: true }).tap();
  await closeSheet(page);
  await published();
  await act({ act: 'watching', count: 37 });
  await seen(/Goal: 37 of/);
  await act({ act: 'watching', count: 21 });
  await seen(/Goal: 21 of/);
  await edit('Goal');
  await page.getByRole('button', { name: /^Counts: / }).tap();
  await page.getByRole('radio', { name: 'All subscriptions, own and given away', exact: true }).tap();
  await closeSheet(page);
  await published();
  await act({ act: 'subscribe', user: VIEWERS.ines, months: 3 });
  await seen(/Goal: 1 of \d+/);
  await edit('Goal');
  await page.getByRole('button', { name: /^Counts: / }).tap();
  await page.getByRole('radio', { name: 'Follows', exact: true }).tap();
  await page.getByRole('button', { name: /^Counted over: / }).tap();
  await page.getByRole('radio', { name: 'Today', exact: true }).tap();
  await page.getByRole('radio', { name: 'Shown', exact: true }).tap();
  await closeSheet(page);
  await published();
  await act({ act: 'follow', user: VIEWERS.ines });
  await seen(/Goal: 1 of \d+, (\d+ h ?)?(\d+ min )?left/);
  // A person follows once, however often they come back.
  await act({ act: 'follow', user: VIEWERS.ines });
  await act({ act: 'follow', user: VIEWERS.hana });
  await seen(/Goal: [^1]+ of/);
  await outlet.waitForTimeout(400);
  await seen(/Goal: 2 of/);
});

test('a countdown is as large running as it is paused', async () => {
  await add('Countdown');
  await published();
  await seen(/Time left: /);
  const place = await placeOf('Time left');
  const digits = { ...place, y: place.y + place.h * 0.4, h: place.h * 0.58 };
  const tall = async (): Promise<number> => {
    const { count, top, bottom } = await pixels(digits, 'white');
    return count === 0 ? 0 : bottom - top;
  };
  const running = await until(tall, (height) => height > 5);
  await goTo(page, '/desk');
  await page.getByRole('button', { name: 'Stop Time left' }).tap();
  await outlet.waitForTimeout(1500);
  const paused = await tall();
  assert.ok(Math.abs(running - paused) <= 1, `${running} px while it runs, ${paused} px while it stands`);
});

test('a lantern that lets go is seen to: sparks fly beyond its glass', async () => {
  await add('Lantern');
  await published();
  await seen(/Lantern: \d+ % bright/);
  const { x, y, w, h } = await placeOf('Lantern');
  // Beside the glass, where nothing of it is: to the left and the right, in its upper half.
  const beside = { x: Math.max(0, x - w * 0.2), y, w: w * 0.35, h: h * 0.6 };
  const still = (await pixels(beside, 'bright')).count;
  for (let n = 0; n < 60; n += 1) {
    if (/let go [1-9]/.test(await wordsOn(outlet))) break;
    await act({ act: 'like', user: VIEWERS.hana, taps: 200 });
    await outlet.waitForTimeout(60);
  }
  let most = 0;
  await until(
    async () => (most = Math.max(most, (await pixels(beside, 'bright')).count)),
    (count) => count > still + 20,
  );
});

test('the frame’s numbers are written as its language has them', async () => {
  await act({ act: 'watching', count: 12_345 });
  await add('Audience');
  await published();
  await seen(/12,345/);
  await goTo(page, '/shows');
  await page.getByRole('button', { name: /^Language of the words on the frame: / }).tap();
  await page.getByRole('radio', { name: 'Deutsch', exact: true }).tap();
  await published();
  await seen(/12\.345/);
  await page.getByText('(12.345,50 EUR)').waitFor();
});

test('a sound of Gavirn’s own is cut for the show: what comes after the cut is not heard', async () => {
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('button', { name: /^Applause at a press/ }).tap();
  await change('Change Rattle');
  await page.getByRole('radio', { name: 'Hand bell' }).tap();
  await closeSheet(page);
  await published();
  /** How long it is heard after a press, ms. */
  const heard = async (): Promise<number> => {
    await goTo(page, '/desk');
    await page.getByRole('button', { name: 'Applause', exact: true }).tap();
    await until(
      () => loudestOf(outlet),
      (peak) => peak > 0.01,
    );
    const from = Date.now();
    await until(
      () => loudestOf(outlet),
      (peak) => peak < 0.001,
    );
    return Date.now() - from;
  };
  const whole = await heard();
  await goTo(page, '/cues');
  await change('Change Hand bell');
  await page.getByLabel('Ends at, seconds').fill('0.2');
  await closeSheet(page);
  await published();
  const cut = await heard();
  assert.ok(cut < whole - 300, `${cut} ms after the cut, ${whole} ms before`);
});

test('a wall stands before a picture of one’s own', async () => {
  await goTo(page, '/media');
  await page.getByRole('button', { name: 'Take Wave' }).tap();
  await page.getByText('“Wave” is among your files now.').waitFor();
  await goTo(page, '/outlets');
  await page
    .getByRole('button', { name: /^What it carries: / })
    .first()
    .tap();
  await page.getByRole('radio', { name: 'A wall', exact: true }).tap();
  await closeSheet(page);
  await published();
  /** How many different colours the wall is painted in, of those met every eight px. */
  const colours = (): Promise<number> =>
    outlet.evaluate(() => {
      const canvas = document.querySelector('canvas');
      const context = canvas?.getContext('2d');
      if (!canvas || !context) return 0;
      const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
      const found = new Set<string>();
      for (let n = 0; n < data.length; n += 32) found.add(`${data[n]},${data[n + 1]},${data[n + 2]},${data[n + 3]}`);
      return found.size;
    });
  const plain = await colours();
  await page
    .getByRole('button', { name: /^What it carries: / })
    .first()
    .tap();
  await page.getByRole('radio', { name: /^Wave/ }).tap();
  await page.getByText('Behind it: Wave').waitFor();
  await closeSheet(page);
  await published();
  await until(colours, (count) => count > plain + 3);
});
