import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Webhook } from 'standardwebhooks';
import { parseIrc } from '@/core/platform/irc';
import { until } from '../open';
import { HISTORY_LINES, OxbowChannel } from './channel';
import { Hooks } from './hooks';

const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';
const ines = { uid: 'u1', handle: 'ines.barro', nickname: 'Inês', badges: ['moderator'] };

describe('webhooks', () => {
  let server: Server;
  let got: { id: string; body: string; right: boolean }[];
  let status: number;
  let hooks: Hooks;
  beforeEach(async () => {
    got = [];
    status = 204;
    server = createServer((req, res) => {
      let body = '';
      req
        .on('data', (part) => (body += String(part)))
        .on('end', () => {
          const headers = Object.fromEntries(
            ['webhook-id', 'webhook-timestamp', 'webhook-signature'].map((name) => [name, String(req.headers[name])]),
          );
          let right = true;
          try {
            new Webhook(SECRET).verify(body, headers);
          } catch {
            right = false;
          }
          got.push({ id: headers['webhook-id'] ?? '', body, right });
          res.writeHead(status).end();
        });
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    hooks = new Hooks();
  });
  afterEach(async () => {
    hooks.close();
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  });
  const target = () => ({ callback: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, secret: SECRET });

  test('what is sent before anyone has registered waits, and is signed by the secret that was given', async () => {
    const id = hooks.send('{"a":1}');
    expect(hooks.pending).toBe(1);
    hooks.register(target());
    hooks.send('{"b":2}');
    await until(
      () => hooks.pending,
      (pending) => pending === 0,
    );
    expect(got).toHaveLength(2);
    expect(got.find((each) => each.id === id)).toEqual({ id, body: '{"a":1}', right: true });
  });

  test('anything but 2xx is tried again under the same id until it is taken', async () => {
    hooks.register(target());
    status = 503;
    const id = hooks.send('{"a":1}');
    await until(
      () => got.length,
      (count) => count === 2,
    );
    expect([hooks.pending, hooks.lastStatus]).toEqual([1, 503]);
    status = 204;
    await until(
      () => hooks.pending,
      (pending) => pending === 0,
    );
    expect(new Set(got.map((each) => each.id))).toEqual(new Set([id]));
  });

  test('each callback is told all by itself: one that does not answer keeps nobody waiting, and one that is forgotten hears no more', async () => {
    const { callback } = target();
    hooks.register({ ...target(), callback: 'http://127.0.0.1:9/' });
    hooks.register(target());
    hooks.register({ ...target(), callback: `${callback}other` });
    hooks.send('{"a":1}');
    await until(
      () => got.length,
      (count) => count === 2,
    );
    hooks.forget(`${callback}other`);
    hooks.send('{"b":2}');
    await until(
      () => got.length,
      (count) => count === 3,
    );
    expect([got.map(({ body }) => body), hooks.registered]).toEqual([['{"a":1}', '{"a":1}', '{"b":2}'], 2]);
  });

  test('ten are told; an eleventh is refused, unless one does not answer', async () => {
    const { callback } = target();
    const nth = (n: number) => ({ ...target(), callback: `${callback}${n}` });
    for (let n = 0; n < 9; n += 1) expect(hooks.register(nth(n))).toBe('new');
    hooks.register({ ...target(), callback: 'http://127.0.0.1:9/' });
    expect(hooks.register(nth(0))).toBe('known');
    hooks.forget(`${callback}8`);
    hooks.register(nth(8));
    expect(hooks.register(nth(10))).toBe('full');
    hooks.send('{"a":1}');
    await until(
      () => got.length,
      (count) => count === 9,
    );
    expect([hooks.register(nth(10)), hooks.registered]).toEqual(['new', 10]);
  });

  test('a ping says what came back, or that nothing answers', async () => {
    const { callback } = target();
    expect(await hooks.ping(callback, '2026-11-19T19:00:00Z')).toBeNull();
    hooks.register(target());
    status = 401;
    expect(await hooks.ping(callback, '2026-11-19T19:00:00Z')).toBe(401);
    const nowhere = 'http://127.0.0.1:9/';
    hooks.register({ ...target(), callback: nowhere });
    expect(await hooks.ping(nowhere, '2026-11-19T19:00:00Z')).toBeNull();
  });
});

describe('a channel', () => {
  let now = 0;
  let lines: string[];
  const made = () => {
    const channel = new OxbowChannel(
      'odavarn.kiln',
      () => now,
      () => 0.5,
    );
    const sent: { type: string; data: Record<string, unknown> }[] = [];
    channel.hooks.send = (body, id = 'x') => {
      sent.push(JSON.parse(body) as (typeof sent)[number]);
      return id;
    };
    return { channel, sent };
  };
  beforeEach(() => {
    now = Date.UTC(2026, 10, 19, 19);
    lines = [];
  });

  test('who joins again is sent what was said in the last five minutes, as it was', () => {
    const { channel } = made();
    channel.chat(ines, 'long ago');
    now += 6 * 60_000;
    channel.chat(ines, 'just now; really');
    channel.join((line) => lines.push(line));
    channel.chat(ines, 'live');
    expect(lines.map((line) => parseIrc(line)?.params[1])).toEqual(['just now; really', 'live']);
    expect(parseIrc(lines[0] ?? '')?.tags).toMatchObject({
      account: 'u1',
      'display-name': 'Inês',
      badges: 'moderator',
      time: new Date(now).toISOString(),
    });
  });

  test('gifted subscriptions are told as one gift and as each of them, and are in the ledger once', () => {
    const { channel, sent } = made();
    channel.giftSubs(ines, 1, [ines, ines]);
    expect(sent.map(({ type, data }) => [type, data.gifted])).toEqual([
      ['channel.subscriptions_gifted', undefined],
      ['channel.subscribed', true],
      ['channel.subscribed', true],
    ]);
    expect([channel.ledger.giftSubs.count, channel.ledger.subscribe]).toEqual([2, 0]);
  });

  test('going live and ending are told once; an amount that is none is no tip', () => {
    const { channel, sent } = made();
    channel.goLive();
    channel.goLive();
    channel.end();
    channel.end();
    expect(sent.map(({ type }) => type)).toEqual(['channel.live', 'channel.offline']);
    expect([channel.tip(ines, '5.00', 'EUR'), channel.tip(ines, 'much', 'EUR'), channel.tip(ines, '5', 'QQQ')]).toEqual(
      [true, false, false],
    );
    expect(channel.ledger.tip).toEqual({ count: 1, minor: { EUR: 500 } });
  });
});

test('who joins is sent what was said in the last five minutes; of more than is kept the latest lines, and from when on they are whole', () => {
  let now = 1_000_000;
  const channel = new OxbowChannel(
    'h',
    () => (now += 1),
    () => 1,
  );
  const joined = (): string[] => {
    const lines: string[] = [];
    channel.join((line) => lines.push(line))();
    return lines;
  };
  for (let n = 0; n < HISTORY_LINES; n += 1) channel.chat(ines, `line ${n}`);
  expect([joined().length, parseIrc(joined()[0] ?? '')?.command]).toEqual([HISTORY_LINES, 'PRIVMSG']);
  channel.chat(ines, 'one more');
  const [first, ...lines] = joined();
  const notice = parseIrc(first ?? '');
  expect([notice?.command, lines.length]).toEqual(['NOTICE', HISTORY_LINES / 2]);
  // Nothing between the time that is named and now is missing.
  const from = Date.parse(notice?.tags['oxbow/kept-from'] ?? '');
  expect(Date.parse(parseIrc(lines[0] ?? '')?.tags.time ?? '')).toBeGreaterThanOrEqual(from - 1);
  now += 6 * 60_000;
  expect(joined()).toEqual([]);
});
