import type { Feed } from '@/core/platform/feed';
import { statSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Webhook } from 'standardwebhooks';
import type { ShowOwner } from '@/server/door/bus';
import { showsIn } from '@/server/embedded/shows-in-folders';
import { until } from '@/server/standins/open';
import type { OxbowLedger } from '@/server/standins/oxbow/channel';
import { HANDLE, KEY, SECRET, INBOX, PERSON, base, folder, standins, host, run, self, state } from './feeds.setup';
import { inEnglish } from '@/core/words/in-english.setup';

describe('Oxbow', () => {
  const oxbow: Feed = { ...base, id: 'o', platform: 'oxbow', helper: 'kiln-helper' };
  const secrets = { o: { inbox: INBOX, signing: SECRET } };

  test('chat and webhooks arrive once, gifted subscriptions are the giver’s, and the order does not matter', async () => {
    const live = await run([oxbow], secrets);
    await until(
      () => state(live, 'o'),
      (now) => now === 'waiting',
    );
    await standins.act('oxbow', HANDLE, { act: 'faults', repeat: 0.5, reorder: 0.3, malformed: 0.2 });
    await standins.act('oxbow', HANDLE, { act: 'live' });
    await until(
      () => state(live, 'o'),
      (now) => now === 'connected',
    );
    for (let n = 0; n < 30; n += 1)
      await standins.act('oxbow', HANDLE, { act: 'chat', user: PERSON, text: `line ${n}; with \\ all: of it` });
    await standins.act('oxbow', HANDLE, {
      act: 'giftSubs',
      user: PERSON,
      recipients: [1, 2, 3].map((n) => ({ ...PERSON, uid: `r${n}` })),
    });
    await standins.act('oxbow', HANDLE, { act: 'subscribe', user: PERSON, months: 4 });
    await standins.act('oxbow', HANDLE, { act: 'tip', user: PERSON, value: '5.00', currency: 'EUR' });
    await standins.act('oxbow', HANDLE, { act: 'tip', user: PERSON, value: '500', currency: 'JPY' });
    await standins.act('oxbow', HANDLE, { act: 'raid', user: PERSON, viewers: 25 });
    await standins.act('oxbow', HANDLE, { act: 'crowd', rate: 0 });
    const ledger = await standins.ledger<OxbowLedger>('oxbow', HANDLE);
    const { totals } = await until(
      () => live.state,
      ({ totals: now }) =>
        now.byKind.chat === ledger.chat &&
        now.raidViewers === 25 &&
        now.giftSubs === 3 &&
        Object.keys(now.tips).length === 2 &&
        now.byKind.subscribe === 4,
    );
    expect([totals.subscriptions, totals.giftSubs, totals.byKind.tip, totals.tips]).toEqual([
      1,
      3,
      2,
      { EUR: 500, JPY: 500 },
    ]);
    expect(live.state.problems.get('o')?.badCount).toBeGreaterThan(0);
  });

  test('where ten others are told already it says so, on the feed and in the check', async () => {
    const told = (callback: string): Promise<Response> =>
      fetch(`${standins.addresses.oxbow}/live/${HANDLE}/hook`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ callback, secret: SECRET }),
      });
    for (let n = 0; n < 10; n += 1) expect((await told(`${self}/other/${n}`)).status).toBe(204);
    const live = await run([oxbow], secrets);
    await until(
      () => state(live, 'o'),
      (now) => now === 'crowded',
    );
    const { owner } = host.desk('s', KEY) as { owner?: ShowOwner };
    const check = (await owner?.feeds.check('o')) ?? [];
    expect(check.map(({ says }) => inEnglish(says)).join(' ')).toMatch(/tells no more programs of this account/);
  });

  test('after the chat was cut it joins again and misses no line', async () => {
    const live = await run([oxbow], secrets);
    await standins.act('oxbow', HANDLE, { act: 'live' });
    await until(
      () => state(live, 'o'),
      (now) => now === 'connected',
    );
    await standins.act('oxbow', HANDLE, { act: 'drop' });
    for (let n = 0; n < 5; n += 1)
      await standins.act('oxbow', HANDLE, { act: 'chat', user: PERSON, text: `while away ${n}` });
    await until(
      () => live.state.totals.byKind.chat,
      (chats) => chats === 5,
    );
    expect(live.connections.get('o')?.keeper.outages).toMatchObject([{ until: expect.any(Number) }]);
  });

  test('what is not signed by the secret is refused, and said so where it is checked', async () => {
    const live = await run([oxbow], secrets);
    await until(
      () => state(live, 'o'),
      (now) => now === 'waiting',
    );
    const forged = await live.receive('o', {
      headers: {
        'webhook-id': 'm',
        'webhook-timestamp': String(Math.floor(Date.now() / 1000)),
        'webhook-signature': 'v1,AAAA',
      },
      body: '{}',
    });
    expect(forged).toMatchObject({ status: 401 });
    expect(live.state.totals.events).toBe(0);
    const steps = (await live.connections.get('o')?.client?.check()) ?? [];
    expect(inEnglish(steps).map(({ step, outcome }) => [step, outcome])).toEqual([
      ['Handle', 'good'],
      ['Broadcast', 'good'],
      ['Helper', 'bad'],
      ['Callback', 'good'],
      ['Secret', 'good'],
    ]);
  });

  test('each step fails and is mended: private, no moderator, an impostor, a wrong secret', async () => {
    const live = await run([oxbow], secrets);
    await until(
      () => state(live, 'o'),
      (now) => now === 'waiting',
    );
    const step = async (name: string) =>
      inEnglish((await live.connections.get('o')?.client?.check()) ?? []).find((each) => each.step === name);
    await standins.act('oxbow', HANDLE, { act: 'public', on: false });
    expect(await step('Broadcast')).toMatchObject({ outcome: 'bad', says: expect.stringMatching(/not public/) });
    await standins.act('oxbow', HANDLE, { act: 'public', on: true });
    const client = live.connections.get('o')?.client;
    expect(await client?.post?.('Gavirn is here.')).toEqual({
      ok: false,
      reason: 'kiln-helper is not a moderator of odavarn.kiln: the message was not posted.',
    });
    await standins.act('oxbow', HANDLE, { act: 'moderator', name: 'kiln-heIper', on: true });
    expect(await step('Helper')).toMatchObject({
      outcome: 'bad',
      says: expect.stringMatching(/kiln-heIper is a moderator and looks like kiln-helper/),
    });
    await standins.act('oxbow', HANDLE, { act: 'moderator', name: 'kiln-heIper', on: false });
    await standins.act('oxbow', HANDLE, { act: 'moderator', name: 'kiln-helper', on: true });
    expect(await step('Helper')).toMatchObject({ outcome: 'good' });
    expect(await client?.post?.('Gavirn is here.')).toEqual({ ok: true });
  });

  test('a renewed secret is used at once, and the old one still taken', async () => {
    const live = await run([oxbow], secrets);
    await until(
      () => state(live, 'o'),
      (now) => now === 'waiting',
    );
    const renewed = 'whsec_C2FVsBQIhrscChlQIMV+b5sSYspob7oDazfgh1x0Q2s=';
    host.publish(
      live.state.show,
      KEY,
      {},
      {
        secrets: {
          o: { inbox: INBOX, signing: renewed, previous: { signing: SECRET, until: Date.now() + 60_000 } },
        },
      },
    );
    const send = (secret: string, id: string) => {
      const body = JSON.stringify({
        type: 'channel.followed',
        timestamp: new Date().toISOString(),
        data: { user: { account: id } },
      });
      const at = new Date();
      return live.receive('o', {
        body,
        headers: {
          'webhook-id': id,
          'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
          'webhook-signature': new Webhook(secret).sign(id, at, body),
        },
      });
    };
    expect([
      (await send(SECRET, 'a')).status,
      (await send(renewed, 'b')).status,
      (await send(renewed, 'b')).status,
    ]).toEqual([204, 204, 204]);
    expect(live.state.totals.follows).toBe(2);
    // Secrets are in a file of their own, which nobody else may read, and in no other.
    const at = join(folder, 'shows');
    const files = (name: string) => readFileSync(join(at, showsIn(folder).nameOf('s'), name), 'utf8');
    expect(files('secrets.json')).toContain(renewed);
    expect(files('show.json')).not.toContain('whsec_');
    expect(statSync(join(at, showsIn(folder).nameOf('s'), 'secrets.json')).mode & 0o077).toBe(0);
  });
});
