import type { AddressInfo } from 'node:net';
import { WebSocketServer, type WebSocket } from 'ws';
import { until } from '@/server/standins/open';
import { IrcClient } from './irc';
import { inEnglish } from '@/core/words/in-english.setup';

/* The chat client against a server that does what is written here. */

let server: WebSocketServer;
let said: string[];
let socket: WebSocket;
let connections: number;
let client: IrcClient;
let heard: string[];
let up: boolean[];

let missed: number;
let faults: unknown[];

beforeEach(async () => {
  missed = 0;
  faults = [];
  said = [];
  heard = [];
  up = [];
  connections = 0;
  server = new WebSocketServer({ port: 0, host: '127.0.0.1' });
  await new Promise((resolve) => server.once('listening', resolve));
  server.on('connection', (opened) => {
    socket = opened;
    connections += 1;
    opened.on('message', (data) => said.push(String(data)));
  });
  client = new IrcClient({
    url: `ws://127.0.0.1:${(server.address() as AddressInfo).port}/`,
    nick: 'kiln-helper',
    channel: 'odavarn.kiln',
    onLine: (line) => heard.push(line),
    onUp: (now) => up.push(now),
    onMissed: () => (missed += 1),
    onFault: (error) => faults.push(error),
  });
});
afterEach(async () => {
  client.stop();
  for (const each of server.clients) each.terminate();
  await new Promise((resolve) => server.close(resolve));
});

const waitFor = (line: string): Promise<unknown> =>
  until(
    () => said,
    (lines) => lines.includes(line),
  );
async function register(times = 1): Promise<void> {
  await waitFor('USER kiln-helper 0 * kiln-helper');
  socket.send(':s CAP * LS :message-tags server-time echo');
  await waitFor('CAP REQ :message-tags server-time');
  socket.send(':s CAP * ACK :message-tags server-time');
  await waitFor('CAP END');
  socket.send(':s 001 kiln-helper :Welcome');
  await waitFor('JOIN #odavarn.kiln');
  socket.send(':kiln-helper!k@s JOIN #odavarn.kiln');
  await until(
    () => up.filter(Boolean).length,
    (count) => count === times,
  );
}

test('it negotiates its capabilities before it registers, and joins when it is welcome', async () => {
  await register();
  expect(said).toEqual([
    'CAP LS 302',
    'NICK kiln-helper',
    'USER kiln-helper 0 * kiln-helper',
    'CAP REQ :message-tags server-time',
    'CAP END',
    'JOIN #odavarn.kiln',
  ]);
});

test('a server that refuses the capabilities is joined all the same', async () => {
  await waitFor('CAP LS 302');
  socket.send(':s CAP * LS :');
  await waitFor('CAP REQ :message-tags server-time');
  socket.send(':s CAP * NAK :message-tags server-time');
  await waitFor('CAP END');
});

test('a ping is answered with its own words, and an ending of either kind is no part of a line', async () => {
  await register();
  socket.send('PING :tolsun.oulu.fi\r\n');
  await waitFor('PONG tolsun.oulu.fi');
  socket.send('@id=1 :a!a@s PRIVMSG #odavarn.kiln :one\r\n@id=2 :a!a@s PRIVMSG #odavarn.kiln :two\n');
  await until(
    () => heard,
    (lines) => lines.length === 2,
  );
  expect(heard).toEqual(['@id=1 :a!a@s PRIVMSG #odavarn.kiln :one', '@id=2 :a!a@s PRIVMSG #odavarn.kiln :two']);
});

test('put out of the channel, it joins again', async () => {
  await register();
  said.length = 0;
  socket.send(':mod!m@s KICK #odavarn.kiln somebody-else :go');
  socket.send(':mod!m@s KICK #odavarn.kiln kiln-helper :go');
  await waitFor('JOIN #odavarn.kiln');
  expect(said).toEqual(['JOIN #odavarn.kiln']);
});

test('cut off, it says so and comes back from the beginning', async () => {
  await register();
  said.length = 0;
  socket.terminate();
  await until(
    () => up,
    (list) => list.at(-1) === false,
  );
  await until(
    () => connections,
    (count) => count === 2,
  );
  await register(2);
  expect(up).toEqual([true, false, true]);
});

test('a line that is posted is known to be posted when it is seen, and refused with the platform’s own words', async () => {
  expect(inEnglish(await client.post('too soon'))).toEqual({
    ok: false,
    reason: 'The chat is not connected just now.',
  });
  await register();
  const first = client.post('hello');
  expect(inEnglish(await client.post('another'))).toEqual({ ok: false, reason: 'Another line is being posted.' });
  await waitFor('PRIVMSG #odavarn.kiln hello');
  socket.send('@id=9 :somebody!s@s PRIVMSG #odavarn.kiln :hello');
  socket.send('@id=10 :kiln-helper!k@s PRIVMSG #odavarn.kiln :hello');
  expect(await first).toEqual({ ok: true });
  const second = client.post('hello again');
  await waitFor('PRIVMSG #odavarn.kiln :hello again');
  socket.send(':s NOTICE #odavarn.kiln :You are no moderator.');
  expect(await second).toEqual({ ok: false, reason: 'You are no moderator.' });
});

test('what was said while it was away is not all said again: a gap is marked, and only then', async () => {
  await register();
  const kept = (at: number): string =>
    `@oxbow/kept-from=${new Date(at).toISOString()} :oxbow NOTICE #odavarn.kiln :No more than 10000 lines are kept.`;
  // On the way in nothing has been missed.
  socket.send(kept(Date.now() - 1000));
  said = [];
  socket.terminate();
  await until(
    () => connections,
    (count) => count === 2,
  );
  await register(2);
  expect(missed).toBe(0);
  socket.send(kept(Date.now() - 60_000));
  socket.send(kept(Date.now() + 1000));
  await until(
    () => missed,
    (count) => count === 1,
  );
  expect(heard).toEqual([]);
});

test('a fault of ours in one line costs that line', async () => {
  await register();
  client.stop();
  said = [];
  const lines: string[] = [];
  client = new IrcClient({
    url: `ws://127.0.0.1:${(server.address() as AddressInfo).port}/`,
    nick: 'kiln-helper',
    channel: 'odavarn.kiln',
    onUp: (now) => up.push(now),
    onMissed: () => undefined,
    onFault: (error) => faults.push(error),
    onLine: (line) => {
      if (line.includes('bad')) throw new TypeError('a fault of ours');
      lines.push(line);
    },
  });
  await until(
    () => connections,
    (count) => count === 2,
  );
  await register(2);
  for (const word of ['one', 'bad', 'two']) socket.send(`:a!a@s PRIVMSG #odavarn.kiln :${word}`);
  await until(
    () => lines,
    (all) => all.length === 2,
  );
  expect([faults, connections]).toEqual([[expect.any(TypeError)], 2]);
});
