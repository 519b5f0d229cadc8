import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { FinishedSession } from '@/core/desk/view';
import { starterShow } from '@/core/show/starter';
import { placeKept } from './journals';
import { until, World } from './world';

/* The server killed again and again while a crowd is at work, and Brindle makes every fault: what was counted is what happened. */

const HANDLE = 'odavarn.kiln';
const KEY = 'e2e-desk-key-0123456789';
let world: World;
before(async () => {
  world = await World.open();
});
after(() => world.close());

const ask = (method: string, path: string, body?: unknown): Promise<Response> =>
  fetch(`${world.address}/api/shows/killed${path}`, {
    method,
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

test('killed at any moment, nothing is lost or counted twice against the ledger', async () => {
  const show = {
    ...starterShow('killed'),
    followAgain: 'each',
    feeds: [{ id: 'brindle', platform: 'brindle', handle: HANDLE, on: true }],
  };
  assert.equal((await ask('PUT', '', { show, outletKeys: {} })).status, 204);
  await placeKept(world);
  await world.brindle(HANDLE, {
    act: 'faults',
    repeat: 0.1,
    reorder: 0.1,
    loseStreakEnds: 0.5,
    malformed: 0.05,
    skewMs: -180_000,
  });
  await world.brindle(HANDLE, { act: 'crowd', rate: 60, seed: 7 });
  // The first time at the very moment of going live, when a new journal begins; then wherever chance has it.
  for (const alive of [5, 900, 310, 1200, 40]) {
    await new Promise((resolve) => setTimeout(resolve, alive));
    await world.killServer();
    await world.startServer();
  }
  await world.brindle(HANDLE, { act: 'drop' });
  await new Promise((resolve) => setTimeout(resolve, 5000));
  await world.brindle(HANDLE, { act: 'end' });

  const [session] = await until(
    async () => (await (await ask('GET', '/sessions')).json()) as FinishedSession[],
    (list) => list.length > 0,
  );
  const ledger = await world.ledger(HANDLE);
  assert.ok(session && ledger.gift.count > 10 && ledger.like.room > 100, 'the crowd did something');
  const { totals } = session;
  assert.deepEqual(
    {
      follow: totals.byKind.follow,
      chat: totals.byKind.chat,
      share: totals.byKind.share,
      gifts: totals.gifts,
      coins: totals.coins,
      likes: totals.likes,
      viewerLikes: totals.viewerLikes,
    },
    {
      follow: ledger.follow,
      chat: ledger.chat,
      share: ledger.share,
      gifts: ledger.gift.count,
      coins: ledger.gift.coins,
      likes: ledger.like.room,
      viewerLikes: ledger.like.viewers,
    },
  );
  assert.equal(session.lost, 0);
  assert.equal(session.bad, ledger.sent.malformed);
});
