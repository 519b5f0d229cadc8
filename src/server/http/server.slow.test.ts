import { mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { createHash } from 'node:crypto';
import { createServer, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { carryOverLines } from '@/core/file/carry-over-lines';
import { starterShow } from '@/core/show/starter';
import { brindle } from '@/server/standins/brindle/routes';
import { everywhere } from '@/server/feed/outward';
import { doorsIn } from '@/server/embedded/doors';
import { gavirnServer, type ServerOptions } from './server';

/* The server by its addresses, without a browser. */

const KEY = 'desk-key-0123456789';
const OUTLET = 'outlet-key-0123456789';
const INLINE = "document.title = 'dark';";
const show = starterShow('one');
let folder: string;
let close: () => Promise<void>;
let address: string;

async function start(more: Partial<ServerOptions> = {}): Promise<void> {
  const made = gavirnServer({
    ...more,
    doors: doorsIn(join(folder, 'data')),
    built: join(folder, 'dist'),
    addresses: { brindle: 'http://127.0.0.1:9', oxbow: 'http://127.0.0.1:9', tarn: 'http://127.0.0.1:9' },
    self: 'http://127.0.0.1:9',
    outward: everywhere,
    standins: null,
    demo: null,
  });
  close = made.close;
  await new Promise<void>((resolve) => made.server.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(made.server.address() as AddressInfo).port}`;
}
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-server-'));
  mkdirSync(join(folder, 'dist', 'app'), { recursive: true });
  writeFileSync(join(folder, 'dist', 'outlet.html'), '<canvas></canvas>');
  writeFileSync(join(folder, 'dist', 'app', 'index.html'), `<html><script>${INLINE}</script></html>`);
  await start();
});
afterEach(async () => {
  await close();
  rmSync(folder, { recursive: true, force: true });
});

const ask = (method: string, path: string, body?: unknown, key = KEY): Promise<Response> =>
  fetch(address + path, {
    method,
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
const publish = (changed: object = {}, outletKeys: object = { main: OUTLET }, key = KEY): Promise<Response> =>
  ask('PUT', '/api/shows/one', { show: { ...show, ...changed }, outletKeys }, key);

// RFC 9457, sections 3 and 3.1: the media type, and the members with their types; "status" is that of the response.
async function expectProblem(answer: Response, status: number): Promise<void> {
  expect(answer.status).toBe(status);
  expect(answer.headers.get('content-type')).toMatch(/^application\/problem\+json/);
  expect(await answer.json()).toEqual({
    type: 'about:blank',
    title: expect.any(String),
    status,
    detail: expect.stringMatching(/\.$/),
  });
}

test('a show is published by its key, and by no other', async () => {
  expect((await publish()).status).toBe(204);
  await expectProblem(await publish({ name: 'Stolen' }, {}, 'another-key-0123456789'), 403);
  await expectProblem(
    await ask('POST', '/api/shows/one/commands', { command: 'skip', alert: 'a1' }, 'another-key-0123456789'),
    403,
  );
  await expectProblem(await ask('GET', '/api/shows/none/sessions'), 404);
});

test.each([
  ['no show', { show: { hello: 1 }, outletKeys: {} }, 422],
  ['a later version', { show: { ...show, version: 9 }, outletKeys: {} }, 422],
  ['another id', { show: { ...show, id: 'two' }, outletKeys: {} }, 400],
  ['nothing', {}, 400],
])('publishing %s is refused with a problem document', async (_name, body, status) => {
  await expectProblem(await ask('PUT', '/api/shows/one', body), status);
});

test('keys are nowhere in what the server keeps', async () => {
  await publish();
  const [name = ''] = readdirSync(join(folder, 'data', 'shows'));
  const kept = readFileSync(join(folder, 'data', 'shows', name, 'show.json'), 'utf8');
  expect(kept).toContain('My show');
  expect(kept).not.toContain(KEY);
  expect(kept).not.toContain(OUTLET);
});

test('an outlet can be looked at and nothing else; a wrong or revoked key is 404', async () => {
  await publish();
  expect((await fetch(`${address}/o/${OUTLET}`)).status).toBe(200);
  for (const method of ['POST', 'PUT', 'DELETE', 'PATCH'])
    expect((await fetch(`${address}/o/${OUTLET}`, { method })).status).toBe(404);
  expect((await ask('POST', '/api/shows/one/commands', { command: 'try', cue: 'welcome' }, OUTLET)).status).toBe(403);
  expect((await fetch(`${address}/o/wrong-key-0123456789`)).status).toBe(404);
  await publish({}, { main: 'renewed-key-0123456789' });
  expect((await fetch(`${address}/o/${OUTLET}/stream`)).status).toBe(404);
  expect((await fetch(`${address}/o/renewed-key-0123456789`)).status).toBe(200);
});

test('an outlet’s stream begins with the whole view, then has what changed', async () => {
  await publish();
  const abort = new AbortController();
  const stream = await fetch(`${address}/o/${OUTLET}/stream`, { signal: abort.signal });
  let text = '';
  const reading = (async () => {
    for await (const chunk of stream.body as unknown as AsyncIterable<Uint8Array>)
      text += Buffer.from(chunk).toString();
  })().catch(() => undefined);
  const soon = async (part: string): Promise<void> => {
    for (const end = Date.now() + 3000; !text.includes(part);) {
      if (Date.now() > end) throw new Error(`No ${part} in ${text}`);
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
  };
  await soon('event: view');
  await ask('POST', '/api/shows/one/commands', { command: 'try', cue: 'welcome' });
  await soon('Welcome, Inês');
  expect(text).toMatch(/id: \d+\nevent: change\ndata: \{"now":\d+,"live":\{"spotlight"/);
  expect(text).not.toContain(KEY);
  abort.abort();
  await reading;
});

test('a show that was published is there again after a restart', async () => {
  await publish();
  await close();
  await start();
  expect((await fetch(`${address}/o/${OUTLET}`)).status).toBe(200);
  expect((await ask('GET', '/api/shows/one/sessions')).status).toBe(200);
});

test('a body that is not JSON, or far too large, is refused and the server goes on', async () => {
  await expectProblem(await ask('PUT', '/api/shows/one', '{"show":'), 400);
  await expectProblem(await ask('PUT', '/api/shows/one', { show, pad: 'x'.repeat(9_000_000) }), 413);
  expect((await publish()).status).toBe(204);
});

test('Brindle answers for a handle that nobody has with a problem document', async () => {
  const standins = createServer(express().use('/standins/brindle', brindle(['odavarn.kiln'])));
  await new Promise<void>((resolve) => standins.listen(0, '127.0.0.1', resolve));
  const base = `http://127.0.0.1:${(standins.address() as AddressInfo).port}/standins/brindle`;
  await expectProblem(await fetch(`${base}/live/nobody/events`), 404);
  await expectProblem(
    await fetch(`${base}/live/odavarn.kiln/act`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"act":"fly"}',
    }),
    400,
  );
  standins.closeAllConnections();
  await new Promise((resolve) => standins.close(resolve));
});

describe('strangers', () => {
  const raw = (
    method: string,
    path: string,
    headers: Record<string, string>,
    body: string | Buffer,
  ): Promise<Response> => fetch(address + path, { method, headers, body: body as string });

  /** Sends no more than the head of a request and waits for the answer: what is answered then was known before the body. */
  const withoutBody = (method: string, path: string, key: string): Promise<number> =>
    new Promise((resolve, reject) => {
      const asked = request(
        address + path,
        {
          method,
          headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json', 'content-length': '6000000' },
        },
        (res) => {
          resolve(res.statusCode ?? 0);
          asked.destroy();
        },
      );
      asked.on('error', reject);
      asked.flushHeaders();
    });

  test('are refused before what they send is read, at every address that takes something', async () => {
    await publish();
    const other = 'another-key-0123456789';
    const tries: [string, string][] = [
      ['PUT', '/api/shows/one'],
      ['PUT', '/api/shows/one/lasting'],
      ['POST', '/api/shows/one/commands'],
      ['PUT', '/api/shows/one/feeds/f/recording'],
      ['PUT', `/api/shows/one/media/${'f'.repeat(64)}`],
      ['POST', '/api/shows/one/people/import'],
      ['POST', '/api/shows/one/people/forget'],
    ];
    for (const [method, path] of tries) expect([path, await withoutBody(method, path, other)]).toEqual([path, 403]);
    expect(await withoutBody('PUT', '/api/shows/one', '')).toBe(401);
    expect(await withoutBody('POST', '/in/no-such-address-here', '')).toBe(404);
  });

  test('with many keys, many entries or deep nesting are refused at once', async () => {
    const keys = Object.fromEntries(Array.from({ length: 90_000 }, (_, n) => [`o${n}`, 'x'.repeat(60)]));
    const started = performance.now();
    await expectProblem(await publish({}, keys), 400);
    await expectProblem(await publish({ pieces: Array.from({ length: 500_000 }, () => ({})) }), 422);
    await expectProblem(
      await publish({ cues: [{ ...show.cues[0], steps: Array.from({ length: 100_000 }, () => ({ kind: 'wait' })) }] }),
      422,
    );
    await expectProblem(
      await ask('PUT', '/api/shows/one', `{"show":${'['.repeat(20_000)}${']'.repeat(20_000)},"outletKeys":{}}`),
      400,
    );
    // Reading half a million pieces by twenty kinds each would take many times as long.
    expect(performance.now() - started).toBeLessThan(4000);
    expect((await publish()).status).toBe(204);
  });

  test('cannot take an outlet over by publishing its key', async () => {
    await publish();
    const theirs = await ask(
      'PUT',
      '/api/shows/two',
      { show: { ...show, id: 'two' }, outletKeys: { main: OUTLET } },
      'another-key-0123456789',
    );
    expect(theirs.status).toBe(409);
    expect(await theirs.json()).toMatchObject({ status: 409, taken: { outlets: ['main'], feeds: [] } });
    expect((await fetch(`${address}/o/${OUTLET}`)).status).toBe(200);
  });

  test('begin no more than so many shows an hour from one address, and a proxy says which one', async () => {
    await close();
    await start({ newShows: 2, proxies: 1 });
    const begin = (id: string, from: string): Promise<Response> =>
      raw(
        'PUT',
        `/api/shows/${id}`,
        { authorization: `Bearer ${KEY}`, 'content-type': 'application/json', 'x-forwarded-for': from },
        JSON.stringify({ show: { ...show, id }, outletKeys: {} }),
      );
    expect((await begin('a', '10.0.0.1')).status).toBe(204);
    expect((await begin('b', '10.0.0.1')).status).toBe(204);
    await expectProblem(await begin('c', '10.0.0.1'), 429);
    expect((await begin('c', '10.0.0.2')).status).toBe(204);
    // What is there already is no new show.
    expect((await begin('a', '10.0.0.1')).status).toBe(204);
  });

  test('find nothing below an outlet’s address, and the app is framed by nobody', async () => {
    await publish();
    const policy = async (path: string): Promise<string> =>
      (await fetch(address + path)).headers.get('content-security-policy') ?? '';
    expect(await policy(`/o/${OUTLET}`)).toMatch(/frame-ancestors \*/);
    expect((await fetch(`${address}/o/${OUTLET}`)).headers.get('x-frame-options')).toBeNull();
    for (const path of [`/o/${OUTLET}/y`, `/o/${OUTLET}/y/z`, '/o/x/y/z']) {
      const answer = await fetch(address + path);
      expect([
        path,
        answer.status,
        answer.headers.get('content-security-policy')?.includes("frame-ancestors 'self'"),
        answer.headers.get('x-frame-options'),
      ]).toEqual([path, 404, true, 'SAMEORIGIN']);
      expect(await answer.text()).not.toContain('<html>');
    }
    const app = await policy('/stage');
    expect(app).not.toMatch(/script-src[^;]*unsafe-inline/);
    // CSP Level 3, section 6.7.3.3: the hash of the script's text as it stands.
    expect(app).toContain(`script-src 'self' 'sha256-${createHash('sha256').update(INLINE).digest('base64')}'`);
  });

  test('who keep outlets open for hours, and close them, are not taken for guessers; who guess are', async () => {
    await publish();
    for (let n = 0; n < 320; n += 1) {
      const abort = new AbortController();
      await fetch(`${address}/o/${OUTLET}/stream`, { signal: abort.signal });
      abort.abort();
    }
    expect((await fetch(`${address}/o/${OUTLET}`)).status).toBe(200);
    let last = 0;
    for (let n = 0; n < 301; n += 1) last = (await fetch(`${address}/o/guess-${n}-0123456789abcdef`)).status;
    expect([last, (await fetch(`${address}/o/${OUTLET}`)).status]).toEqual([429, 200]);
  }, 30_000);
});

test('a CloudEvent nested 20,000 deep is refused in a sentence, and the next one is taken', async () => {
  const feed = { id: 'c', platform: 'cloudevents', handle: 'h', on: true };
  const inbox = 'inbox-0123456789abcdef';
  expect(
    (
      await ask('PUT', '/api/shows/one', {
        show: { ...show, feeds: [feed] },
        outletKeys: { main: OUTLET },
        secrets: { c: { inbox } },
      })
    ).status,
  ).toBe(204);
  const post = (data: string): Promise<Response> =>
    fetch(`${address}/in/${inbox}`, {
      method: 'POST',
      headers: { 'content-type': 'application/cloudevents+json' },
      body: `{"specversion":"1.0","id":"1","source":"/t","type":"app.gavirn.event.follow","time":"2026-11-27T10:00:00Z","data":${data}}`,
    });
  await expectProblem(await post(`${'['.repeat(20_000)}${']'.repeat(20_000)}`), 400);
  expect((await post('{"viewer":{"id":"u","handle":"u","name":"U","roles":[]}}')).status).toBe(204);
});

test('what earlier sessions left goes out and comes back line by line, while others are served', async () => {
  await publish();
  const viewers = Array.from({ length: 60_000 }, (_, n) => ({
    feed: 'f',
    id: `v${n}`,
    name: `Viewer ${n}`,
    handle: `viewer.${n}`,
    firstAt: 1,
    lastAt: 2,
    days: [[20_260_101, 1, 0, 0, 0, 0, 0, 5]],
  }));
  const lines = [
    ...carryOverLines({
      accounts: [],
      quarters: [],
      viewers,
      goals: [],
      counters: [],
      unlisted: [],
      sides: [],
      latest: [],
    }),
  ].join('');
  let slowest = 0;
  let done = false;
  const watch = (async () => {
    while (!done) {
      const started = performance.now();
      await (await fetch(`${address}/api/config`)).arrayBuffer();
      slowest = Math.max(slowest, performance.now() - started);
    }
  })();
  const plain = performance.now();
  JSON.parse(JSON.stringify(viewers));
  const once = performance.now() - plain;
  const put = (body: string): Promise<Response> =>
    fetch(`${address}/api/shows/one/lasting`, {
      method: 'PUT',
      headers: { authorization: `Bearer ${KEY}`, 'content-type': 'text/plain' },
      body,
    });
  await expectProblem(await put('{"of":"viewers","entries":[{"feed":1}]}\n'), 400);
  await expectProblem(await put('{"half'), 400);
  expect((await put(lines)).status).toBe(204);
  done = true;
  await watch;
  // At once it would be read, written down and counted before anyone else is answered: several times what its JSON alone takes.
  expect(slowest).toBeLessThan(Math.max(1000, once * 8));
  const back = (await (await ask('GET', '/api/shows/one/lasting')).text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { of: string; entries: unknown[] });
  expect(back.filter(({ of }) => of === 'viewers').reduce((sum, { entries }) => sum + entries.length, 0)).toBe(60_000);
}, 60_000);
