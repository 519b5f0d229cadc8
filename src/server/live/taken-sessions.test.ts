import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newTotals } from '@/core/engine/count/totals';
import { emptyShow } from '@/core/show/starter';
import type { Dropped, ShowOwner } from '@/server/door/bus';
import type { Device, KeptShow } from '@/server/door/shows';
import { doorsIn } from '@/server/embedded/doors';
import { spareOf, took, toTake } from './taken-sessions';

/* A finished session is on the server until each device that may do everything has it. */

let folder: string;
let kept: KeptShow;
let events: number;
let dropped: string[];
const device = (id: string, right: Device['right'], sheet?: true): Device => ({
  id,
  name: id,
  right,
  hash: 'a'.repeat(64),
  addedAt: 0,
  seenAt: 0,
  ...(sheet ? { sheet } : {}),
});
let endedAt: number;
/** An owner of one finished session. */
const owner = {
  sessions: async () =>
    dropped.length > 0 ? [] : [{ id: 's', startedAt: 0, endedAt, totals: { ...newTotals(), events }, lost: 0, bad: 0 }],
  drop: async (session: string, has: number): Promise<Dropped> => {
    if (has < events) return 'more';
    dropped.push(session);
    return 'gone';
  },
} as unknown as ShowOwner;
const waits = async (id: string): Promise<string[]> => (await toTake(kept, owner, id)).map((one) => one.id);
const take = (id: string, has = events): Promise<Dropped> =>
  took(kept, owner, { device: id, session: 's', events: has });

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-taken-'));
  const devices = [
    device('phone', 'everything'),
    device('laptop', 'everything'),
    device('tablet', 'desk'),
    device('sheet', 'everything', true),
  ];
  kept = doorsIn(folder).shows.create({ show: emptyShow('a', 'A'), devices, outlets: {} }, {}, 0);
  [events, dropped, endedAt] = [7, [], Date.now()];
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

test('one that has it is not offered it again, the other is; then it goes', async () => {
  expect(await take('phone')).toBe('gone');
  expect([await waits('phone'), await waits('laptop'), dropped]).toEqual([[], ['s'], []]);
  // It is kept, over a restart too.
  const [found] = [...doorsIn(folder).shows.all()];
  expect(found && 'kept' in found && found.kept.stored.taken).toEqual({ s: { phone: 7 } });
  expect(await take('laptop')).toBe('gone');
  expect([dropped, kept.stored.taken]).toEqual([['s'], {}]);
});

test('more that comes after it was taken is offered again, and whoever has less does not end it', async () => {
  await take('phone');
  events = 9;
  expect([await take('laptop', 7), await waits('phone')]).toEqual(['more', ['s']]);
  await take('laptop');
  expect(dropped).toEqual([]);
  await take('phone');
  expect(dropped).toEqual(['s']);
});

test('a device that is out, or lies in a drawer for a month, keeps nothing', async () => {
  endedAt = Date.now() - 31 * 86_400_000;
  await take('phone');
  expect(dropped).toEqual(['s']);
  [dropped, endedAt] = [[], Date.now()];
  kept.keep({ ...kept.stored, devices: kept.stored.devices.filter(({ id }) => id !== 'laptop') });
  await take('phone');
  expect(dropped).toEqual(['s']);
});

test('for a month: those that all have stay for devices to come, go after a month, and are what goes when there is no room', async () => {
  kept.keep({ ...kept.stored, show: { ...kept.stored.show, keepSessions: 'month' } });
  await take('phone');
  expect([spareOf(kept), await waits('laptop')]).toEqual([[], ['s']]);
  await take('laptop');
  expect([dropped, spareOf(kept), await waits('tablet')]).toEqual([[], ['s'], ['s']]);
  endedAt = Date.now() - 31 * 86_400_000;
  expect([await waits('tablet'), dropped, kept.stored.taken]).toEqual([[], ['s'], {}]);
});
