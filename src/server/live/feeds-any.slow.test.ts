import type { Feed } from '@/core/platform/feed';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { createServer, type Server, type ServerResponse } from 'node:http';
import { WebSocketServer } from 'ws';
import { writeEventLine } from '@/core/file/events';
import { aFollow, aGift, START } from '@/core/event/examples';
import type { LiveShow } from './live-show';
import { until } from '@/server/standins/open';
import { INBOX, base, host, self, run, state } from './feeds.setup';
import { inEnglish } from '@/core/words/in-english.setup';

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
    expect(inEnglish(await live.connections.get('m')?.client?.check())).toMatchObject([
      { step: 'Address', outcome: 'good' },
    ]);
    await end(server);
  });

  test('by polling: a small answer that unpacks to a hundred megabytes is cut off', async () => {
    const bomb = gzipSync(Buffer.alloc(120 << 20, 0x20));
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
    );
    expect([asked, process.memoryUsage().rss - before < 90 << 20]).toEqual([3, true]);
    await end(server);
  });

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
