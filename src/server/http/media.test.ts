import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import { mediaSchema, type Media } from '@/core/media/media';
import { starterShow } from '@/core/show/starter';
import { everywhere } from '@/server/feed/outward';
import { doorsIn } from '@/server/embedded/doors';
import { gavirnServer } from './server';

/* A show's own files, by the server's addresses. */

const KEY = 'desk-key-0123456789';
const OUTLET = 'outlet-key-0123456789';
const png = createCanvas(8, 6).toBuffer('image/png');
const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="2" height="2"><script>1</script></svg>');
const of = (bytes: Buffer, type: Media['type'], name: string): Media =>
  mediaSchema.parse({ id: createHash('sha256').update(bytes).digest('hex'), name, type, bytes: bytes.length });
const pot = of(png, 'image/png', 'Pot');
const bad = of(svg, 'image/svg+xml', 'Bad');
const liar = of(Buffer.from('GIF89a but not'), 'image/png', 'Liar');
const show = { ...starterShow('one'), media: [pot, bad, liar] };
let folder: string;
let close: () => Promise<void>;
let address: string;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-media-'));
  mkdirSync(join(folder, 'dist', 'app'), { recursive: true });
  writeFileSync(join(folder, 'dist', 'outlet.html'), '<canvas></canvas>');
  const nobody = 'http://127.0.0.1:9';
  const made = gavirnServer({
    doors: doorsIn(join(folder, 'data')),
    built: join(folder, 'dist'),
    addresses: { brindle: nobody, oxbow: nobody, tarn: nobody },
    self: nobody,
    outward: everywhere,
    standins: null,
    demo: null,
  });
  close = made.close;
  await new Promise<void>((resolve) => made.server.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(made.server.address() as AddressInfo).port}`;
  expect((await publish(show)).status).toBe(204);
});
afterAll(async () => {
  await close();
  rmSync(folder, { recursive: true, force: true });
});

const publish = (what: object): Promise<Response> =>
  fetch(`${address}/api/shows/one`, {
    method: 'PUT',
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    body: JSON.stringify({ show: what, outletKeys: { main: OUTLET } }),
  });
const put = (id: string, bytes: Buffer, key = KEY): Promise<Response> =>
  fetch(`${address}/api/shows/one/media/${id}`, {
    method: 'PUT',
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/octet-stream' },
    body: new Uint8Array(bytes),
  });
const list = async (): Promise<unknown> =>
  (await fetch(`${address}/api/shows/one/media`, { headers: { authorization: `Bearer ${KEY}` } })).json();

test('a file comes in by its key and its hash, and goes out through the outlet as what it is and nothing else', async () => {
  expect((await put(pot.id, png, 'another-key-0123456789')).status).toBe(403);
  expect((await fetch(`${address}/o/${OUTLET}/media/${pot.id}`)).status).toBe(404);
  expect((await put(pot.id, png)).status).toBe(204);
  expect(await list()).toEqual([pot.id]);
  const answer = await fetch(`${address}/o/${OUTLET}/media/${pot.id}`);
  expect([answer.status, answer.headers.get('content-type'), answer.headers.get('x-content-type-options')]).toEqual([
    200,
    'image/png',
    'nosniff',
  ]);
  expect(answer.headers.get('content-security-policy')).toMatch(/default-src 'none'.*sandbox/);
  expect(Buffer.from(await answer.arrayBuffer()).equals(png)).toBe(true);
});

test.each([
  ['other bytes than its hash says', pot.id, Buffer.from('something else'), 422, /not the file/],
  ['a drawing with a script', bad.id, svg, 422, /script/],
  ['what is not what the show says', liar.id, Buffer.from('GIF89a but not'), 422, /\.$/],
  ['a file that the show does not name', 'f'.repeat(64), png, 404, /names no such file/],
])('%s is not kept', async (_name, id, bytes, status, reason) => {
  const answer = await put(id, bytes);
  expect(answer.status).toBe(status);
  expect(((await answer.json()) as { detail: string }).detail).toMatch(reason);
  expect(((await list()) as string[]).includes(id) && id !== pot.id).toBe(false);
});

test('the same file, handed over by several pages at once, is kept', async () => {
  expect((await Promise.all(Array.from({ length: 8 }, () => put(pot.id, png)))).map(({ status }) => status)).toEqual(
    Array.from({ length: 8 }, () => 204),
  );
  expect(await list()).toEqual([pot.id]);
});

test.each(['..%2f..%2fshow.json', '../show.json', 'show.json', `${pot.id}.partial`])(
  'no other file can be asked for: %s',
  async (id) => {
    expect((await fetch(`${address}/o/${OUTLET}/media/${id}`)).status).toBe(404);
  },
);

test('speech is made of what is to be heard, and of nothing else', async () => {
  expect((await fetch(`${address}/o/${OUTLET}/speech/s1.1`)).status).toBe(404);
  await fetch(`${address}/api/shows/one/commands`, {
    method: 'POST',
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    body: JSON.stringify({ command: 'tone' }),
  });
  expect((await fetch(`${address}/o/${OUTLET}/speech/s1.1?text=hello`)).status).toBe(404);
});

test('a file goes when the show does not name it any more', async () => {
  await put(pot.id, png);
  expect((await publish({ ...show, media: [] })).status).toBe(204);
  expect(await list()).toEqual([]);
  expect((await fetch(`${address}/o/${OUTLET}/media/${pot.id}`)).status).toBe(404);
});
