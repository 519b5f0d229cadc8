import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Locator, Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { addPiece, closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* Several goals, counters and countdowns in one show, each made, named, copied, brought back and removed by touch, and seen in the outlet. */

const HANDLE = 'kiln.several';
let world: World;
let page: Page;
let outlet: Page;
let act: OnAir['act'];
let published: OnAir['published'];
before(async () => {
  ({ world, page, outlet, act, published } = await onAir(HANDLE, { live: true }));
});
after(() => world.close());

const add = async (kind: string, which?: string | RegExp): Promise<void> => {
  await addPiece(page, kind);
  if (which === undefined) return;
  const sheet = page.getByRole('dialog');
  await sheet
    .getByRole('button', { name: which })
    .or(sheet.getByRole('radio', { name: which }))
    .first()
    .tap();
};
const open = async (piece: string): Promise<void> => {
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: `Choose ${piece}`, exact: true }).tap();
  await page.getByRole('button', { name: `Edit ${piece}`, exact: true }).tap();
};
const says = (words: RegExp): Promise<string> =>
  until(
    () => wordsOn(outlet),
    (text) => words.test(text),
  );

test('each new goal is one of its own: renaming the second leaves the first as it is, on the air too', async () => {
  await goTo(page, '/stage');
  for (let n = 0; n < 3; n += 1) await add('Goal', 'A new goal of its own');
  await open('Goal');
  await page.getByLabel('Words on the goal').fill('A second shelf');
  await page.getByRole('textbox', { name: /^Target/ }).fill('80');
  await page.getByRole('textbox', { name: /^Target/ }).press('Enter');
  await closeSheet(page);
  await published();
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'glaze-pot' });
  const text = await says(/A second shelf: 50 of 80/);
  assert.match(text, /Gift goal: 50 of 200/);
  assert.match(text, /Goal 2: 50 of 200/);
  assert.match(text, /Goal 3: 50 of 200/);
});

test('a piece may show a goal that is there; a copy asks which', async () => {
  await add('Goal', 'A second shelf');
  await published();
  const shown = (text: string, words: string): number => text.split(words).length - 1;
  await until(
    () => wordsOn(outlet),
    (text) => shown(text, 'A second shelf') === 2,
  );
  await open('Goal 2');
  await page.getByRole('tab', { name: 'Place', exact: true }).tap();
  await page.getByRole('button', { name: 'Duplicate' }).tap();
  await page.getByRole('button', { name: 'With a goal of its own' }).tap();
  await published();
  await says(/\nGoal: 50 of 200/);
});

test('the place of numbers has them all, with what shows them; there they are made, renamed, brought back and removed', async () => {
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'Numbers', exact: true }).tap();
  const goals = page.getByRole('list', { name: 'Goals' }).getByRole('button');
  await until(
    () => goals.allInnerTexts(),
    (rows) =>
      rows.length === 5 &&
      rows.some((row) => /A second shelf[^]*Shown by A second shelf and A second shelf 2/.test(row)),
  );
  for (const name of ['New countdown', 'New countdown']) {
    await page.getByRole('button', { name }).tap();
    await closeSheet(page);
  }
  const countdowns = page.getByRole('list', { name: 'Countdowns' }).getByRole('button');
  assert.deepEqual(
    (await countdowns.allInnerTexts()).map((row) => row.split('\n')[0]),
    ['Time left', 'Time left 2'],
  );
  await countdowns.nth(1).tap();
  await page.getByLabel('Words on the countdown').fill('Until the kiln opens');
  await closeSheet(page);
  await countdowns.filter({ hasText: 'Until the kiln opens' }).waitFor();
  // Back to nothing, on the air as well; then gone, and its pieces with it.
  await goals.filter({ hasText: 'A second shelf' }).tap();
  await page.getByRole('button', { name: 'Reset', exact: true }).tap();
  await page.getByRole('button', { name: 'Reset', exact: true }).last().tap();
  await says(/A second shelf: 0 of 80/);
  await page.getByRole('button', { name: 'Delete', exact: true }).tap();
  await page
    .getByText(/^It goes from the show\. A second shelf and A second shelf 2 will go from the stage with it\./)
    .waitFor();
  await page.getByRole('button', { name: 'Delete it' }).tap();
  await until(
    () => goals.count(),
    (count) => count === 4,
  );
  await until(
    () => wordsOn(outlet),
    (text) => !text.includes('A second shelf'),
  );
});

test('money is typed and shown in whole units of its currency: rate, goal, threshold, desk and outlet', async () => {
  await goTo(page, '/feeds');
  await page
    .getByRole('button', { name: /Brindle/ })
    .first()
    .tap();
  await page.getByLabel('One coin is worth, EUR').fill('0.01');
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'Numbers', exact: true }).tap();
  await page.getByRole('list', { name: 'Goals' }).getByRole('button').filter({ hasText: 'Gift goal' }).tap();
  await page.getByRole('button', { name: /^Counts: / }).tap();
  await page.getByRole('radio', { name: 'Worth', exact: true }).tap();
  await page.getByLabel('Target, EUR').fill('1,50');
  await closeSheet(page);
  await published();
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'glaze-pot' });
  await says(/Gift goal: \d\.\d0 of 1\.50 EUR/);
  await goTo(page, '/desk');
  await page.getByRole('group', { name: /^Gift goal: \d\.\d0 of 1\.50 EUR/ }).waitFor();
  await page.getByRole('button', { name: /^Gift goal .*: set it by hand$/ }).tap();
  await page.getByLabel('Set it to, EUR').fill('1.25');
  await page.getByRole('button', { name: 'Set it', exact: true }).tap();
  await says(/Gift goal: 1\.25 of 1\.50 EUR/);
});

test('live again after an interruption the session goes on with its goals; a new one can be begun, and the last gone on with', async () => {
  const offers = (name: string): Locator => page.getByRole('button', { name, exact: true });
  await act({ act: 'end' });
  await goTo(page, '/desk');
  await page.getByRole('status', { name: /^Off/ }).waitFor();
  // The browser has taken over what there is of the session meanwhile.
  await page.getByRole('link', { name: 'Recap' }).tap();
  await page.getByText('To thank').waitFor();
  await act({ act: 'live' });
  await page.getByRole('link', { name: 'Desk' }).tap();
  await page.getByText('Live again: the session goes on').waitFor();
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
  await says(/Gift goal: 1\.35 of 1\.50 EUR/);
  await offers('Start a new one').tap();
  await says(/Gift goal: 0\.00 of 1\.50 EUR/);
  await page.getByText('Live again: the session goes on').waitFor({ state: 'hidden' });
  // Not meant after all: what has come since is part of the last one.
  await act({ act: 'gift', user: VIEWERS.ines, gift: 'slip-splash' });
  await says(/Gift goal: 0\.10 of 1\.50 EUR/);
  await offers('Go on with the last session').tap();
  await says(/Gift goal: 1\.45 of 1\.50 EUR/);
  // The desk lists what happened before the new one, too.
  await page.getByRole('tab', { name: 'Happened' }).tap();
  await page
    .getByText(/Glaze Pot/)
    .first()
    .waitFor();
  await offers('Start a new one').tap();
  await says(/Gift goal: 0\.00 of 1\.50 EUR/);
  // What the browser keeps of the first is all of it, also what came after the interruption.
  await goTo(page, '/recap');
  await page
    .getByRole('button', { name: /^Open / })
    .first()
    .tap();
  await page.getByText('120 coins').first().waitFor();
});
