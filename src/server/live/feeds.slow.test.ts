import type { Feed } from '@/core/platform/feed';
import { mkdtempSync, rmSync, statSync, readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createServer, type Server, type ServerResponse } from 'node:http';
import { Webhook } from 'standardwebhooks';
import { WebSocketServer } from 'ws';
import { writeEventLine } from '@/core/file/events';
import { aFollow, aGift, START } from '@/core/event/examples';
import { emptyShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { everywhere } from '@/server/feed/outward';
import { doorsIn } from '@/server/embedded/doors';
import { showsIn } from '@/server/embedded/shows-in-folders';
import { ShowHost } from './show-host';
import type { LiveShow } from './live-show';
import { Standins, until } from '@/server/standins/open';
import type { OxbowLedger } from '@/server/standins/oxbow/channel';

/* A show that runs, with every kind of feed, against the stand-ins and against servers that do what is written here. */

const HANDLE = 'odavarn.kiln';
const KEY = 'desk-key-0123456789';
const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';
const INBOX = 'inbox-0123456789abcdef';
const PERSON = { uid: 'u1', handle: 'ines.barro', nickname: 'Inês', badges: [] };
const base = { handle: HANDLE, on: true, rate: { coin: 0, kept: 0 }, admitted: [] };

let folder: string;
let standins: Standins;
let host: ShowHost;
let door: Server;
let self: string;

/** The server's own door for webhooks, as the routes open it. */
function openDoor(): Promise<void> {
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

async function run(
  feeds: Feed[],
  secrets: Record<string, { inbox: string; signing?: string; token?: string }> = {},
): Promise<LiveShow> {
  const show: Show = { ...emptyShow('s', 'S'), feeds };
  const inboxes = Object.fromEntries(feeds.map(({ id }, n) => [id, { inbox: `${INBOX}${n}` }]));
  expect(host.publish(show, KEY, {}, { ...inboxes, ...secrets })).toEqual({ ok: true });
  const live = host.running('s');
  if (!live) throw new Error(`The show is ${host.desk('s', KEY).found}.`);
  return live;
}
const state = (live: LiveShow, feed: string) => live.connections.get(feed)?.keeper.health.state;

describe('Oxbow', () => {
  const oxbow: Feed = { ...base, id: 'o', platform: 'oxbow', helper: 'kiln-helper' };
  const secrets = { o: { inbox: INBOX, signing: SECRET } };

  test('chat and webhooks arrive once, gifted subscriptions are the giver’s, and the order does not matter', async () => {
    const live = await run([oxbow], secrets);
    await until(
      () => state(live, 'o'),
      (now) => now === 'waiting',
    );
    await standins.act('oxbow', HANDLE, { act: 'trouble', repeat: 0.5, reorder: 0.3, malformed: 0.2 });
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
    expect(steps.map(({ step, outcome }) => [step, outcome])).toEqual([
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
      ((await live.connections.get('o')?.client?.check()) ?? []).find((each) => each.step === name);
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
      { o: { inbox: INBOX, signing: renewed, previous: { signing: SECRET, until: Date.now() + 60_000 } } },
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

describe('Tarn', () => {
  const tarn: Feed = { ...base, id: 't', platform: 'tarn' };

  test('items once, hearts and followers as differences, and a restart of the counters takes nothing back', async () => {
    await standins.act('tarn', HANDLE, { act: 'pace', ms: 50 });
    const live = await run([tarn]);
    await until(
      () => state(live, 't'),
      (now) => now === 'waiting',
    );
    await standins.act('tarn', HANDLE, { act: 'live' });
    await until(
      () => state(live, 't'),
      (now) => now === 'connected',
    );
    await until(
      () => live.state.session,
      (session) => session !== null,
    );
    await standins.act('tarn', HANDLE, { act: 'hearts', count: 40 });
    await until(
      () => live.state.totals.likes,
      (likes) => likes === 40,
    );
    await standins.act('tarn', HANDLE, { act: 'restart', hearts: 3, followers: 0 });
    await new Promise((resolve) => setTimeout(resolve, 500));
    await standins.act('tarn', HANDLE, { act: 'hearts', count: 5 });
    await standins.act('tarn', HANDLE, { act: 'followers', count: 2 });
    await standins.act('tarn', HANDLE, { act: 'sticker', user: PERSON, amountMicros: 1_250_000, currency: 'KWD' });
    const { totals } = await until(
      () => live.state,
      (now) => now.totals.likes === 45 && now.totals.follows === 2 && now.totals.byKind.tip === 1,
    );
    expect([totals.viewerLikes, totals.tips]).toEqual([0, { KWD: 1250 }]);
  });

  test('down, asked too soon, and forgotten: it waits, and a gap is marked', async () => {
    await standins.act('tarn', HANDLE, { act: 'pace', ms: 50 });
    await standins.act('tarn', HANDLE, { act: 'live' });
    const live = await run([tarn]);
    await until(
      () => state(live, 't'),
      (now) => now === 'connected',
    );
    await standins.act('tarn', HANDLE, { act: 'down', ms: 900 });
    await until(
      () => state(live, 't'),
      (now) => now === 'reconnecting',
    );
    await standins.act('tarn', HANDLE, { act: 'comment', user: PERSON, text: 'lost' });
    await standins.act('tarn', HANDLE, { act: 'forget' });
    await until(
      () => state(live, 't'),
      (now) => now === 'connected',
    );
    expect(live.state.problems.get('t')?.gaps).toMatchObject([{ lost: null, from: expect.any(Number) }]);
    await standins.act('tarn', HANDLE, { act: 'comment', user: PERSON, text: 'after' });
    await until(
      () => live.state.totals.byKind.chat,
      (chats) => chats === 1,
    );
    const soon = await fetch(`${standins.addresses.tarn}/v1/rooms/${HANDLE}/activity?after=latest`);
    await standins.act('tarn', HANDLE, { act: 'pace', ms: 5000 });
    await new Promise((resolve) => setTimeout(resolve, 300));
    const again = await fetch(`${standins.addresses.tarn}/v1/rooms/${HANDLE}/activity?after=latest`);
    expect([
      soon.status === 200 || soon.status === 429,
      again.status,
      Number(again.headers.get('retry-after')) > 0,
    ]).toEqual([true, 429, true]);
  });
});

test('ten shows that follow one polled room all connect within a minute, and all hear what happens', async () => {
  await standins.act('tarn', HANDLE, { act: 'pace', ms: 1000 });
  const ids = Array.from({ length: 10 }, (_, n) => `s${n}`);
  const lives = ids.map((id): LiveShow => {
    expect(
      host.publish(
        { ...emptyShow(id, id), feeds: [{ ...base, id: 't', platform: 'tarn' }] },
        KEY,
        {},
        { t: { inbox: `${INBOX}-${id}` } },
      ),
    ).toEqual({ ok: true });
    const live = host.running(id);
    if (!live) throw new Error(`The show is ${host.desk(id, KEY).found}.`);
    return live;
  });
  await until(
    () => lives.filter((live) => state(live, 't') === 'waiting').length,
    (count) => count === 10,
    60_000,
  );
  await standins.act('tarn', HANDLE, { act: 'live' });
  await standins.act('tarn', HANDLE, { act: 'comment', user: PERSON, text: 'hello' });
  await until(
    () => lives.filter(({ state: { totals } }) => totals.byKind.chat === 1).length,
    (count) => count === 10,
    60_000,
  );
}, 130_000);

describe('any other', () => {
  const rule = {
    kind: 'follow' as const,
    when: null,
    each: null,
    fields: { viewerName: '$.who', id: '$.n' },
    fixed: {},
  };
  const mapped = (source: Extract<Feed, { platform: 'mapped' }>['source']): Feed => ({
    ...base,
    id: 'm',
    platform: 'mapped',
    source,
    rules: [rule],
  });
  const follows = (live: LiveShow) =>
    until(
      () => live.state.totals.follows,
      (count) => count === 2,
    );

  async function serve(
    answer: (res: ServerResponse, authorization: string | undefined, url: string) => void,
  ): Promise<{ url: string; server: Server }> {
    const server = createServer((req, res) => answer(res, req.headers.authorization, req.url ?? ''));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    return { server, url: `127.0.0.1:${(server.address() as AddressInfo).port}` };
  }
  const end = (server: Server): Promise<unknown> => {
    server.closeAllConnections();
    return new Promise((resolve) => server.close(resolve));
  };

  test('by event stream, with a bearer token', async () => {
    const { url, server } = await serve((res, authorization) => {
      if (authorization !== 'Bearer let-me-in') return void res.writeHead(401).end();
      res
        .writeHead(200, { 'content-type': 'text/event-stream' })
        .write('data: {"who":"Inês","n":1}\n\ndata: {"who":"Hana","n":2}\n\ndata: {"who":"Hana","n":2}\n\n');
    });
    const live = await run([mapped({ transport: 'sse', url: `http://${url}/` })], {
      m: { inbox: INBOX, token: 'let-me-in' },
    });
    await follows(live);
    expect([state(live, 'm'), live.state.session !== null]).toEqual(['connected', true]);
    live.endSession();
    expect(live.state.session?.endedAt).not.toBeNull();
    await end(server);
  });

  test('by polling, the secret in the address', async () => {
    const { url, server } = await serve((res, _authorization, path) => {
      if (path !== '/feed?key=let%20me') return void res.writeHead(403).end();
      res.writeHead(200, { 'content-type': 'application/json' }).end('{"who":"Inês","n":1}');
    });
    const live = await run([mapped({ transport: 'poll', url: `http://${url}/feed?key={secret}`, everyMs: 500 })], {
      m: { inbox: INBOX, token: 'let me' },
    });
    await until(
      () => live.state.totals.follows,
      (count) => count === 1,
    );
    await new Promise((resolve) => setTimeout(resolve, 1200));
    expect(live.state.totals.follows).toBe(1);
    expect(await live.connections.get('m')?.client?.check()).toMatchObject([{ step: 'Address', outcome: 'good' }]);
    await end(server);
  });

  test('by polling: a small answer that unpacks to hundreds of megabytes is cut off', async () => {
    const bomb = gzipSync(Buffer.alloc(400 << 20, 0x20));
    let asked = 0;
    const { url, server } = await serve((res) => {
      asked += 1;
      if (asked <= 2) res.writeHead(200, { 'content-type': 'application/json', 'content-encoding': 'gzip' }).end(bomb);
      else res.writeHead(200, { 'content-type': 'application/json' }).end('{"who":"Inês","n":1}');
    });
    const before = process.memoryUsage().rss;
    const live = await run([mapped({ transport: 'poll', url: `http://${url}/`, everyMs: 500 })]);
    await until(
      () => live.state.totals.follows,
      (count) => count === 1,
      15_000,
    );
    expect([asked, process.memoryUsage().rss - before < 300 << 20]).toEqual([3, true]);
    await end(server);
  }, 30_000);

  test('by WebSocket, again after it was cut', async () => {
    const sockets = new WebSocketServer({ port: 0, host: '127.0.0.1' });
    await new Promise((resolve) => sockets.once('listening', resolve));
    let n = 0;
    sockets.on('connection', (socket) => {
      n += 1;
      socket.send(JSON.stringify({ who: `Viewer ${n}`, n }));
      if (n === 1) setTimeout(() => socket.terminate(), 50);
    });
    const live = await run([
      mapped({ transport: 'websocket', url: `ws://127.0.0.1:${(sockets.address() as AddressInfo).port}/` }),
    ]);
    await follows(live);
    for (const client of sockets.clients) client.terminate();
    await new Promise((resolve) => sockets.close(resolve));
  });

  test('by webhook, CloudEvents and Activity Streams: each at its own address', async () => {
    const cloud: Feed = { ...base, id: 'c', platform: 'cloudevents', rules: [] };
    const activity: Feed = { ...base, id: 'a', platform: 'activity' };
    const live = await run([mapped({ transport: 'webhook' }), cloud, activity]);
    const post = async (n: number, body: string, headers: Record<string, string> = {}) =>
      (await fetch(`${self}/in/${INBOX}${n}`, { method: 'POST', body, headers })).status;
    expect(await post(0, '{"who":"Inês","n":1}')).toBe(204);
    expect(await post(0, '{"n":2}')).toBe(422);
    expect(
      await post(
        1,
        JSON.stringify({
          specversion: '1.0',
          id: '1',
          source: '/x',
          type: 'app.gavirn.event.gift',
          time: '2026-11-19T19:00:00Z',
          data: { giftId: 'g', name: 'Pot', unitCoins: 5, count: 2 },
        }),
        { 'content-type': 'application/cloudevents+json' },
      ),
    ).toBe(204);
    expect(await post(1, '{}', { 'content-type': 'application/json' })).toBe(400);
    expect(await post(2, JSON.stringify({ type: 'Announce', actor: 'https://social.example/@ines' }))).toBe(204);
    expect(await post(2, '{"half')).toBe(400);
    expect(await post(7, '{}')).toBe(404);
    const { totals } = live.state;
    expect([totals.follows, totals.coins, totals.byKind.share]).toEqual([1, 10, 1]);
    expect(live.connections.get('m')?.raw.at(-1)?.text).toBe('{"n":2}');
  });
});

test('a recording plays at a hundred times its speed, pauses, and goes back as something new', async () => {
  const file: Feed = { ...base, id: 'f', platform: 'file', as: 'events', speed: 100 };
  const live = await run([file]);
  await until(
    () => state(live, 'f'),
    (now) => now === 'notFound',
  );
  const log = [
    aFollow({ at: START, seenAt: START }),
    aGift({ count: 4, at: START + 20_000, seenAt: START + 20_000 }),
    aFollow({ at: START + 60_000, seenAt: START + 60_000 }),
  ]
    .map(writeEventLine)
    .join('');
  await host.keepRecording('s', 'f', log);
  await until(
    () => state(live, 'f'),
    (now) => now === 'waiting',
  );
  const client = () =>
    live.connections.get('f')?.client as unknown as {
      command: (command: object) => void;
      playback: { at: number; length: number; playing: boolean };
    };
  expect(client().playback.length).toBe(60_000);
  client().command({ play: true });
  await until(
    () => live.state.totals.gifts,
    (gifts) => gifts === 4,
  );
  client().command({ play: false });
  const { at } = client().playback;
  await new Promise((resolve) => setTimeout(resolve, 200));
  expect([client().playback.at, client().playback.playing, live.state.totals.follows]).toEqual([at, false, 1]);
  client().command({ seek: 0 });
  client().command({ play: true });
  await until(
    () => live.state.session?.endedAt ?? null,
    (ended) => ended !== null,
  );
  expect([live.state.totals.gifts, live.state.totals.follows]).toEqual([8, 3]);
});
