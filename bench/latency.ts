import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launchChromium } from '../e2e/chromium';
import type { Browser, Page } from 'playwright-core';
import { KEY, Platform, publish, started } from './one-goal';

const OUTLETS = 20;
const PER_SECOND = 100;
const SECONDS = 10;
const PORT = 47_311;

/** The outlet's page, which notes when it has painted which number. As text: what the transpiler adds to a function does not exist in the page. */
async function painting(browser: Browser, address: string): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 540, height: 960 } });
  await page.goto(address);
  await page.evaluate(`(() => {
    const seen = window.seen = { drawn: [] };
    const now = () => performance.timeOrigin + performance.now();
    const words = document.getElementById('words');
    // The words are written in the same turn in which the canvas has been painted.
    new MutationObserver(() => {
      const value = /n: ([\\d,]+) of/.exec(words.textContent);
      if (value) seen.drawn.push([Number(value[1].replaceAll(',', '')), now()]);
    }).observe(words, { childList: true });
  })()`);
  return page;
}

/** A page that does nothing but hear the same messages. */
async function hearing(browser: Browser, source: string): Promise<Page> {
  const page = await browser.newPage();
  await page.goto(`${source}/bare`);
  await page.evaluate(`(() => {
    const bare = window.bare = [];
    new EventSource('/').addEventListener('follow', (event) => bare.push([Number(event.lastEventId) - 1, performance.timeOrigin + performance.now()]));
  })()`);
  return page;
}

/** From a message sent by the platform to the outlet's canvas, with 20 outlets open; beside the same message by a bare event stream. */
export async function benchLatency(): Promise<string[]> {
  const platform = new Platform();
  const source = await platform.open();
  const data = mkdtempSync(join(tmpdir(), 'gavirn-bench-'));
  const server = await started(['--port', String(PORT), '--standins', source, '--data', data]);
  const browser = await launchChromium(['--disable-web-security']);
  const closing = new AbortController();
  try {
    await publish(PORT);
    const address = `http://127.0.0.1:${PORT}/o/${KEY}`;
    for (let n = 1; n < OUTLETS; n += 1) void drain(`${address}/stream`, closing.signal);
    const page = await painting(browser, address);
    const bareStream = await hearing(browser, source);
    await page.bringToFront();
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const sentAt = await platform.send(PER_SECOND, SECONDS);
    await new Promise((resolve) => setTimeout(resolve, 1000));
    const seen = await page.evaluate(() => (window as unknown as { seen: { drawn: [number, number][] } }).seen);
    const heard = await bareStream.evaluate(() => (window as unknown as { bare: [number, number][] }).bare);
    return compared(
      delays(sentAt, seen.drawn),
      heard.map(([n, when]) => when - (sentAt[n] ?? 0)),
    );
  } finally {
    closing.abort();
    await browser.close();
    server.kill('SIGTERM');
    platform.close();
    rmSync(data, { recursive: true, force: true });
  }
}

/** How long each message took to be drawn, ms: it counts as drawn with the first frame that has it, or one behind it. */
function delays(sentAt: readonly number[], seen: readonly [number, number][]): number[] {
  const drawn: number[] = [];
  let at = 0;
  for (let n = 1; n < sentAt.length; n += 1) {
    while (at < seen.length && (seen[at]?.[0] ?? 0) < n) at += 1;
    const frame = seen[at];
    if (frame) drawn.push(frame[1] - (sentAt[n] ?? 0));
  }
  if (drawn.length !== sentAt.length - 1)
    throw new Error(`${sentAt.length - 1 - drawn.length} messages were never drawn.`);
  return drawn;
}

function compared(drawn: number[], bare: number[]): string[] {
  const say = (times: number[]): string =>
    `median ${percentile(times, 0.5).toFixed(1)} ms, 99th percentile ${percentile(times, 0.99).toFixed(1)} ms`;
  return [
    `message sent → drawn, ${PER_SECOND} a second, ${OUTLETS} outlets: ${say(drawn)}`,
    `the same message by a bare event stream: ${say(bare)}`,
    `ratio of the medians: ${(percentile(drawn, 0.5) / percentile(bare, 0.5)).toFixed(1)}; of the 99th percentiles: ${(percentile(drawn, 0.99) / percentile(bare, 0.99)).toFixed(1)}`,
  ];
}

const percentile = (times: number[], share: number): number =>
  [...times].sort((a, b) => a - b)[Math.floor((times.length - 1) * share)] ?? NaN;

async function drain(url: string, signal: AbortSignal): Promise<void> {
  try {
    const response = await fetch(url, { signal });
    const reader = response.body?.getReader();
    while (reader && !(await reader.read()).done);
  } catch {
    // Ended with the measuring.
  }
}
