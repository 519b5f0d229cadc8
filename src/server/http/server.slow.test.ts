import { connect } from 'node:net';
import { readFileSync, readdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { createServer } from 'node:http';
import { join } from 'node:path';
import express from 'express';
import { carryOverLines } from '@/core/file/carry-over-lines';
import { brindle } from '@/server/standins/brindle/routes';
import { KEY, OUTLET, show, folder, close, address, start, ask, publish, expectProblem } from './server.setup';

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

test('an outlet’s page says how it is there, in the one form; a wrong key, a wrong form or too much of it is refused', async () => {
  await publish();
  const report = { page: 'page-0123456789', width: 540, height: 960, lacks: ['film'], blocked: false, heard: null };
  const says = async (body: unknown, key = OUTLET): Promise<number> =>
    (
      await fetch(`${address}/o/${key}/report`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: typeof body === 'string' ? body : JSON.stringify(body),
      })
    ).status;
  expect([await says(report), await says(report, 'wrong-key-0123456789')]).toEqual([204, 404]);
  for (const wrong of [
    {},
    [],
    { ...report, width: 0.5 },
    { ...report, lacks: ['all'] },
    { ...report, page: '../x' },
    '{',
  ])
    expect(await says(wrong)).toBe(400);
  expect(await says({ ...report, more: 'x'.repeat(3000) })).toBe(413);
  let last = 0;
  for (let n = 0; n < 121; n += 1) last = await says(report);
  expect(last).toBe(429);
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
    for (const end = Date.now() + 30_000; !text.includes(part);) {
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

test('a stream that is asked for behind another request on the same connection waits for its answer, and is whole', async () => {
  await publish();
  const { port } = new URL(address);
  const socket = connect(Number(port), '127.0.0.1');
  const ask = (path: string): string => `GET ${path} HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n`;
  let said = '';
  socket.on('data', (part) => (said += String(part)));
  // Both in one packet: the first one's answer takes a turn of its own.
  socket.write(ask('/api/config') + ask(`/o/${OUTLET}/stream`));
  while (!said.includes('event: view')) await new Promise((resolve) => setTimeout(resolve, 20));
  socket.destroy();
  const [first = '', second = ''] = said.split('HTTP/1.1 200 OK\r\n').slice(1);
  expect(first).toMatch(/\{"demo":.*\}$/);
  expect(second).toMatch(
    /content-type: text\/event-stream[\s\S]*\r\n\r\nretry: \d+\n\nid: \d+\nevent: view\ndata: \{.*\}\n\n$/i,
  );
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
});
