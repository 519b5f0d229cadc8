import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { ownTime } from './own-time';
import { closeSheet, goTo, openShowFile, outletAddress, press } from './person';
import { until, VIEWERS, wordsOn, type World } from './world';

/* One show on a phone, a tablet and a laptop: added by a code, in step, each with its right. */

const HANDLE = 'two.hands';
let world: World;
let phone: Page;
let outlet: Page;
let act: OnAir['act'];
before(async () => {
  ({ world, page: phone, act, outlet } = await onAir(HANDLE, { live: true }));
});
after(() => world.close());

const rename = async (page: Page, name: string): Promise<void> => {
  await goTo(page, '/shows');
  await page.getByLabel('Name of this show').fill(name);
};
const named = (page: Page, name: string): Promise<void> =>
  page
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .first()
    .waitFor();

/** A code for one more device with a right, as it stands on the phone. */
async function code(right: string): Promise<string> {
  await goTo(phone, '/devices');
  await phone.getByRole('button', { name: 'Add a device' }).tap();
  await phone.getByRole('dialog').getByRole('radio', { name: right }).tap();
  await phone.getByRole('button', { name: 'Make a code' }).tap();
  return phone.getByRole('dialog').getByLabel('Code', { exact: true }).innerText();
}

/** Another device: it types the code that the phone shows, and says what it is called. */
async function added(right: string, name: string, viewport = { width: 1280, height: 800 }): Promise<Page> {
  const page = await (await world.person({ viewport, hasTouch: false, isMobile: false })).newPage();
  await page.goto('/begin');
  await press(page.getByRole('button', { name: 'My show is on another device' }));
  const typed = await code(right);
  await page.getByLabel('Code').fill(typed.toLowerCase());
  await page.getByLabel('What is this device called?').fill(name);
  const passed = ownTime();
  await press(page.getByRole('button', { name: 'Add this device' }));
  await page.getByRole('link', { name: 'Desk' }).waitFor();
  await until(
    () => Promise.resolve(new URL(page.url()).pathname),
    (path) => path !== '/join' && path !== '/begin',
  );
  assert.ok(passed() < 5000, `added after ${passed()} ms`);
  await phone
    .getByRole('status')
    .filter({ hasText: `${name} has the show now.` })
    .waitFor();
  await closeSheet(phone);
  return page;
}

let laptop: Page;
let tablet: Page;

test('a laptop is added by a code that it types, and has the show with its addresses', async () => {
  laptop = await added('Everything', 'Studio laptop');
  await goTo(laptop, '/outlets');
  assert.equal(
    await laptop.getByLabel('Address', { exact: true }).innerText(),
    (await goTo(phone, '/outlets'), await phone.getByLabel('Address', { exact: true }).innerText()),
  );
  await goTo(phone, '/devices');
  const rows = phone.getByRole('list', { name: 'Devices' }).getByRole('listitem');
  assert.deepEqual(
    (await rows.allInnerTexts()).map((text) => text.replace(/\n+/g, ', ')),
    ['Phone, this device, Everything', 'Studio laptop, seen just now, Everything'],
  );
});

test('what one changes is on the other within a second, both ways, and on the frame', async () => {
  await rename(phone, 'Kiln night');
  const passed = ownTime();
  await named(laptop, 'Kiln night');
  assert.ok(passed() < 1000, `seen after ${passed()} ms`);
  await goTo(laptop, '/numbers');
  await press(laptop.getByRole('button', { name: /^Gift goal/ }).first());
  await laptop.getByRole('dialog').getByLabel('Words on the goal').fill('Glaze fund');
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Glaze fund'),
  );
  await goTo(phone, '/numbers');
  await phone.getByText('Glaze fund').first().waitFor();
});

test('both change different things while the phone has no net: both keep theirs, and each undoes its own', async () => {
  await closeSheet(laptop);
  await goTo(phone, '/shows');
  await phone.context().setOffline(true);
  await phone.getByLabel('Name of this show').fill('By the window');
  await goTo(laptop, '/shows');
  const minutes = laptop.getByRole('group', { name: 'Live again' }).getByRole('textbox');
  await minutes.fill('25');
  await phone.context().setOffline(false);
  await named(laptop, 'By the window');
  const onPhone = phone.getByRole('group', { name: 'Live again' }).getByRole('textbox');
  await until(
    () => onPhone.inputValue(),
    (value) => value === '25',
  );
  await laptop.keyboard.press('Escape');
  await goTo(laptop, '/stage');
  await laptop.keyboard.press('Control+z');
  await until(
    () => onPhone.inputValue(),
    (value) => value === '10',
  );
  assert.equal(await phone.getByLabel('Name of this show').inputValue(), 'By the window');
});

test('a tablet that may use the desk acts live, and changes nothing of the show', async () => {
  tablet = await added('Desk', 'Helper’s tablet', { width: 820, height: 1180 });
  assert.equal(new URL(tablet.url()).pathname, '/desk');
  assert.deepEqual(await tablet.getByRole('navigation', { name: 'Places' }).getByRole('link').allInnerTexts(), [
    'Desk',
  ]);
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
  await press(tablet.getByRole('button', { name: /^Skip/ }).first());
  await until(
    () => wordsOn(outlet),
    (words) => !words.includes('hana'),
  );
  await goTo(tablet, '/shows');
  assert.equal(await tablet.getByLabel('Name of this show').count(), 0);
  // By the address it sees the setup, and changes nothing.
  await tablet.goto('/cues');
  await press(tablet.getByRole('button', { name: 'More for this cue' }).first());
  await press(tablet.getByRole('button', { name: 'Delete this cue' }));
  await tablet.getByRole('alert').filter({ hasText: 'This device may not change the show.' }).waitFor();
  await goTo(phone, '/cues');
  await phone.getByText('3 cues').waitFor();
});

test('a finished session is on each device that may do everything, and stays until both have it', async () => {
  await act({ act: 'gift', user: VIEWERS.layla, gift: 'ember' });
  await act({ act: 'end' });
  for (const page of [phone, laptop]) {
    await goTo(page, '/recap');
    await page.getByRole('group', { name: '2 gifts, 51 coins' }).waitFor();
  }
});

test('one that is added later has the sessions of before, from a device that has them; deleted from one, it stays on the others', async () => {
  const late = await added('Everything', 'Late laptop');
  await goTo(late, '/recap');
  const recap = (page: Page) => page.getByRole('group', { name: '2 gifts, 51 coins' });
  await recap(late).waitFor();
  await press(late.getByRole('button', { name: 'Delete', exact: true }));
  await press(late.getByRole('dialog').getByRole('button', { name: 'Delete', exact: true }));
  await recap(late).waitFor({ state: 'detached' });
  await late.reload();
  await late.getByRole('link', { name: 'Desk' }).waitFor();
  // What it does not want again is not asked for; on the others it is as it was.
  await goTo(phone, '/recap');
  await recap(phone).waitFor();
  assert.equal(await recap(late).count(), 0);
});

test('a device that may look sees the desk, and can press nothing on it', async () => {
  const looking = await added('Look', 'Wall screen');
  await looking.getByRole('status').filter({ hasText: 'This device may look, and press nothing.' }).waitFor();
  for (const button of [/^Skip/, /^Hold/, /^Clear/])
    assert.equal(await looking.getByRole('button', { name: button }).first().isDisabled(), true);
});

test('one that is taken out is out at once; what it has stays there, and it can be added again', async () => {
  await goTo(phone, '/devices');
  await phone.getByRole('button', { name: /^Studio laptop/ }).tap();
  await phone.getByRole('button', { name: 'Take it out' }).tap();
  await phone
    .getByRole('dialog', { name: 'Take out Studio laptop' })
    .getByRole('button', { name: 'Take it out' })
    .tap();
  await phone.getByRole('button', { name: /^Studio laptop/ }).waitFor({ state: 'detached' });
  await rename(laptop, 'On my own');
  await laptop.getByRole('alert').filter({ hasText: 'does not belong to the show any more' }).waitFor();
  assert.equal(await phone.getByRole('button', { name: /^On my own/ }).count(), 0);
  await goTo(laptop, '/join');
  const typed = await code('Everything');
  await laptop.getByLabel('Code').fill(typed);
  await press(laptop.getByRole('button', { name: 'Add this device' }));
  await phone.getByRole('status').filter({ hasText: 'has the show now.' }).waitFor();
  await closeSheet(phone);
  // What it changed meanwhile goes out then.
  await named(phone, 'On my own');
});

test('a picture comes to the other device by its content, with the show that uses it', async () => {
  await openShowFile(phone, JSON.parse(readFileSync('demo/kiln-hours.json', 'utf8')) as object);
  await named(laptop, 'Kiln Hours');
  await goTo(laptop, '/media');
  await laptop.getByRole('button', { name: /^Glaze pot, / }).waitFor();
  await goTo(phone, '/shows');
  await phone.getByRole('button', { name: 'Put On my own on' }).tap();
  await named(laptop, 'On my own');
});

test('a wrong code, and one that was used, are said', async () => {
  const stranger = await (await world.person()).newPage();
  await stranger.goto('/join');
  await stranger.getByLabel('Code').fill('ABCD-EF0O');
  await stranger
    .getByText('A code has eight letters and digits, that of a recovery sheet 32, and never 0, 1, I or O: look again.')
    .waitFor();
  await stranger.getByLabel('Code').fill('ABCD-EFGH');
  await stranger.getByRole('button', { name: 'Add this device' }).tap();
  await stranger.getByRole('alert').filter({ hasText: 'This code is not good, or not any more' }).waitFor();
});

test('every device is lost: the recovery sheet brings the show back, with its addresses', async () => {
  const address = await outletAddress(phone);
  await goTo(phone, '/devices');
  await phone.getByRole('button', { name: 'Make a recovery sheet' }).tap();
  const sheet = phone.getByRole('dialog', { name: 'Recovery sheet' });
  const code = await sheet.getByLabel('Recovery code').innerText();
  const saved = phone.waitForEvent('download');
  await sheet.getByRole('button', { name: 'Save as a file to print' }).tap();
  assert.match(readFileSync(await (await saved).path(), 'utf8'), new RegExp(code.split('-').slice(0, 4).join('  ')));
  for (const lost of [phone, laptop, tablet]) await lost.context().close();
  const found = await (await world.person()).newPage();
  await found.goto('/join');
  await found.getByLabel('Code').fill(code);
  await found.getByLabel('What is this device called?').fill('New phone');
  await found.getByRole('button', { name: 'Add this device' }).tap();
  await named(found, 'On my own');
  assert.equal(await outletAddress(found), address);
  // The lost ones are thrown out by hand.
  await goTo(found, '/devices');
  await found.getByRole('button', { name: /^Computer/ }).waitFor();
});
