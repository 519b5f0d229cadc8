import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import type { FinishedSession } from '@/core/desk/view';
import { toCloudEvent } from '@/core/platform/cloud-events';
import { starterShow } from '@/core/show/starter';
import { deskOf } from './desk-of';
import { placeKept } from './journals';
import { until, World } from './world';

/* A server whose data goes elsewhere while it works, one whose clock is wrong by a year, one that may not write where it is told to. */

const KEY = 'elsewhere-key-0123456789';
const INBOX = 'elsewhere-inbox-0123456789';
const SHOW = 'elsewhere';
const open: World[] = [];
const opened = async (...options: Parameters<typeof World.open>): Promise<World> => {
  const world = await World.open(...options);
  open.push(world);
  return world;
};
after(() => Promise.all(open.map((world) => world.close())));

const ask = (world: World, method: string, path: string, body?: unknown): Promise<Response> =>
  fetch(`${world.address}/api/shows/${SHOW}${path}`, {
    method,
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

type FeedKind = { platform: 'cloudevents' | 'brindle'; handle: string };
async function publish(world: World, { platform, handle }: FeedKind): Promise<void> {
  const feed = { id: 'f', platform, handle, on: true, rate: { coin: 0, kept: 0 }, admitted: [] };
  const show = { ...starterShow(SHOW), followAgain: 'each', cues: [], feeds: [feed] };
  const answer = await ask(world, 'PUT', '', { show, outletKeys: {}, secrets: { f: { inbox: INBOX } } });
  assert.equal(answer.status, 204, await answer.text());
}

/** One follow by CloudEvents (1.0, structured mode). @returns its id, once it is said to be kept */
async function follow(world: World, n: number): Promise<string> {
  const id = `e${n}`;
  const answer = await fetch(`${world.address}/in/${INBOX}`, {
    method: 'POST',
    headers: { 'content-type': 'application/cloudevents+json' },
    body: JSON.stringify(
      toCloudEvent({
        id,
        feed: 'f',
        kind: 'follow',
        at: Date.now(),
        seenAt: Date.now(),
        viewer: { id: `v${n}`, handle: `v${n}`, name: `V ${n}`, roles: [] },
      }),
    ),
  });
  assert.equal(answer.status, 204, await answer.text());
  return id;
}

/** All that the running session has counted, in its order. */
async function counted(world: World): Promise<string[]> {
  const { session } = (await (await ask(world, 'GET', '/sessions/running')).json()) as { session: string | null };
  const log = await (await ask(world, 'GET', `/sessions/${session ?? ''}/events`)).text();
  return log
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => (JSON.parse(line) as { id: string }).id);
}

test('backed up while it takes events, and restored elsewhere: all that was acknowledged before, and the beginning of all', async () => {
  const world = await opened();
  await publish(world, { platform: 'cloudevents', handle: 'kiln' });
  const acknowledged: string[] = [];
  for (let n = 0; n < 20; n += 1) acknowledged.push(await follow(world, n));
  const elsewhere = mkdtempSync(join(tmpdir(), 'gavirn-e2e-'));
  const copy = join(elsewhere, 'copy');
  let over = false;
  const load = (async () => {
    for (let n = 20; !over; n += 1) acknowledged.push(await follow(world, n));
  })();
  await new Promise((resolve) => setTimeout(resolve, 300));
  const before = acknowledged.length;
  assert.equal(await command('backup', copy, '--data', world.data), 0);
  const made = acknowledged.length;
  over = true;
  await load;
  assert.ok(before > 20 && made > before, 'it was at work all the time');
  const restored = join(elsewhere, 'restored');
  assert.equal(await command('restore', copy, '--data', restored), 0);
  const other = await opened({ data: restored });
  const [all, there] = [await counted(world), await counted(other)];
  assert.deepEqual(there, all.slice(0, there.length));
  // Nothing that was acknowledged when it began is missing, and nothing is in it that had not been sent when it was done.
  const missing = acknowledged.slice(0, before).filter((id) => !there.some((each) => each.endsWith(id)));
  assert.deepEqual(missing, []);
  assert.ok(there.length <= made + 2, `${there.length} of ${made}`);
});

function command(...args: string[]): Promise<number | null> {
  const child = spawn(process.execPath, ['dist/programs/command.mjs', ...args], { stdio: 'ignore' });
  return new Promise((resolve) => child.once('exit', resolve));
}

const YEAR_MS = 365 * 86_400_000;
for (const [says, clockMs] of [
  ['ahead', YEAR_MS],
  ['behind', -YEAR_MS],
] as const)
  test(`a machine whose clock is a year ${says}: all is counted, over a restart too, and the feed says how far it is off`, async () => {
    const handle = `kiln.${says}`;
    const world = await opened({ clockMs });
    await world.brindle(handle, { act: 'open' });
    await publish(world, { platform: 'brindle', handle });
    await placeKept(world);
    await world.brindle(handle, { act: 'crowd', rate: 60, seed: 3 });
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await world.killServer();
    await world.startServer();
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const feed = (await deskOf(world, SHOW, KEY)).feeds['f'];
    assert.ok(Math.abs((feed?.clockAheadMs ?? 0) + clockMs) < 60_000, `${feed?.clockAheadMs} ms`);
    await world.brindle(handle, { act: 'crowd', rate: 0 });
    await world.brindle(handle, { act: 'end' });
    const [session] = await until(
      async () => (await (await ask(world, 'GET', '/sessions')).json()) as FinishedSession[],
      (list) => list.length > 0,
    );
    const ledger = await world.ledger(handle);
    assert.ok(session && ledger.gift.count > 5, 'something happened');
    assert.deepEqual(
      [session.totals.gifts, session.totals.coins, session.totals.byKind.chat, session.lost, session.bad],
      [ledger.gift.count, ledger.gift.coins, ledger.chat, 0, 0],
    );
    // By this machine's own clock, a year off as it is.
    assert.ok(Math.abs(session.startedAt - (Date.now() + clockMs)) < 600_000);
  });

test('a folder that may not be written is one sentence and exit 1', async () => {
  const world = await opened();
  // The kernel's own folder takes no new ones, not even from root.
  const { code, says } = await world.another(['--data', '/sys/gavirn']);
  assert.deepEqual([code, says.trim().split('\n').length], [1, 1], says);
  assert.match(says, /\/sys\/gavirn/);
});
