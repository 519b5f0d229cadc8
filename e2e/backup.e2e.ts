import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, before, test } from 'node:test';
import { unzipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { onAir, type OnAir } from './on-air';
import { closeSheet, goTo, outletAddress } from './person';
import { until, VIEWERS, type World } from './world';

/* A browser is lost, and its server too: a backup in a new one brings back all of it, to the last number. */

const HANDLE = 'lost.potter';
let world: World;
let page: Page;
let act: OnAir['act'];
let address: string;
before(async () => {
  ({ world, page, act, address } = await onAir(HANDLE, { live: true }));
  await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
  await act({ act: 'gift', user: VIEWERS.layla, gift: 'ember' });
  await act({ act: 'like', user: VIEWERS.ines, taps: 250 });
  await goTo(page, '/media');
  await page.getByRole('button', { name: 'Take Wave' }).tap();
  await page.getByText('“Wave” is among your files now.').waitFor();
  await act({ act: 'end' });
  await goTo(page, '/recap');
  await page.getByRole('group', { name: '2 gifts, 51 coins' }).waitFor();
});
after(() => world.close());

async function saved(button: string, on = page): Promise<Uint8Array> {
  await goTo(on, '/shows');
  const download = on.waitForEvent('download');
  await on.getByRole('button', { name: button, exact: true }).tap();
  if (button.endsWith('secrets')) await on.getByRole('dialog').getByRole('button', { name: 'Save it' }).tap();
  return new Uint8Array(readFileSync(await (await download).path()));
}

/** Another browser, with nothing in it but what a first visit makes. */
async function newBrowser(): Promise<Page> {
  const fresh = await (await world.person()).newPage();
  await fresh.goto('/shows');
  await fresh.getByRole('button', { name: 'Open a backup' }).waitFor();
  return fresh;
}
async function open(on: Page, file: Uint8Array): Promise<void> {
  const chooser = on.waitForEvent('filechooser');
  await on.getByRole('button', { name: 'Open a backup' }).tap();
  await (await chooser).setFiles({ name: 'backup.zip', mimeType: 'application/zip', buffer: Buffer.from(file) });
}
/** All that is read of those who were seen, and what one of them has done in all; how long ago is left out. */
async function people(on: Page): Promise<string[]> {
  await goTo(on, '/people');
  const list = on.getByRole('main').getByRole('listitem');
  const rows = await until(
    () => list.allInnerTexts(),
    (all) => all.length === 3,
  );
  await list.filter({ hasText: 'hana_yama' }).getByRole('button').first().tap();
  const sheet = on.getByRole('dialog');
  const told = await until(
    () => sheet.innerText(),
    (text) => text.includes('In all\nCoins 50'),
  );
  await closeSheet(on);
  return [...rows, /In all\n.*/.exec(told)?.[0] ?? ''].map((text) => text.replace(/\d+ (s|min) ago|just now/g, ''));
}
const figures = (on: Page): Promise<string[]> =>
  goTo(on, '/recap').then(async () => {
    await on.getByRole('group', { name: '2 gifts, 51 coins' }).waitFor();
    return on.getByRole('main').getByRole('group').allInnerTexts();
  });

test('with secrets, on a server that knows nothing: the same show, address, people, sessions and files', async () => {
  const file = await saved('Save a backup with secrets');
  const [before, recap] = [await people(page), await figures(page)];
  await page.context().close();
  await world.killServer();
  world.loseData();
  await world.startServer();
  const fresh = await newBrowser();
  await open(fresh, file);
  const sheet = fresh.getByRole('dialog', { name: 'Open a backup' });
  await sheet.getByText('1 show, 1 file and 1 session.').waitFor();
  await sheet.getByRole('button', { name: 'Take it in' }).tap();
  await sheet.getByText('Taken in: 1 show, 1 file and 1 session.').waitFor();
  await closeSheet(fresh);
  // What a first visit had made is gone: nothing had been done with it.
  await until(
    () => fresh.getByRole('main').getByRole('listitem').count(),
    (count) => count === 1,
  );
  assert.equal(await outletAddress(fresh), address);
  assert.deepEqual(await people(fresh), before);
  assert.deepEqual(await figures(fresh), recap);
  await goTo(fresh, '/media');
  await fresh.getByRole('button', { name: /^Wave, / }).waitFor();
  // The feed goes on by itself, on its own address.
  await act({ act: 'live' });
  await fresh.getByRole('status', { name: /^Live/ }).waitFor();
  await act({ act: 'end' });
  page = fresh;
});

test('without secrets: no key is in the file, and the show gets an address of its own', async () => {
  const file = await saved('Save a backup');
  const parts = unzipSync(file);
  assert.deepEqual(
    Object.keys(parts).filter((path) => path.endsWith('keys.json')),
    [],
  );
  const key = address.split('/').at(-1) ?? '';
  for (const [path, bytes] of Object.entries(parts))
    assert.ok(!Buffer.from(bytes).includes(key), `${path} does not tell the outlet’s key`);
  const fresh = await newBrowser();
  await open(fresh, file);
  await fresh.getByText(/^It has no addresses and no secrets/).waitFor();
  await fresh.getByRole('button', { name: 'Take it in' }).tap();
  await fresh.getByText(/^Taken in: 1 show/).waitFor();
  await closeSheet(fresh);
  // Opened once more it finds all of it here.
  await open(fresh, file);
  await fresh.getByText(/^Here already, and left as they are: /).waitFor();
  await fresh.getByRole('button', { name: 'Take it in' }).tap();
  await fresh.getByText('Taken in: 0 shows, 0 files and 0 sessions.').waitFor();
  await closeSheet(fresh);
  await until(
    () => fresh.getByRole('main').getByRole('listitem').count(),
    (count) => count === 1,
  );
  assert.notEqual(await outletAddress(fresh), address);
  // Its backup, opened where the first show is, makes a second one with the same sessions; deleted, it takes none of the first one's with it.
  const second = await saved('Save a backup', fresh);
  await fresh.context().close();
  await goTo(page, '/shows');
  await open(page, second);
  await page.getByRole('button', { name: 'Take it in' }).tap();
  await page.getByText(/^Taken in: 1 show, 0 files/).waitFor();
  await closeSheet(page);
  // It has people of its own, and stands by itself.
  const beside = page.getByRole('group', { name: 'By themselves in this browser' });
  await beside.waitFor();
  await page.getByRole('button', { name: 'Delete', exact: true }).tap();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete', exact: true }).tap();
  await beside.waitFor({ state: 'detached' });
  await goTo(page, '/recap');
  // The first of its sessions: the other one only began and ended.
  await page
    .getByRole('button', { name: /^Open / })
    .last()
    .tap();
  await page.getByRole('group', { name: '2 gifts, 51 coins' }).waitFor();
});

test('damaged: it is said which part, and the rest is taken in if asked; what is no backup is a sentence', async () => {
  const file = await saved('Save a backup');
  const logs = Object.keys(unzipSync(file)).filter((path) => path.endsWith('events.ndjson'));
  const path = logs.at(-1) ?? '';
  const spoiled = file.slice();
  // In the packed part, behind its header.
  const at = Buffer.from(file).indexOf(path) + path.length + 60;
  spoiled[at] = (spoiled[at] ?? 0) ^ 0xff;
  const fresh = await newBrowser();
  await open(fresh, Buffer.from('{"format":"gavirn.show"}'));
  await fresh.getByText('This is no backup of Gavirn, or its beginning is missing.').waitFor();
  await open(fresh, spoiled);
  await fresh.getByText(/^Damaged in this file: session \d of “.+”\. The rest is whole\.$/).waitFor();
  await fresh.getByRole('button', { name: 'Take in the rest' }).tap();
  const left = logs.length - 1;
  await fresh.getByText(`Taken in: 1 show, 1 file and ${left} ${left === 1 ? 'session' : 'sessions'}.`).waitFor();
  await fresh.context().close();
});
