import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { violationsBothWays } from './axe';
import { beyondKeys } from './keys';
import { speak, wordFaults } from './pseudo';
import { SHEETS } from './sheets';
import { demoPhone } from './demo-phone';
import { goTo } from './person';
import { until, type World } from './world';

/*
 * Back closes what is open before it leaves the place, forward brings it again, and each has an address of its own. While a sheet is open, it
 * is looked through: by axe-core, by keys, and in the pseudo-language.
 */

let world: World;
let page: Page;
before(async () => {
  ({ world, page } = await demoPhone());
});
after(() => world.close());

const dialogs = (): Promise<number> => page.getByRole('dialog').count();
const closed = (): Promise<number> => until(dialogs, (count) => count === 0);
const opened = (): Promise<void> => page.getByRole('dialog').first().waitFor();

/** Each sheet's address, as it was read off the page while it was open. */
const addresses: string[] = [];

for (const [n, { place, open, title }] of SHEETS.entries())
  test(`${place}: ${String(title)} has an address and a title, closes by Back and comes again by Forward`, async () => {
    if (new URL(page.url()).pathname !== place) await goTo(page, place);
    const placeTitle = await until(
      () => page.title(),
      (now) => / · .* · Gavirn$/.test(now),
    );
    await open(page);
    await opened();
    const address = page.url();
    assert.match(address, new RegExp(`${place}#.`), 'it has an address of its own');
    assert.match(await page.title(), title);
    assert.ok((await page.title()).endsWith(placeTitle), 'its title stands before that of its place');
    await page.goBack();
    // What was chosen on the way is let go of by a second step.
    if ((await dialogs()) > 0) await closed();
    assert.ok(page.url().includes(place), 'Back has not left the place');
    assert.equal(
      await until(
        () => page.title(),
        (now) => now === placeTitle,
      ),
      placeTitle,
    );
    await page.goForward();
    await opened();
    assert.equal(page.url(), address);
    addresses[n] = address;
    await page
      .getByRole('dialog')
      .last()
      .getByRole('button', { name: /^(Close|Leave it)\b/ })
      .first()
      .click();
    await closed();
  });

for (const [n, { place, title }] of SHEETS.entries())
  test(`${place}: ${String(title)} opens by its address, has room for other words, and a key comes to all of it`, async () => {
    await speak(page, 'en-XA');
    // From elsewhere: to another sheet of the same place the browser would only take a step.
    await page.goto('about:blank');
    await page.goto(addresses[n] ?? '');
    await opened();
    assert.equal(page.url(), addresses[n]);
    await page.getByRole('dialog').getByText('⟦').first().waitFor();
    await speak(page, 'en');
    assert.deepEqual(await wordFaults(page), [], 'it says what is in the catalogue, and has room for 40 % more');
    assert.deepEqual(await violationsBothWays(page, place), [], 'axe-core finds nothing');
    assert.deepEqual(await beyondKeys(page), [], 'a key comes to all that can be pressed');
  });

test('a chosen piece is let go of by Back before the stage is left', async () => {
  await goTo(page, '/feeds');
  await page.getByRole('link', { name: 'Stage' }).tap();
  const chip = page.getByRole('button', { name: 'Choose Top spotlight' });
  await chip.tap();
  await page.getByRole('button', { name: 'Edit Top spotlight' }).tap();
  await opened();
  await page.goBack();
  await closed();
  assert.equal(await chip.getAttribute('aria-pressed'), 'true');
  await page.goBack();
  await until(
    () => chip.getAttribute('aria-pressed'),
    (pressed) => pressed !== 'true',
  );
  assert.match(page.url(), /\/stage$/);
  await page.goBack();
  await page.getByRole('heading', { level: 1, name: 'Feeds' }).waitFor();
});

test('the cross and Escape leave no step behind them', async () => {
  await goTo(page, '/feeds');
  await page.getByRole('link', { name: 'Cues' }).tap();
  for (const close of ['cross', 'escape']) {
    await page.getByRole('button', { name: 'New cue' }).tap();
    await opened();
    if (close === 'cross') await page.getByRole('dialog').getByRole('button', { name: 'Close' }).tap();
    else await page.keyboard.press('Escape');
    await closed();
    await until(
      () => Promise.resolve(page.url()),
      (url) => url.endsWith('/cues'),
    );
  }
  await page.goBack();
  await page.getByRole('heading', { level: 1, name: 'Feeds' }).waitFor();
});

test('a dialog above a sheet closes before the sheet', async () => {
  await goTo(page, '/numbers');
  await page.getByRole('button', { name: /^Open the kiln/ }).tap();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete', exact: true }).tap();
  await page.getByRole('dialog', { name: 'Delete Open the kiln' }).waitFor();
  await page.goBack();
  await page.getByRole('dialog', { name: 'Open the kiln', exact: true }).waitFor();
  await page.goBack();
  await closed();
});

test('until it is known which scene is on air, the first one is shown, and not all of them over each other', async () => {
  const context = await world.wide();
  await context.route(/\/api\/shows\/[^/]+\/desk/, (route) => route.abort());
  const wide = await context.newPage();
  await goTo(wide, '/cues');
  const frame = wide.getByRole('complementary', { name: 'Stage' }).getByRole('list', { name: 'On the frame' });
  await frame.getByText('Open the kiln').first().waitFor({ state: 'attached' });
  assert.doesNotMatch((await frame.textContent()) ?? '', /Write in chat/);
  await context.close();
});
