import { fork } from 'node:child_process';
import { readFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Browser } from 'playwright-core';
import { launchChromium } from '../e2e/chromium';

const PORT = 47_312;
const PAGE = `http://127.0.0.1:${PORT}/feeds`;
const kb = (bytes: number): string => `${(bytes / 1000).toFixed(1)} kB`;
/** A slow link: bytes a second (400 kbit/s), and ms until an answer begins. */
const SLOW = { downloadThroughput: 50_000, uploadThroughput: 50_000, latency: 400, offline: false };

/** What an outlet loads before it paints (fonts apart), what the app's first screen loads, as they come over the network, and how long that takes on a slow link. */
export async function benchSize(): Promise<string[]> {
  const outlet = ['dist/outlet.html', 'dist/outlet/outlet.js', 'dist/outlet/fonts.css'].reduce(
    (sum, file) => sum + gzipSync(readFileSync(file)).length,
    0,
  );
  const data = mkdtempSync(join(tmpdir(), 'gavirn-bench-'));
  const server = fork('dist/programs/server.mjs', ['--port', String(PORT), '--data', data]);
  await new Promise((resolve) => server.once('message', resolve));
  const browser = await launchChromium();
  try {
    const bytes = await firstScreen(browser);
    const { words, usable } = await slowly(browser);
    const bare = (SLOW.latency * 2) / 1000 + bytes / SLOW.downloadThroughput;
    return [
      `outlet page, gzip: ${kb(outlet)} (aim 80 kB or less)`,
      `the app's first screen, as sent: ${kb(bytes)} (aim 400 kB of script or less); outlet / app: ${(outlet / bytes).toFixed(3)}`,
      `at 400 kbit/s and 400 ms: first words after ${words.toFixed(1)} s (aim 3), usable after ${usable.toFixed(1)} s (aim 12); against the bare link for as many bytes, ${bare.toFixed(1)} s: ${(usable / bare).toFixed(2)}`,
    ];
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    rmSync(data, { recursive: true, force: true });
  }
}

/** Bytes of the page, its scripts and its styles until the first place is there. */
async function firstScreen(browser: Browser): Promise<number> {
  const page = await browser.newPage();
  const client = await page.context().newCDPSession(page);
  await client.send('Network.enable');
  const kinds = new Map<string, string>();
  let bytes = 0;
  let there = false;
  client.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type));
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    // What comes later is not waited for.
    if (!there && ['Document', 'Script', 'Stylesheet'].includes(kinds.get(requestId) ?? '')) bytes += encodedDataLength;
  });
  await page.goto(PAGE, { waitUntil: 'commit' });
  await page.getByRole('heading', { name: 'Feeds' }).waitFor();
  there = true;
  await page.close();
  return bytes;
}

/** Seconds until the first words stand, and until the first place can be used, in a browser that was never here. */
async function slowly(browser: Browser): Promise<{ words: number; usable: number }> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Network.enable');
  await client.send('Network.emulateNetworkConditions', SLOW);
  const started = performance.now();
  await page.goto(PAGE, { waitUntil: 'commit' });
  await page.getByText('Opening your show …').waitFor();
  const words = (performance.now() - started) / 1000;
  await page.getByRole('button', { name: 'Add a feed' }).waitFor({ timeout: 120_000 });
  const usable = (performance.now() - started) / 1000;
  await context.close();
  return { words, usable };
}
