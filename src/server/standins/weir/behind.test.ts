import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Behind } from './behind';

let server: Server;
let address: string;
let sentAt: number[];
beforeEach(async () => {
  sentAt = [];
  server = createServer((_req, res) => {
    res.writeHead(200, { 'content-type': 'text/plain' });
    const say = (words: string): void => {
      sentAt.push(performance.now());
      res.write(words);
    };
    say('one ');
    setTimeout(() => {
      say('two');
      res.end();
    }, 200);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(() => {
  server.closeAllConnections();
  server.close();
});

test('what a page sends comes whole and in order, each part as much later', async () => {
  const behind = new Behind(400);
  const response = await fetch(await behind.at(`${address}/page?x=1`));
  const cameAt: number[] = [];
  let text = '';
  for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
    cameAt.push(performance.now());
    text += Buffer.from(part).toString();
  }
  expect(text).toBe('one two');
  // No sooner than was set; how much later a busy machine makes it is another matter.
  for (const [n, at] of cameAt.entries()) expect(at - (sentAt[n] ?? 0)).toBeGreaterThan(395);
  behind.close();
});

test('without a delay, and elsewhere than on this machine, addresses stay as they are', async () => {
  expect(await new Behind(0).at(`${address}/o/key#x`)).toBe(`${address}/o/key#x`);
  const behind = new Behind(400);
  expect(await behind.at('http://example.test/o/key')).toBe('http://example.test/o/key');
  expect(await behind.at('https://127.0.0.1/o/key')).toBe('https://127.0.0.1/o/key');
  behind.close();
});
