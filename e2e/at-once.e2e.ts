import assert from 'node:assert/strict';
import { test } from 'node:test';
import { openOutlet, page, tryFollow, world } from './outlet-world';
import { ownTime } from './own-time';
import { closeSheet, goTo } from './person';
import { until, wordsOn } from './world';

/* What an outlet must do within a second or two, measured on a machine that does nothing else. */

test('follows a change of the setup within a second, without being loaded again', async () => {
  const outlet = await openOutlet();
  await outlet.evaluate(() => Object.assign(window, { sameDocument: true }));
  await goTo(page, '/stage');
  await page.getByRole('button', { name: 'Choose Gift goal' }).tap();
  await page.getByRole('button', { name: 'Edit Gift goal' }).tap();
  await page.getByLabel('Words on the goal').fill('Open the kiln');
  const took = ownTime();
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Open the kiln'),
  );
  assert.ok(took() < 1000, `${took()} ms`);
  assert.equal(await outlet.evaluate(() => 'sameDocument' in window), true);
  await page.getByLabel('Words on the goal').fill('Gift goal');
  await closeSheet(page);
  await outlet.context().close();
});

test('keeps what it shows while the server is gone, and resumes within 2 s of its return', async () => {
  const outlet = await openOutlet();
  await world.killServer();
  await page.waitForTimeout(3000);
  assert.match(await wordsOn(outlet), /Gift goal/);
  await world.startServer();
  const took = ownTime();
  await outlet.waitForResponse(
    (response) => new URL(response.url()).pathname.endsWith('/stream') && response.status() === 200,
  );
  assert.ok(took() < 2000, `${took()} ms`);
  await tryFollow();
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Welcome, Inês'),
  );
  await goTo(page, '/outlets');
  await page.getByText('1 place shows it').waitFor();
  await outlet.context().close();
});
