import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { closeSheet, goTo } from './person';
import { until, wordsOn } from './world';

/* A button elsewhere: made in the app, called as a shortcut calls it, seen on the frame, taken away. */

let air: OnAir;
let page: Page;
before(async () => {
  air = await onAir('kiln.buttons', { live: true });
  ({ page } = air);
  await goTo(page, '/cues');
  await page.getByRole('button', { name: 'New cue' }).tap();
  await page.getByRole('button', { name: /^Applause at a press/ }).tap();
  await air.published();
});
after(() => air.world.close());

/** Makes a button. @returns its address */
async function made(does: string | RegExp, name = ''): Promise<string> {
  await goTo(page, '/buttons');
  await page.getByRole('button', { name: 'New button' }).tap();
  const sheet = page.getByRole('dialog', { name: 'New button' });
  await sheet.getByRole('radio', { name: does }).tap();
  if (name !== '') await sheet.getByLabel('What you call it').fill(name);
  await sheet.getByRole('button', { name: 'Make its address' }).tap();
  const address = await sheet.getByLabel('Address', { exact: true }).innerText();
  assert.equal(await sheet.getByLabel('Command').innerText(), `curl -X POST ${address}`);
  await closeSheet(page);
  return address;
}
const call = async (address: string): Promise<[number, string]> => {
  const answer = await fetch(address, { method: 'POST' });
  const body = (await answer.json()) as { did?: string; title?: string };
  return [answer.status, body.did ?? body.title ?? ''];
};
const onFrame = (words: string, there: boolean): Promise<string> =>
  until(
    () => wordsOn(air.outlet),
    (all) => all.includes(words) === there,
  );

test('a cue is pressed from elsewhere: its alert is on the frame, and the answer says what was done', async () => {
  const address = await made(/^Press Applause/, 'Watch');
  const row = page.getByRole('listitem', { name: 'Watch' });
  await row.getByText('never used').waitFor();
  assert.deepEqual(await call(address), [200, 'Press Applause']);
  await onFrame('Applause', true);
  await row.getByText(/used (just now|\d+ s ago)/).waitFor();
});

test('another clears the frame at once, and a third holds alerts back', async () => {
  const [hold, letGo, clear] = [
    await made('Hold alerts back'),
    await made('Let alerts go on'),
    await made(/^Clear the frame/),
  ];
  const press = await made(/^Press Applause/, 'Box');
  await call(press);
  await onFrame('Applause', true);
  assert.equal((await call(clear))[0], 200);
  await onFrame('Applause', false);
  await call(hold);
  await call(press);
  await page.waitForTimeout(1500);
  assert.ok(!(await wordsOn(air.outlet)).includes('Applause'));
  await call(letGo);
  await onFrame('Applause', true);
});

test('taken away it does nothing any more, wherever it was pasted', async () => {
  const address = await made(/^Press Applause/, 'Lost watch');
  await page.getByRole('button', { name: 'Remove Lost watch' }).tap();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove it' }).tap();
  await page.getByRole('listitem', { name: 'Lost watch' }).waitFor({ state: 'detached' });
  assert.deepEqual(await call(address), [404, 'No such button']);
});
