import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { weir } from './routes';

let server: Server;
let address: string;
beforeEach(async () => {
  server = createServer(express().use(weir()));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

const layer = { id: 'l', url: 'http://127.0.0.1/o/key', width: 1080, height: 1920, x: 0, y: 0, scale: 1, shown: true };
const put = (body: unknown): Promise<Response> =>
  fetch(`${address}/scene`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

test('a scene is kept, and viewers hear of it at once', async () => {
  const events = await fetch(`${address}/scene/events`);
  const reader = events.body?.getReader();
  const next = async (): Promise<string> => new TextDecoder().decode((await reader?.read())?.value);
  expect(await next()).toContain('"layers":[]');
  expect((await put({ handle: 'odavarn.kiln', layers: [layer] })).status).toBe(200);
  expect(await next()).toContain('/o/key');
  expect(await (await fetch(`${address}/scene`)).json()).toEqual({ handle: 'odavarn.kiln', layers: [layer] });
});

test.each([
  [{ ...layer, url: 'not an address' }, 'A layer needs a whole web address'],
  [{ ...layer, url: 'javascript:alert(1)' }, 'A layer needs a whole web address'],
  [{ ...layer, width: 0 }, 'width cannot be used'],
  [{ ...layer, scale: 'large' }, 'scale cannot be used'],
])('a layer that cannot be shown is refused with a sentence, and the scene stays', async (bad, says) => {
  const answer = await put({ handle: 'odavarn.kiln', layers: [bad] });
  expect(answer.status).toBe(400);
  expect(((await answer.json()) as { detail: string }).detail).toContain(says);
  expect(await (await fetch(`${address}/scene`)).json()).toMatchObject({ layers: [] });
});
