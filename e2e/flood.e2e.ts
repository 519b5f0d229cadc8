import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { FinishedSession } from '@/core/desk/view';
import { starterShow } from '@/core/show/starter';
import type { Feed } from '@/core/show/show';
import { sign } from '@/server/feed/signature';
import type { OxbowLedger } from '@/server/standins/oxbow/channel';
import { until, VIEWERS, World } from './world';

/* One feed floods at 5,000 messages a second for a minute: the others are not kept waiting, and nothing is lost of either. */

const HANDLE = 'odavarn.kiln';
const KEY = 'flood-key-0123456789';
const INBOX = 'flood-inbox-0123456789';
const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';
/** Messages a second. Brindle drops likes under load, so that its crowd must do twice as much. */
const RATE = 5000;
const SECONDS = 60;
const base = { handle: HANDLE, on: true, rate: { coin: 0, kept: 0 }, admitted: [] };

let world: World;
before(async () => {
  world = await World.open();
});
after(() => world.close());

const ask = (method: string, path: string, body?: unknown): Promise<Response> =>
  fetch(`${world.address}/api/shows/flood${path}`, { method, headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' }, ...(body === undefined ? {} : { body: JSON.stringify(body) }) });

let sent = 0;
/** How long a webhook takes from being sent until it is kept and counted, ms. */
async function hook(): Promise<number> {
  sent += 1;
  const body = JSON.stringify({ type: 'channel.raided', timestamp: new Date().toISOString(), data: { from: { account: `r${sent}` }, viewers: 1 } });
  const time = String(Math.floor(Date.now() / 1000));
  const started = performance.now();
  const answer = await fetch(`${world.address}/in/${INBOX}`, { method: 'POST', body, headers: { 'content-type': 'application/json', 'webhook-id': `own_${sent}`, 'webhook-timestamp': time, 'webhook-signature': sign(SECRET, `own_${sent}`, time, body) } });
  assert.equal(answer.status, 204);
  return performance.now() - started;
}
const at = (times: number[], share: number): number => [...times].sort((a, b) => a - b)[Math.floor((times.length - 1) * share)] ?? NaN;
const median = (times: number[]): number => at(times, 0.5);

test(`${RATE} messages a second for ${SECONDS} s`, { timeout: 180_000 }, async () => {
  const feeds: Feed[] = [{ ...base, id: 'b', platform: 'brindle' }, { ...base, id: 'o', platform: 'oxbow', helper: '' }];
  const show = { ...starterShow('flood'), cues: [], feeds };
  assert.equal((await ask('PUT', '', { show, outletKeys: {}, secrets: { b: { inbox: `${INBOX}-b` }, o: { inbox: INBOX, signing: SECRET } } })).status, 204);
  await world.act('oxbow', HANDLE, { act: 'live' });
  await new Promise((resolve) => setTimeout(resolve, 1000));
  const quiet: number[] = [];
  for (let n = 0; n < 40; n += 1) quiet.push(await hook());

  await world.brindle(HANDLE, { act: 'crowd', rate: RATE * 2, seed: 3 });
  const flooded: number[] = [];
  for (const end = Date.now() + SECONDS * 1000; Date.now() < end; ) {
    flooded.push(await hook());
    await world.act('oxbow', HANDLE, { act: 'follow', user: { uid: `f${flooded.length}`, handle: 'f', nickname: 'F' } });
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  await world.brindle(HANDLE, { act: 'crowd', rate: 0 });
  // What was dropped last is known with the next batch that is not.
  await new Promise((resolve) => setTimeout(resolve, 1100));
  await world.brindle(HANDLE, { act: 'like', user: VIEWERS.ines, taps: 1 });
  await world.brindle(HANDLE, { act: 'end' });
  const ledger = await world.ledger(HANDLE);
  const oxbow = ((await (await fetch(`${world.standins}/standins/oxbow/ledger`)).json()) as Record<string, OxbowLedger>)[HANDLE];
  await until(async () => ((await (await fetch(`${world.standins}/standins/oxbow/live/${HANDLE}`)).json()) as { pending: number }).pending, (pending) => pending === 0, 20_000);
  await world.act('oxbow', HANDLE, { act: 'end' });
  const [session] = await until(async () => (await (await ask('GET', '/sessions')).json()) as FinishedSession[], (list) => list.length > 0, 60_000);
  assert.ok(session && oxbow);
  const { totals } = session;
  process.stdout.write(`${ledger.sent.messages} messages, ${totals.events} events; a webhook: ${median(quiet).toFixed(1)} ms when quiet, ${median(flooded).toFixed(1)} ms when flooded, nineteen of twenty within ${at(flooded, 0.95).toFixed(1)} ms, at most ${Math.max(...flooded).toFixed(0)} ms\n`);
  assert.ok(ledger.sent.messages > RATE * SECONDS * 0.6, `${ledger.sent.messages} messages are a flood`);
  assert.deepEqual(
    { chat: totals.byKind.chat, follows: totals.follows, gifts: totals.gifts, coins: totals.coins, likes: totals.likes, viewerLikes: totals.viewerLikes, raids: totals.byKind.raid, lost: session.lost },
    { chat: ledger.chat, follows: ledger.follow + oxbow.follow, gifts: ledger.gift.count, coins: ledger.gift.coins, likes: ledger.like.room, viewerLikes: ledger.like.viewers, raids: sent, lost: 0 },
  );
  assert.ok(at(flooded, 0.95) - median(quiet) < 100, 'the other feed is not kept waiting');
});
