import assert from 'node:assert/strict';
import type { Server } from 'node:http';
import { after, before, test } from 'node:test';
import express from 'express';
import { createProxyMiddleware } from 'http-proxy-middleware';
import type { BrowserContext, Page } from 'playwright-core';
import { PNG } from 'pngjs';
import { freePort } from './free-port';
import { ownTime } from './own-time';
import { addBrindle, addPiece, closeSheet, goTo, outletAddress } from './person';
import { NETWORK_NAME, until, wordsOn, World } from './world';

/* The app as it is installed: its manifest, without a net, and a newer version of it. */

const HANDLE = 'in.the.pocket';
let world: World;
let context: BrowserContext;
let page: Page;
let outlet: Page;
/** The same server, of which the app can have another version. */
let front: Server;
let version = 1;
let address: string;
before(async () => {
  world = await World.open();
  const port = await freePort();
  address = `http://127.0.0.1:${port}`;
  const app = express();
  app.get('/sw.js', async (_req, res) => {
    const text = await (await fetch(`${world.address}/sw.js`)).text();
    res.type('js').set('cache-control', 'no-cache').send(`${text}\n// version ${version}`);
  });
  app.use(createProxyMiddleware({ target: world.address }));
  front = app.listen(port, '127.0.0.1');
  context = await world.person({ baseURL: address, serviceWorkers: 'allow' });
});
after(async () => {
  front.closeAllConnections();
  front.close();
  await world.close();
});

const worker = (which: 'active' | 'waiting') =>
  page.evaluate(async (part) => (await navigator.serviceWorker.getRegistration())?.[part]?.state ?? '', which);

test('the manifest says what is installed: icons of the sizes that it names, a start, and shortcuts that are there', async () => {
  const manifest = (await (await fetch(`${world.address}/manifest.webmanifest`)).json()) as {
    start_url: string;
    icons: { src: string; sizes: string; type: string; purpose: string }[];
    shortcuts: { url: string }[];
  };
  for (const { src, sizes, type } of manifest.icons) {
    const answer = await fetch(`${world.address}${src}`);
    assert.match(answer.headers.get('content-type') ?? '', new RegExp(`^${type.replace('+', '\\+')}`));
    if (type !== 'image/png') continue;
    const { width, height } = PNG.sync.read(Buffer.from(await answer.arrayBuffer()));
    assert.equal(`${width}x${height}`, sizes, src);
  }
  assert.ok(manifest.icons.some(({ purpose }) => purpose === 'maskable'));
  for (const { url } of [{ url: manifest.start_url }, ...manifest.shortcuts])
    assert.equal((await fetch(`${world.address}${url}`)).status, 200, url);
});

test('without a net it opens, shows the show, and lets one edit; what was edited goes out afterwards', async () => {
  page = await context.newPage();
  await goTo(page, '/feeds');
  await world.brindle(HANDLE, { act: 'open' });
  await addBrindle(page, HANDLE);
  outlet = await (await world.person()).newPage();
  await outlet.goto((await outletAddress(page)).replace(address, world.address));
  await goTo(page, '/shows');
  await page.getByLabel('Name of this show').fill('Kept with me');
  await until(
    () => worker('active'),
    (state) => state === 'activated',
  );
  await page.close();
  await context.setOffline(true);
  page = await context.newPage();
  const passed = ownTime();
  await page.goto('/');
  await page.getByRole('button', { name: /^Kept with me/ }).waitFor();
  assert.ok(passed() < 2000, `open after ${passed()} ms`);
  await page.getByText('Offline: your changes go out when you are back.').waitFor();
  // A place that was never opened before is there as well.
  await goTo(page, '/numbers');
  await page
    .getByRole('button', { name: /^Gift goal/ })
    .first()
    .tap();
  await page.getByRole('dialog').getByLabel('Words on the goal').fill('Said in a tunnel');
  await context.setOffline(false);
  await page.getByText('Offline: your changes go out when you are back.').waitFor({ state: 'detached' });
  await closeSheet(page);
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Said in a tunnel'),
  );
});

const offered = () => page.getByRole('status').filter({ hasText: 'A newer version of Gavirn is here.' });

test('a newer version waits while live, is offered afterwards, and is taken by a tap', async () => {
  await world.brindle(HANDLE, { act: 'live' });
  await page.reload();
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  version = 2;
  await page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())?.update()));
  await until(
    () => worker('waiting'),
    (state) => state === 'installed',
  );
  // It is looked for after the first screen stands.
  await page.waitForTimeout(4000);
  assert.equal(await offered().count(), 0);
  await world.brindle(HANDLE, { act: 'end' });
  await offered().waitFor();
  const loaded = page.waitForEvent('load');
  await offered().getByRole('button', { name: 'Load it' }).tap();
  await loaded;
  await until(
    () => worker('waiting'),
    (state) => state === '',
  );
  await page.getByRole('button', { name: /^Kept with me/ }).waitFor();
  assert.equal(await offered().count(), 0);
});

test('the outlet’s page is not touched by it', async () => {
  const own = await context.newPage();
  const answers: boolean[] = [];
  own.on('response', (answer) => answers.push(answer.fromServiceWorker()));
  await own.goto(await outletAddress(page));
  await until(
    () => wordsOn(own),
    (words) => words !== '',
  );
  assert.ok(answers.length > 2 && answers.every((from) => !from));
});

/** A phone whose browser tells, or lacks, what is said here in its own words. */
async function deskWith(script: string): Promise<Page> {
  const own = await context.newPage();
  await own.addInitScript({ content: script });
  await own.goto('/desk');
  await own.getByRole('status', { name: /^Live/ }).waitFor();
  return own;
}

test('while live the desk keeps the screen on, and tells of what the device may do to it', async () => {
  await world.brindle(HANDLE, { act: 'live' });
  const held = await deskWith(`
    window.asked = [];
    navigator.wakeLock.request = async (kind) => { window.asked.push(kind); return { release: async () => window.asked.push('let go') }; };
    navigator.getBattery = async () => Object.assign(new EventTarget(), { charging: false, level: 0.12 });
  `);
  await held.getByText('This device’s battery is at 12 %. Plug it in.').waitFor();
  const asked = () => held.evaluate(() => (window as unknown as { asked: string[] }).asked);
  assert.deepEqual(await asked(), ['screen']);
  assert.equal(await held.getByText(/The screen may go dark/).count(), 0);
  const without = await deskWith(`delete Navigator.prototype.wakeLock;`);
  await without.getByText('The screen may go dark: this browser cannot keep it on.').waitFor();
  const insecure = await deskWith(
    `delete Navigator.prototype.wakeLock; Object.defineProperty(window, 'isSecureContext', { value: false });`,
  );
  await insecure.getByText('The screen may go dark: a page without https cannot keep it on.').waitFor();
  await world.brindle(HANDLE, { act: 'end' });
  await until(asked, (all) => all.length === 2);
  assert.deepEqual(await asked(), ['screen', 'let go']);
  await without.getByText(/The screen may go dark/).waitFor({ state: 'detached' });
});

test('over plain http in a network each thing that needs https says so once, with the way there', async () => {
  const { port } = new URL(world.address);
  const own = await (await world.person({ serviceWorkers: 'allow' })).newPage();
  const line = own.getByText('This page has no https: it opens only while the server answers');
  await own.goto(`http://${NETWORK_NAME}:${port}/feeds`);
  assert.equal(await own.evaluate(() => isSecureContext), false);
  await line.waitFor();
  await own.reload();
  await own.getByRole('heading', { name: 'Feeds' }).waitFor();
  await own.waitForTimeout(5000);
  assert.equal(await line.count(), 0, 'it is said once');
  await goTo(own, '/devices');
  await line.waitFor();
  await goTo(own, '/stage');
  await addPiece(own, 'Camera');
  await own.getByRole('button', { name: 'Choose Camera' }).waitFor();
  await goTo(own, '/program');
  await own.getByRole('button', { name: 'Use this device’s camera' }).tap();
  await own.getByText('A page without https cannot use the camera.').waitFor();
});
