import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { flood, RATE } from './flood';
import { World } from './world';

/* One feed floods at 5,000 messages a second: nothing is lost, of it or of the other. How long the other waits is measured in bench/. */

const SECONDS = 20;

let world: World;
before(async () => {
  world = await World.open();
});
after(() => world.close());

test(`${RATE} messages a second for ${SECONDS} s: none lost, none twice, on either feed`, async () => {
  const { brindle: ledger, oxbow, session, hooks } = await flood(world, SECONDS);
  const { totals } = session;
  assert.ok(ledger.sent.messages > RATE * SECONDS * 0.2, `${ledger.sent.messages} messages are a flood`);
  assert.deepEqual(
    {
      chat: totals.byKind.chat,
      follows: totals.follows,
      gifts: totals.gifts,
      coins: totals.coins,
      likes: totals.likes,
      viewerLikes: totals.viewerLikes,
      raids: totals.byKind.raid,
      lost: session.lost,
    },
    {
      chat: ledger.chat,
      follows: ledger.follow + oxbow.follow,
      gifts: ledger.gift.count,
      coins: ledger.gift.coins,
      likes: ledger.like.room,
      viewerLikes: ledger.like.viewers,
      raids: hooks,
      lost: 0,
    },
  );
});
