import { mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { starterShow } from '@/core/show/starter';
import { brindle } from '@/server/standins/brindle/routes';
import { everywhere } from '@/server/feed/outward';
import { gavirnServer } from './server';

/* The server by its addresses, without a browser. */

const KEY = 'desk-key-0123456789';
const OUTLET = 'outlet-key-0123456789';
const show = starterShow('one');
let folder: string;
let close: () => Promise<void>;
let address: string;

async function start(): Promise<void> {
  const made = gavirnServer({ data: join(folder, 'data'), built: join(folder, 'dist'), addresses: { brindle: 'http://127.0.0.1:9', oxbow: 'http://127.0.0.1:9', tarn: 'http://127.0.0.1:9' }, self: 'http://127.0.0.1:9', outward: everywhere, standins: null, demo: null });
  close = made.close;
  await new Promise<void>((resolve) => made.server.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(made.server.address() as AddressInfo).port}`;
}
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-server-'));
  mkdirSync(join(folder, 'dist', 'app'), { recursive: true });
  writeFileSync(join(folder, 'dist', 'outlet.html'), '<canvas></canvas>');
  await start();
});
afterEach(async () => {
  await close();
  rmSync(folder, { recursive: true, force: true });
});

const ask = (method: string, path: string, body?: unknown, key = KEY): Promise<Response> =>
  fetch(address + path, { method, headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' }, ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }) });
const publish = (changed: object = {}, outletKeys: object = { main: OUTLET }, key = KEY): Promise<Response> => ask('PUT', '/api/shows/one', { show: { ...show, ...changed }, outletKeys }, key);

// RFC 9457, sections 3 and 3.1: the media type, and the members with their types; "status" is that of the response.
async function expectProblem(answer: Response, status: number): Promise<void> {
  expect(answer.status).toBe(status);
  expect(answer.headers.get('content-type')).toMatch(/^application\/problem\+json/);
  expect(await answer.json()).toEqual({ type: 'about:blank', title: expect.any(String), status, detail: expect.stringMatching(/\.$/) });
}

test('a show is published by its key, and by no other', async () => {
  expect((await publish()).status).toBe(204);
  await expectProblem(await publish({ name: 'Stolen' }, {}, 'another-key-0123456789'), 403);
  await expectProblem(await ask('POST', '/api/shows/one/commands', { command: 'skip', alert: 'a1' }, 'another-key-0123456789'), 403);
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
  for (const method of ['POST', 'PUT', 'DELETE', 'PATCH']) expect((await fetch(`${address}/o/${OUTLET}`, { method })).status).toBe(404);
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
    for await (const chunk of stream.body as unknown as AsyncIterable<Uint8Array>) text += Buffer.from(chunk).toString();
  })().catch(() => undefined);
  const soon = async (part: string): Promise<void> => {
    for (const end = Date.now() + 3000; !text.includes(part); ) {
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
  await expectProblem(await fetch(`${base}/live/odavarn.kiln/act`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"act":"fly"}' }), 400);
  standins.closeAllConnections();
  await new Promise((resolve) => standins.close(resolve));
});
