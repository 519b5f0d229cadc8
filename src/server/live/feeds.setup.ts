import type { Feed } from '@/core/platform/feed';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createServer, type Server } from 'node:http';
import { emptyShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { everywhere } from '@/server/feed/outward';
import { doorsIn } from '@/server/embedded/doors';
import { ShowHost } from './show-host';
import type { LiveShow } from './live-show';
import { Standins } from '@/server/standins/open';

/* A show that runs, with every kind of feed, against the stand-ins and against servers that do what is written here. */

export const HANDLE = 'odavarn.kiln';
export const KEY = 'desk-key-0123456789';
export const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';
export const INBOX = 'inbox-0123456789abcdef';
export const PERSON = { uid: 'u1', handle: 'ines.barro', nickname: 'Inês', badges: [] };
export const base = { handle: HANDLE, on: true, rate: { coin: 0, kept: 0 }, admitted: [] };

export let folder: string;
export let standins: Standins;
export let host: ShowHost;
export let door: Server;
export let self: string;

/** The server's own door for webhooks, as the routes open it. */
export function openDoor(): Promise<void> {
  door = createServer((req, res) => {
    let body = '';
    req
      .on('data', (part) => (body += String(part)))
      .on('end', () => {
        const found = host.inbox(req.url?.replace('/in/', '') ?? '');
        if (!found) return void res.writeHead(404).end();
        void found.owner.feeds
          .receive(found.feed, { headers: req.headers as Record<string, string>, body })
          .then(({ status, detail }) => res.writeHead(status).end(detail ?? ''));
      });
  });
  return new Promise((resolve) =>
    door.listen(0, '127.0.0.1', () => {
      self = `http://127.0.0.1:${(door.address() as AddressInfo).port}`;
      resolve();
    }),
  );
}

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-feeds-'));
  standins = await Standins.open([HANDLE]);
  await openDoor();
  host = new ShowHost({ ...doorsIn(folder), addresses: standins.addresses, self, outward: everywhere });
});
afterEach(async () => {
  await host.close();
  await standins.close();
  door.closeAllConnections();
  await new Promise((resolve) => door.close(resolve));
  rmSync(folder, { recursive: true, force: true });
});

export async function run(
  feeds: Feed[],
  secrets: Record<string, { inbox: string; signing?: string; token?: string }> = {},
): Promise<LiveShow> {
  const show: Show = { ...emptyShow('s', 'S'), followAgain: 'each', goOnMinutes: 0, feeds };
  const inboxes = Object.fromEntries(feeds.map(({ id }, n) => [id, { inbox: `${INBOX}${n}` }]));
  expect(host.publish(show, KEY, {}, { secrets: { ...inboxes, ...secrets } })).toEqual({ ok: true });
  const live = host.running('s');
  if (!live) throw new Error(`The show is ${host.desk('s', KEY).found}.`);
  return live;
}
export const state = (live: LiveShow, feed: string) => live.connections.get(feed)?.keeper.health.state;
