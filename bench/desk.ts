import type { Page } from 'playwright-core';
import { World } from '../e2e/world';

const HANDLE = 'odavarn.kiln';
const LINES_A_SECOND = 50;
/** A minute; ten with DESK_SECONDS=600. */
const SECONDS = Number(process.env['DESK_SECONDS'] ?? 60);
const LOOKS = 6;

/** From each frame's beginning until it has been painted, ms: a message that is sent as a frame begins is handled after it. */
const WATCH_FRAMES = `(() => {
  const took = window.frames_took = [];
  const channel = new MessageChannel();
  let began = 0;
  channel.port1.onmessage = () => took.push(performance.now() - began);
  const next = () => { began = performance.now(); channel.port2.postMessage(0); requestAnimationFrame(next); };
  requestAnimationFrame(next);
})()`;

const at = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)] ?? 0;

/** The 95th percentile of frames so far, ms; and what the page keeps once garbage has gone, MB. */
async function look(page: Page): Promise<{ p95: number; mb: number }> {
  const client = await page.context().newCDPSession(page);
  await client.send('HeapProfiler.collectGarbage');
  const { usedSize } = await client.send('Runtime.getHeapUsage');
  await client.detach();
  const took = (await page.evaluate('window.frames_took.splice(0)')) as number[];
  return { p95: at(took, 0.95), mb: usedSize / 1e6 };
}

/** The desk's chat at 50 lines a second: frames against the same desk while nothing comes, and memory from minute to minute. */
export async function benchDesk(): Promise<string[]> {
  const world = await World.open({ demo: true });
  try {
    const page = await (await world.person()).newPage();
    await page.addInitScript(WATCH_FRAMES);
    await page.goto('/desk');
    await page.getByText('Kiln Hours').first().waitFor();
    await world.brindle(HANDLE, { act: 'live' });
    await page.getByRole('tab', { name: 'Chat' }).tap();
    await page.waitForTimeout(4000);
    const still = await look(page);
    let sent = 0;
    const timer = setInterval(() => {
      sent += 1;
      const user = { uid: `b${sent % 400}`, handle: `b${sent % 400}`, nickname: `Bench ${sent % 400}`, badges: [] };
      void world.brindle(HANDLE, {
        act: 'chat',
        user,
        text: `line ${sent}, is it celadon${sent % 9 === 0 ? '?' : ''}`,
      });
    }, 1000 / LINES_A_SECOND);
    const looks: { p95: number; mb: number }[] = [];
    for (let n = 0; n < LOOKS; n += 1) {
      await page.waitForTimeout((SECONDS * 1000) / LOOKS);
      looks.push(await look(page));
    }
    clearInterval(timer);
    const p95 = Math.max(...looks.map((each) => each.p95));
    const [, second] = looks;
    const last = looks.at(-1);
    return [
      `desk, chat at ${LINES_A_SECOND} lines a second for ${SECONDS} s: 95th percentile of a frame ${p95.toFixed(1)} ms, while nothing comes ${still.p95.toFixed(1)} ms, ratio ${(p95 / still.p95).toFixed(2)}; memory ${looks.map(({ mb }) => mb.toFixed(1)).join(', ')} MB, last to second ${((last?.mb ?? 0) / (second?.mb ?? 1)).toFixed(2)}`,
    ];
  } finally {
    await world.close();
  }
}
