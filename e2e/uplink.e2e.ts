import assert from 'node:assert/strict';
import { connect, createServer, type Socket } from 'node:net';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { carriedBy } from '@/core/uplink/link';
import { goTo } from './person';
import { until, World } from './world';

/* The upload, measured over a way that lets so much through: what is said is what it lets through. */

/** What the way lets through, kbit/s, from the browser to the server. */
let kbits = Infinity;
const SLICE_MS = 10;

/** Passes bytes on at the pace of the way: a bucket that fills by the clock, shared by all connections. */
function narrow(to: number): Promise<{ port: number; close: () => void }> {
  let budget = 0;
  let last = performance.now();
  const waiting: { socket: Socket; on: Socket }[] = [];
  const pass = (): void => {
    const now = performance.now();
    // As much as half a second may be made up for: on a busy machine this clock comes late.
    budget = Math.min(budget + ((now - last) * kbits) / 8, (kbits / 8) * 500);
    last = now;
    for (const { socket, on } of waiting)
      while (budget > 0 && socket.readableLength > 0) {
        const part = socket.read(
          Math.max(1, Math.min(socket.readableLength, Math.floor(Math.min(budget, 4096)))),
        ) as Buffer | null;
        if (!part) break;
        budget -= part.length;
        on.write(part);
      }
  };
  const timer = setInterval(pass, SLICE_MS);
  const server = createServer((socket) => {
    const on = connect(to, '127.0.0.1');
    waiting.push({ socket, on });
    // Read by the clock above alone, so that what is too much waits with whoever sends it.
    socket.on('readable', () => undefined);
    on.pipe(socket);
    socket.on('end', () => on.end());
    for (const [one, other] of [
      [socket, on],
      [on, socket],
    ] as const) {
      one.on('error', () => other.destroy());
      one.on('close', () => other.destroy());
    }
  });
  return new Promise((resolve) =>
    server.listen(0, '127.0.0.1', () =>
      resolve({
        port: (server.address() as { port: number }).port,
        close: () => {
          clearInterval(timer);
          server.close();
        },
      }),
    ),
  );
}

let world: World;
let page: Page;
let way: Awaited<ReturnType<typeof narrow>>;
before(async () => {
  world = await World.open();
  way = await narrow(Number(new URL(world.address).port));
  page = await (await world.person({ baseURL: `http://127.0.0.1:${way.port}` })).newPage();
  await goTo(page, '/ready');
  await page.getByRole('heading', { name: 'Upload' }).waitFor();
});
after(async () => {
  way.close();
  await world.close();
});

const card = () => page.getByRole('group', { name: 'Upload' });
const measured = async (): Promise<number> => {
  await card()
    .getByRole('button', { name: /^Measure/ })
    .tap();
  await card().getByRole('button', { name: 'Stop' }).waitFor();
  await card().getByRole('button', { name: 'Measure again' }).waitFor();
  return Number(/([\d.]+) Mbit\/s/.exec(await card().innerText())?.[1]);
};

test('it says beforehand what it sends; what it finds is what the way lets through, within a tenth', async () => {
  assert.match(await card().innerText(), /Sends up to 40 MB .* in 10 s/);
  for (const set of [2.4, 10]) {
    kbits = set * 1000;
    const found = await measured();
    assert.ok(Math.abs(found - set) <= set * 0.1, `${found} of ${set} Mbit/s`);
    // What it carries follows from the slowest tenth, which is told where it is far below the rest, as on a machine that is busy with other things.
    const said = await card().innerText();
    const slowest = Number(/at times ([\d.]+) Mbit\/s/.exec(said)?.[1] ?? found) * 1000;
    const lines = [slowest - 50, slowest + 50].map((steady) => {
      const { width, height, fps, kbits: rate } = carriedBy({ steady }) ?? assert.fail(said);
      const upright = `${height} × ${width} upright`;
      return `${width} × ${height}, or ${upright} at ${fps} frames a second, ${rate.toLocaleString('en')} kbit/s`;
    });
    assert.ok(
      lines.some((line) => said.includes(line)),
      said,
    );
  }
});

test('a tap stops it; too short, it says so and keeps what was found before', async () => {
  await card().getByRole('button', { name: 'Measure again' }).tap();
  await card().getByRole('button', { name: 'Stop' }).tap();
  await card().getByText('It was too short to say anything.').waitFor();
  assert.match(await card().innerText(), /Mbit\/s/);
});

test('what carries no picture is said to; found again after a reload, with its age', async () => {
  kbits = 600;
  assert.ok((await measured()) < 0.7);
  await card().getByText('It carries no picture that could be watched.').waitFor();
  kbits = Infinity;
  await page.reload();
  await until(
    () => card().innerText(),
    (text) => /Measured (just now|\d+ s ago)/.test(text),
  );
});
