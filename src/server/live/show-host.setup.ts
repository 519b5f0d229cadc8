import type { Feed } from '@/core/platform/feed';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyShow } from '@/core/show/starter';
import { everywhere } from '@/server/feed/outward';
import { newLog } from '@/server/log';
import { type Limits } from './allowance';
import { doorsIn } from '@/server/embedded/doors';
import { ShowHost } from './show-host';

/* All shows of a server: one that is broken, full, asleep or another's costs itself alone. */

export const KEY = 'desk-key-0123456789';
export const OTHER = 'other-key-0123456789';
export let folder: string;
export let host: ShowHost;
export let now: number;
export let logged: string[];

export const open = (limits: Partial<Limits> = {}): void => {
  host = new ShowHost({
    ...doorsIn(folder),
    addresses: { brindle: 'http://127.0.0.1:9', oxbow: 'http://127.0.0.1:9', tarn: 'http://127.0.0.1:9' },
    self: '',
    outward: everywhere,
    limits,
    now: () => now,
    log: newLog('info', { write: (line) => logged.push(line) }),
  });
};
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-host-'));
  now = Date.now();
  logged = [];
  open();
});
afterEach(async () => {
  await host.close();
  rmSync(folder, { recursive: true, force: true });
});
export const again = async (limits: Partial<Limits> = {}): Promise<void> => {
  await host.close();
  open(limits);
};
export const feed: Feed = {
  id: 'c',
  platform: 'cloudevents',
  handle: 'h',
  on: true,
  rate: { coin: 0, kept: 0 },
  admitted: [],
  rules: [],
};
export const showOf = (id: string, feeds: Feed[] = [feed]) => ({
  ...emptyShow(id, id),
  feeds,
  outlets: [{ id: 'main', name: 'Main', sounds: true, shows: { kind: 'all' as const }, whose: 'viewers' as const }],
});
export const publish = (id: string, more: { key?: string; outlet?: string; inbox?: string; feeds?: Feed[] } = {}) =>
  host.publish(
    showOf(id, more.feeds),
    more.key ?? KEY,
    { main: more.outlet ?? `outlet-${id}-0123456789` },
    { secrets: { c: { inbox: more.inbox ?? `inbox-${id}-0123456789` } } },
  );
export const shows = (): string[] => readdirSync(join(folder, 'shows'));
export const folderOf = (id: string): string =>
  join(
    folder,
    'shows',
    shows().find((name) => readFileSync(join(folder, 'shows', name, 'show.json'), 'utf8').includes(`"id":"${id}"`)) ??
      'none',
  );
export const found = (id: string, key = KEY): string => host.desk(id, key).found;

/** The server's clock goes on by so many days. */
export const passDays = (days: number): void => {
  now += days * 86_400_000;
};
