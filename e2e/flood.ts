import type { Feed } from '@/core/platform/feed';
import assert from 'node:assert/strict';
import type { FinishedSession } from '@/core/desk/view';
import { starterShow } from '@/core/show/starter';
import { sign } from '@/server/feed/signature';
import type { Ledger } from '@/server/standins/brindle/ledger';
import type { OxbowLedger } from '@/server/standins/oxbow/channel';
import { until, VIEWERS, type World } from './world';

/* One feed floods while another goes on: what became of both. For the test that nothing is lost, and for measuring how long the other waits. */

const HANDLE = 'odavarn.kiln';
const KEY = 'flood-key-0123456789';
const INBOX = 'flood-inbox-0123456789';
const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';
/** Messages a second. Brindle drops likes under load, so that its crowd must do twice as much. */
export const RATE = 5000;
const base = { handle: HANDLE, on: true, rate: { coin: 0, kept: 0 }, admitted: [] };

export interface Flood {
  brindle: Ledger;
  oxbow: OxbowLedger;
  session: FinishedSession;
  /** How many webhooks of our own were sent. */
  hooks: number;
  /** How long each took, ms: before the flood, and in it. */
  quiet: number[];
  flooded: number[];
}

const ask = (world: World, method: string, path: string, body?: unknown): Promise<Response> =>
  fetch(`${world.address}/api/shows/flood${path}`, {
    method,
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

let sent = 0;
/** How long a webhook takes from being sent until it is kept and counted, ms. */
async function hook(world: World): Promise<number> {
  sent += 1;
  const body = JSON.stringify({
    type: 'channel.raided',
    timestamp: new Date().toISOString(),
    data: { from: { account: `r${sent}` }, viewers: 1 },
  });
  const time = String(Math.floor(Date.now() / 1000));
  const started = performance.now();
  const answer = await fetch(`${world.address}/in/${INBOX}`, {
    method: 'POST',
    body,
    headers: {
      'content-type': 'application/json',
      'webhook-id': `own_${sent}`,
      'webhook-timestamp': time,
      'webhook-signature': sign(SECRET, `own_${sent}`, time, body),
    },
  });
  assert.equal(answer.status, 204);
  return performance.now() - started;
}
/** Floods one feed for so many seconds. */
export async function flood(world: World, seconds: number): Promise<Flood> {
  const feeds: Feed[] = [
    { ...base, id: 'b', platform: 'brindle' },
    { ...base, id: 'o', platform: 'oxbow', helper: '' },
  ];
  const show = { ...starterShow('flood'), followAgain: 'each' as const, cues: [], feeds };
  assert.equal(
    (
      await ask(world, 'PUT', '', {
        show,
        outletKeys: {},
        secrets: { b: { inbox: `${INBOX}-b` }, o: { inbox: INBOX, signing: SECRET } },
      })
    ).status,
    204,
  );
  await world.act('oxbow', HANDLE, { act: 'live' });
  await new Promise((resolve) => setTimeout(resolve, 1000));
  const quiet: number[] = [];
  for (let n = 0; n < 40; n += 1) quiet.push(await hook(world));

  await world.brindle(HANDLE, { act: 'crowd', rate: RATE * 2, seed: 3 });
  const flooded: number[] = [];
  for (const end = Date.now() + seconds * 1000; Date.now() < end;) {
    flooded.push(await hook(world));
    await world.act('oxbow', HANDLE, {
      act: 'follow',
      user: { uid: `f${flooded.length}`, handle: 'f', nickname: 'F' },
    });
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  await world.brindle(HANDLE, { act: 'crowd', rate: 0 });
  // What was dropped last is known with the next batch that is not.
  await new Promise((resolve) => setTimeout(resolve, 1100));
  await world.brindle(HANDLE, { act: 'like', user: VIEWERS.ines, taps: 1 });
  await world.brindle(HANDLE, { act: 'end' });
  const brindle = await world.ledger(HANDLE);
  const oxbow = (
    (await (await fetch(`${world.standins}/standins/oxbow/ledger`)).json()) as Record<string, OxbowLedger>
  )[HANDLE];
  await until(
    async () =>
      ((await (await fetch(`${world.standins}/standins/oxbow/live/${HANDLE}`)).json()) as { pending: number }).pending,
    (pending) => pending === 0,
  );
  await world.act('oxbow', HANDLE, { act: 'end' });
  const [session] = await until(
    async () => (await (await ask(world, 'GET', '/sessions')).json()) as FinishedSession[],
    (list) => list.length > 0,
  );
  if (!session || !oxbow) throw new Error('There is no session, or no ledger.');
  return { brindle, oxbow, session, hooks: sent, quiet, flooded };
}
