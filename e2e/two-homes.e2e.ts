import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { FinishedSession } from '@/core/desk/view';
import { starterShow } from '@/core/show/starter';
import type { OxbowLedger } from '@/server/standins/oxbow/channel';
import type { TarnLedger } from '@/server/standins/tarn/room';
import { until, World } from './world';

/* Two homes follow the same account on each platform, which makes every fault: neither takes anything from the other, and both count what happened. */

const HANDLE = 'one.account';
const HOMES = ['this', 'other'] as const;
const SECRETS = ['whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw', 'whsec_C2FVsBQIhrscChlQIMV+b5sSYspob7oDazfgh1x0Q2s='];
let world: World;
before(async () => {
  world = await World.open();
});
after(() => world.close());

const ask = (home: string, method: string, path: string, body?: unknown): Promise<Response> =>
  fetch(`${world.address}/api/shows/${home}${path}`, {
    method,
    headers: { authorization: `Bearer ${home}-desk-key-0123456789`, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
const ledger = async <T>(platform: string): Promise<T> => {
  const all = (await (await fetch(`${world.standins}/standins/${platform}/ledger`)).json()) as Record<string, T>;
  const own = all[HANDLE];
  assert.ok(own, `${platform} has a ledger`);
  return own;
};

test('both count all of it, once, against the ledgers', async () => {
  const doAll = async (body: Record<string, unknown>): Promise<void> => {
    await world.brindle(HANDLE, body);
    for (const platform of ['oxbow', 'tarn'] as const) await world.act(platform, HANDLE, body);
  };
  await doAll({ act: 'open' });
  for (const [n, home] of HOMES.entries()) {
    const base = { handle: HANDLE, on: true, rate: { coin: 0, kept: 0 }, admitted: [] };
    const show = {
      ...starterShow(home),
      followAgain: 'each',
      cues: [],
      feeds: [
        { ...base, id: 'b', platform: 'brindle' },
        { ...base, id: 'o', platform: 'oxbow', helper: '' },
        { ...base, id: 't', platform: 'tarn' },
      ],
    };
    const secrets = { o: { inbox: `${home}-inbox-0123456789`, signing: SECRETS[n] } };
    assert.equal((await ask(home, 'PUT', '', { show, outletKeys: {}, secrets })).status, 204);
  }
  await doAll({ act: 'faults', repeat: 0.1, reorder: 0.1, malformed: 0 });
  await doAll({ act: 'live' });
  await until(
    async () =>
      ((await (await fetch(`${world.standins}/standins/oxbow/live/${HANDLE}`)).json()) as { callbacks: number })
        .callbacks,
    (callbacks) => callbacks === HOMES.length,
  );
  // Each of the six is connected by now: what came before would be nobody's.
  await new Promise((resolve) => setTimeout(resolve, 5000));
  await doAll({ act: 'crowd', rate: 40, seed: 5 });
  await new Promise((resolve) => setTimeout(resolve, 6000));
  await doAll({ act: 'crowd', rate: 0 });
  // What is polled is asked for every second or two, and a room that has ended says nothing more.
  await new Promise((resolve) => setTimeout(resolve, 5000));
  await doAll({ act: 'end' });
  const [brindle, oxbow, tarn] = [
    await world.ledger(HANDLE),
    await ledger<OxbowLedger>('oxbow'),
    await ledger<TarnLedger>('tarn'),
  ];
  const happened = {
    chat: brindle.chat + oxbow.chat + tarn.chat,
    follows: brindle.follow + oxbow.follow + tarn.follow,
    gifts: brindle.gift.count,
    coins: brindle.gift.coins,
    tips: oxbow.tip.count + tarn.tip.count,
  };
  assert.ok(happened.chat > 50 && happened.coins > 10 && happened.tips > 0, JSON.stringify(happened));
  for (const home of HOMES)
    await until(
      async () => {
        const [session] = (await (await ask(home, 'GET', '/sessions')).json()) as FinishedSession[];
        if (!session) return '';
        const { byKind, follows, gifts, coins } = session.totals;
        return JSON.stringify({ chat: byKind.chat, follows, gifts, coins, tips: byKind.tip });
      },
      (counted) => counted === JSON.stringify(happened),
    );
});
