import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import parsePrometheus from 'parse-prometheus-text-format';
import type { Page } from 'playwright-core';
import { freePort } from './free-port';
import { ownTime } from './own-time';
import { addBrindle, goTo, outletAddress } from './person';
import { proxyBefore, type Proxy } from './proxy';
import { until, VIEWERS, wordsOn, World } from './world';

/* A server of one's own as docs/run.md has it: watched over, behind nginx, ended and started again. */

const HANDLE = 'own.server';
let world: World;
let proxy: Proxy;
let metrics: string;
let page: Page;
let outlet: Page;
before(async () => {
  const port = await freePort();
  metrics = `http://127.0.0.1:${port}/metrics`;
  world = await World.open({ more: ['--metrics-port', String(port), '--trust-proxy', '1'] });
  proxy = await proxyBefore(world.address);
});
after(async () => {
  proxy.close();
  await world.close();
});

/** A browser that comes by way of the proxy; its certificate is made for this test. */
const throughProxy = () => world.person({ baseURL: proxy.secure, ignoreHTTPSErrors: true });
const gift = (user: (typeof VIEWERS)[keyof typeof VIEWERS], name: string): Promise<void> =>
  world.brindle(HANDLE, { act: 'gift', user, gift: name });

/** The sum of a metric's samples. */
async function figure(name: string): Promise<number> {
  const found = parsePrometheus(await (await fetch(metrics)).text()).find((each) => each.name === name);
  return (found?.metrics ?? []).reduce((sum, { value, count }) => sum + Number(value ?? count), 0);
}

test('behind nginx, by TLS and without: an app, two outlets, and what happens is on both at once', async () => {
  page = await (await throughProxy()).newPage();
  await page.goto(proxy.plain);
  assert.ok(page.url().startsWith(proxy.secure), 'sent on to https');
  await goTo(page, '/feeds');
  await world.brindle(HANDLE, { act: 'open' });
  await addBrindle(page, HANDLE);
  const address = await outletAddress(page);
  assert.ok(address.startsWith(proxy.secure));
  const context = await throughProxy();
  outlet = await context.newPage();
  const second = await context.newPage();
  await outlet.goto(address);
  // The other one over plain http, as in a network of one's own.
  await second.goto(address.replace(proxy.secure, proxy.open));
  await world.brindle(HANDLE, { act: 'live' });
  await until(
    () => wordsOn(outlet),
    (words) => words.includes('Gift goal'),
  );
  const passed = ownTime();
  await gift(VIEWERS.layla, 'ember');
  for (const each of [outlet, second])
    await until(
      () => wordsOn(each),
      (words) => words.includes('Gift goal: 1 of'),
    );
  // Buffered, it would come with the next kilobytes, or never.
  assert.ok(passed() < 4000, `on both after ${passed()} ms`);
});

test('a webhook and a chat come through as well', async () => {
  await goTo(page, '/feeds');
  await page.getByRole('button', { name: 'Add a feed' }).tap();
  await page.getByRole('radio', { name: 'CloudEvents' }).tap();
  await page.getByRole('button', { name: 'Add this feed' }).tap();
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.getByRole('button', { name: 'Copy address' }).tap();
  await page.getByRole('button', { name: 'Copied' }).waitFor();
  const { pathname } = new URL(await page.evaluate(() => navigator.clipboard.readText()));
  const answer = await page.request.post(`${proxy.secure}${pathname}`, {
    headers: {
      'content-type': 'application/json',
      'ce-specversion': '1.0',
      'ce-id': 'one',
      'ce-source': '/shop',
      'ce-type': 'app.gavirn.event.chat',
      'ce-time': new Date().toISOString(),
    },
    data: { viewer: { id: 'v', handle: 'nacht', name: 'Nacht', roles: [] }, text: 'From the shop' },
  });
  assert.equal(answer.status(), 204, await answer.text());
  await world.brindle(HANDLE, { act: 'chat', user: VIEWERS.hana, text: 'こんばんは' });
  await goTo(page, '/desk');
  for (const line of ['From the shop', 'こんばんは']) await page.getByText(line).first().waitFor();
});

test('a large body passes', async () => {
  const answer = await page.request.put(`${proxy.secure}/api/shows/nobody`, {
    data: Buffer.alloc(3 << 20, ' '),
    headers: { 'content-type': 'application/json', authorization: 'Bearer wrong' },
  });
  // From Gavirn, which says why, and not from the proxy.
  assert.match(answer.headers()['content-type'] ?? '', /problem\+json/);
});

test('it says that it runs and is ready, and its figures move with what happens', async () => {
  for (const [path, says] of [
    ['/healthz', 'ok\n'],
    ['/readyz', 'ready\n'],
  ] as const)
    assert.equal(await (await fetch(`${world.address}${path}`)).text(), says);
  assert.deepEqual(
    [await figure('gavirn_shows_running'), await figure('gavirn_sessions'), await figure('gavirn_outlets_open')],
    [1, 1, 2],
  );
  assert.equal(await figure('gavirn_feeds'), 2);
  const [events, syncs] = [await figure('gavirn_events_total'), await figure('gavirn_journal_sync_seconds')];
  await gift(VIEWERS.ines, 'ember');
  await until(
    () => figure('gavirn_events_total'),
    (now) => now > events,
  );
  await until(
    () => figure('gavirn_journal_sync_seconds'),
    (now) => now > syncs,
  );
  const outside = await (await fetch(`${world.address}/metrics`)).text();
  assert.ok(!outside.includes('gavirn_'), 'on a port of their own only');
});

test('it is ended under load and started again: the outlet keeps its picture, and nothing is lost or counted twice', async () => {
  const gifts = Array.from({ length: 20 }, () => gift(VIEWERS.hana, 'ember'));
  const passed = ownTime();
  const code = await world.endServer();
  assert.deepEqual([code, passed() < 5000], [0, true], `gone after ${passed()} ms with ${code}`);
  assert.ok((await wordsOn(outlet)).includes('Gift goal'), 'the picture stays');
  await Promise.all(gifts);
  await gift(VIEWERS.hana, 'ember');
  await world.startServer();
  await until(
    async () => {
      const words = await wordsOn(outlet);
      assert.notEqual(words, '', 'the frame is blank');
      return words;
    },
    (words) => words.includes('Gift goal: 23 of'),
  );
  assert.equal((await world.ledger(HANDLE)).gift.coins, 23);
});

test('what it is started with wrongly is one sentence and exit 1; a folder of a later version stays as it is', async () => {
  const folder = join(world.data, 'later');
  mkdirSync(folder);
  const mark = '{"format":"gavirn.data","version":99}';
  writeFileSync(join(folder, 'gavirn.json'), mark);
  const key = join(folder, 'key.pem');
  writeFileSync(key, 'no key');
  for (const [args, says] of [
    [['--data', folder], /written by a later version of Gavirn/],
    [['--prot', '80'], /Unknown option '--prot'/],
    [['--address', '192.0.2.77'], /This machine has no address 192\.0\.2\.77/],
    [['--port', new URL(world.address).port], /Port \d+ is taken by another program/],
    [['--tls-cert', key, '--tls-key', key], /The certificate .* cannot be used/],
  ] as const) {
    const own = ['--data', join(world.data, 'own'), ...args];
    const { code, says: said } = await world.another(own);
    assert.deepEqual([code, said.trim().split('\n').length], [1, 1], said);
    assert.match(said, says);
  }
  assert.equal(readFileSync(join(folder, 'gavirn.json'), 'utf8'), mark);
});

test('`./gavirn serve` says where it is, and ends when it is asked to', async () => {
  const port = await freePort();
  const folder = join(world.data, 'served');
  const child = spawn('./gavirn', ['serve', '--port', String(port), '--data', folder, '--address', '127.0.0.1'], {
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  let said = '';
  child.stdout.on('data', (part) => (said += String(part)));
  await until(
    async () => said,
    (text) => text.includes('\n  '),
  );
  assert.equal(said.trim(), `Gavirn is at\n  http://127.0.0.1:${port}`);
  const config = (await (await fetch(`http://127.0.0.1:${port}/api/config`)).json()) as Record<string, unknown>;
  assert.deepEqual([config.demo, config.standins], [false, false]);
  const code = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  assert.equal(await code, 0);
});
