import type { AddressInfo } from 'node:net';
import parsePrometheus from 'parse-prometheus-text-format';
import { aChat, aGift } from '@/core/event/examples';
import type { Disk } from '@/server/embedded/disk';
import type { Figures } from '@/server/live/figures';
import { Metrics } from './metrics';

/* Read by a parser from the registry (parse-prometheus-text-format), as whoever watches over a server reads them. */

const figures: Figures = {
  running: 3,
  asleep: 2,
  sessions: 1,
  outlets: 7,
  feeds: [{ platform: 'tarn', state: 'connected', count: 2 }],
  lagMs: 1500,
};
const none: Figures = { running: 0, asleep: 0, sessions: 0, outlets: 0, feeds: [], lagMs: 0 };
const file = {
  write: async () => 0,
  sync: async () => undefined,
  truncate: async () => undefined,
  close: async () => undefined,
};
const disk: Disk = { open: async () => file, rename: async () => undefined };

let now: Figures | null = null;
const metrics = new Metrics(() => now);
const server = metrics.server();
let address = '';
beforeAll(async () => {
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => void server.close());

/** A metric's samples by their labels. */
async function read(name: string): Promise<Record<string, number | undefined>> {
  const answer = await fetch(`${address}/metrics`);
  expect(answer.headers.get('content-type')).toMatch(/^text\/plain; version=0\.0\.4/);
  const metric = parsePrometheus(await answer.text()).find((each) => each.name === name);
  return Object.fromEntries(
    (metric?.metrics ?? []).map(({ labels, value, count }) => [
      Object.values(labels ?? {}).join(' '),
      Number(value ?? count),
    ]),
  );
}

test.each([
  ['gavirn_shows_running', 3],
  ['gavirn_shows_asleep', 2],
  ['gavirn_sessions', 1],
  ['gavirn_outlets_open', 7],
  ['gavirn_journal_lag_seconds', 1.5],
])('%s', async (name, value) => {
  now = none;
  expect(await read(name)).toEqual({ '': 0 });
  now = figures;
  expect(await read(name)).toEqual({ '': value });
});

test('feeds by platform and state: one that is in another state now is counted there only', async () => {
  now = figures;
  expect(await read('gavirn_feeds')).toEqual({ 'tarn connected': 2 });
  now = { ...figures, feeds: [{ platform: 'tarn', state: 'waiting', count: 2 }] };
  expect(await read('gavirn_feeds')).toEqual({ 'tarn waiting': 2 });
});

test('events by kind, and how often the disk has kept something', async () => {
  for (const event of [aGift(), aGift(), aChat()]) metrics.counted(event);
  expect(await read('gavirn_events_total')).toEqual({ gift: 2, chat: 1 });
  const watched = await metrics.watched(disk).open('');
  for (let n = 0; n < 3; n += 1) await watched.sync();
  expect(await read('gavirn_journal_sync_seconds')).toEqual({ '': 3 });
});

test('the process’s memory is told, and nothing is given out at any other address', async () => {
  expect((await read('process_resident_memory_bytes'))['']).toBeGreaterThan(1e6);
  expect((await fetch(`${address}/`)).status).toBe(404);
  expect((await fetch(`${address}/metrics`, { method: 'POST' })).status).toBe(404);
});
