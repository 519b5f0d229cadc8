import { fork } from 'node:child_process';
import { readFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { launchChromium } from '../e2e/chromium';

const PORT = 47_312;
const kb = (bytes: number): string => `${(bytes / 1000).toFixed(1)} kB`;

/** What an outlet loads before it paints (fonts apart), and what the app's first screen loads, as they come over the network. */
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
    const page = await browser.newPage();
    const client = await page.context().newCDPSession(page);
    await client.send('Network.enable');
    const kinds = new Map<string, string>();
    let bytes = 0;
    client.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type));
    client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (['Document', 'Script', 'Stylesheet'].includes(kinds.get(requestId) ?? '')) bytes += encodedDataLength;
    });
    await page.goto(`http://127.0.0.1:${PORT}/feeds`);
    await page.getByRole('heading', { name: 'Feeds' }).waitFor();
    await page.waitForTimeout(500);
    return [
      `outlet page, gzip: ${kb(outlet)} (aim 80 kB or less)`,
      `the app's first screen, as sent: ${kb(bytes)}; outlet / app: ${(outlet / bytes).toFixed(3)}`,
    ];
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    rmSync(data, { recursive: true, force: true });
  }
}
