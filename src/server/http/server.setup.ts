import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { starterShow } from '@/core/show/starter';
import { everywhere } from '@/server/feed/outward';
import { doorsIn } from '@/server/embedded/doors';
import { gavirnServer, type ServerOptions } from './server';
import { english } from '@/core/words/phrase';

/* The server by its addresses, without a browser. */

export const KEY = 'desk-key-0123456789';
export const OUTLET = 'outlet-key-0123456789';
export const INLINE = "document.title = 'dark';";
export const show = starterShow('one');
export let folder: string;
export let close: () => Promise<void>;
export let address: string;

export async function start(more: Partial<ServerOptions> = {}): Promise<void> {
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
  // Client and server are one process here: a socket that is closed for being idle, while what comes next is being written, would be a fault of the test.
  made.server.keepAliveTimeout = 0;
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

export const ask = (method: string, path: string, body?: unknown, key = KEY): Promise<Response> =>
  fetch(address + path, {
    method,
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
export const publish = (changed: object = {}, outletKeys: object = { main: OUTLET }, key = KEY): Promise<Response> =>
  ask('PUT', '/api/shows/one', { show: { ...show, ...changed }, outletKeys }, key);

// RFC 9457, sections 3 and 3.1: the media type, and the members with their types; "status" is that of the response.
export async function expectProblem(answer: Response, status: number): Promise<void> {
  expect(answer.status).toBe(status);
  expect(answer.headers.get('content-type')).toMatch(/^application\/problem\+json/);
  const { phrase: said, ...document } = (await answer.json()) as { phrase?: string; detail: string };
  // What the app says in its own language is what it says in English.
  if (said !== undefined) expect(english(said)).toBe(document.detail);
  expect(document).toEqual({
    type: 'about:blank',
    title: expect.any(String),
    status,
    detail: expect.stringMatching(/\.$/),
  });
}
