import assert from 'node:assert/strict';
import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import type { Browser } from 'playwright-core';
import { launchChromium } from './chromium';
import { freePort } from './free-port';

/* `./gavirn demo`, as a stranger runs it. */

let browser: Browser;
let folder: string;
before(async () => {
  browser = await launchChromium();
  folder = mkdtempSync(join(tmpdir(), 'gavirn-demo-'));
});
after(async () => {
  await browser.close();
  rmSync(folder, { recursive: true, force: true });
});

function demo(port: number): { child: ChildProcess; said: () => string; ended: Promise<number | null> } {
  const child = spawn('./gavirn', ['demo', '--port', String(port), '--data', folder], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let text = '';
  child.stdout?.on('data', (part) => (text += String(part)));
  child.stderr?.on('data', (part) => (text += String(part)));
  return { child, said: () => text, ended: new Promise((resolve) => child.once('exit', resolve)) };
}

async function until(so: () => boolean): Promise<void> {
  for (const end = Date.now() + 180_000; !so();) {
    if (Date.now() > end) throw new Error('It did not come to that.');
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

test('one address; a first visit finds the demo show and a finished session; a crowd with one tap; a clean stop', async () => {
  const port = await freePort();
  const running = demo(port);
  await until(() => running.said().includes('\n'));
  assert.equal(running.said().trim(), `Gavirn is at http://localhost:${port}`);

  const page = await (
    await browser.newContext({
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
      baseURL: `http://localhost:${port}`,
    })
  ).newPage();
  await page.goto('/');
  await page.getByText('Waiting for you to go live. Nothing to press.').nth(2).waitFor();
  await page.getByRole('button', { name: /Kiln Hours/ }).waitFor();
  await page.getByRole('link', { name: 'Recap' }).tap();
  await page.getByRole('heading', { name: /1 h 12 min/ }).waitFor();
  await page.getByRole('list', { name: 'To thank' }).getByRole('listitem').first().waitFor();

  await page.getByRole('link', { name: 'Feeds' }).tap();
  await page.getByRole('button', { name: 'Start a pretend crowd' }).tap();
  await page.getByRole('status', { name: /^Live/ }).waitFor();
  await page.getByRole('link', { name: 'Desk' }).tap();
  await page.getByRole('tab', { name: 'Happened' }).tap();
  await page.getByRole('list', { name: 'What just happened, newest first' }).getByRole('listitem').nth(3).waitFor();
  await page.getByRole('link', { name: 'Feeds' }).tap();
  await page.getByRole('button', { name: 'End the pretend show' }).tap();
  await page.getByRole('status', { name: 'Off' }).waitFor();
  await page.getByRole('button', { name: 'Start empty' }).tap();
  await page.getByRole('button', { name: 'Skip the questions' }).tap();
  await page.getByText('No feed yet. Add one to connect.').waitFor();

  running.child.kill('SIGINT');
  assert.equal(await running.ended, 0);
  await assert.rejects(fetch(`http://localhost:${port}/api/config`), 'nothing listens any more');
});

test('a taken port is a clear sentence', async () => {
  const port = await freePort();
  const other = createServer().listen(port, '0.0.0.0');
  const { said, ended } = demo(port);
  assert.equal(await ended, 1);
  assert.equal(
    said().trim(),
    `Port ${port} is taken by another program. Choose another one: ./gavirn demo --port ${port + 100}`,
  );
  other.close();
});

test('a port that is none is a clear sentence', async () => {
  const { said, ended } = demo(99_999);
  assert.equal(await ended, 1);
  assert.match(said(), /"99999" is not a port/);
});
