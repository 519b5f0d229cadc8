import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { FeedState } from '@/core/platform/feed-state';
import type { Reading } from '@/core/intake/received';
import type { SseMessage } from '@/core/platform/sse-message';
import { backoff } from './backoff';
import { SseClient, type SseOptions } from './sse';

/* The feed client against a server that does what is written here. */

let server: Server;
let answer: (res: ServerResponse, lastEventId: string | undefined, nth: number) => void;
let asked: (string | undefined)[];
const clients: SseClient[] = [];

beforeEach(async () => {
  asked = [];
  server = createServer((req, res) => {
    const id = req.headers['last-event-id'] as string | undefined;
    asked.push(id);
    answer(res, id, asked.length);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
});
afterEach(async () => {
  for (const client of clients.splice(0)) client.stop();
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

function connect(options: Partial<SseOptions> = {}, states: FeedState[] = [], faults: unknown[] = []) {
  const frames: SseMessage[] = [];
  const client: SseClient = new SseClient({
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`,
    position: null,
    random: () => 0,
    read: (frame) => {
      frames.push(frame);
      if (frame.event === 'room') client.setRoom(frame.data.includes('live'));
      return [];
    },
    check: () => Promise.resolve([]),
    listener: {
      onReading: () => undefined,
      onRaw: () => undefined,
      onState: (state) => states.push(state),
      onClock: () => undefined,
      onFault: (error) => faults.push(error),
    },
    ...options,
  });
  clients.push(client);
  return { frames, states, faults };
}

const stream = (res: ServerResponse, text: string, end = false): void => {
  res.writeHead(200, { 'content-type': 'text/event-stream' });
  res.write(text);
  if (end) res.end();
};
const soon = async (so: () => boolean): Promise<void> => {
  for (const end = Date.now() + 30_000; !so();) {
    if (Date.now() > end) throw new Error('It did not come to that.');
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
};

// The examples of the WHATWG HTML standard, section 9.2.6 "Interpreting an event stream" (from memory).
test.each([
  ['three lines of data are one message', 'data: YHOO\ndata: +2\ndata: 10\n\n', [['YHOO\n+2\n10', '']]],
  [
    'a comment is nothing; an empty id resets it; only one space is taken off',
    ': test stream\n\ndata: first event\nid: 1\n\ndata:second event\nid\n\ndata:  third event\n\n',
    [
      ['first event', '1'],
      ['second event', ''],
      [' third event', ''],
    ],
  ],
  [
    'data without a colon; what no blank line ends is dropped',
    'data\n\ndata\ndata\n\ndata:',
    [
      ['', ''],
      ['\n', ''],
    ],
  ],
  [
    'with and without a space is the same',
    'data:test\n\ndata: test\n\n',
    [
      ['test', ''],
      ['test', ''],
    ],
  ],
  [
    'carriage returns end lines too, and a byte order mark is passed over',
    '\ufeffdata: a\r\rdata: b\r\n\r\n',
    [
      ['a', ''],
      ['b', ''],
    ],
  ],
])('%s', async (_name, text, wanted) => {
  answer = (res) => stream(res, text, true);
  const { frames } = connect();
  await soon(() => frames.length >= wanted.length);
  expect(frames.slice(0, wanted.length).map(({ data, id }) => [data, id])).toEqual(wanted);
});

test('a message cut into pieces anywhere, inside a letter too, arrives whole', async () => {
  const bytes = Buffer.from('id: 1\nevent: chat\ndata: 釉薬 🏺\n\n');
  answer = (res) => {
    stream(res, '');
    void (async () => {
      for (const byte of bytes) {
        res.write(Buffer.from([byte]));
        await new Promise((resolve) => setImmediate(resolve));
      }
    })();
  };
  const { frames } = connect();
  await soon(() => frames.length > 0);
  expect(frames[0]).toEqual({ event: 'chat', data: '釉薬 🏺', id: '1' });
});

test('waiting is a state of its own, going live connects, a loss is resumed behind the last id', async () => {
  answer = (res, _id, nth) => {
    if (nth === 1) stream(res, 'id: 4\nevent: room\ndata: offline\n\nid: 5\nevent: room\ndata: live\n\n', true);
    else stream(res, '');
  };
  const { states } = connect();
  await soon(() => states.at(-1) === 'connected' && asked.length === 2);
  expect(states).toEqual(['looking', 'waiting', 'connected', 'reconnecting', 'connected']);
  expect(asked).toEqual([undefined, '5']);
});

test('a position kept from before a restart is where it begins', async () => {
  answer = (res) => stream(res, '');
  const { states } = connect({ position: '77', room: 'live' });
  await soon(() => states.includes('connected'));
  expect(asked).toEqual(['77']);
});

test('a handle that is not there is said to be so, and looked for again', async () => {
  answer = (res) => void res.writeHead(404).end();
  const { states } = connect();
  await soon(() => states.includes('notFound'));
  expect(states).toEqual(['looking', 'notFound']);
});

test('a connection that falls silent counts as lost', async () => {
  answer = (res) => stream(res, 'id: 1\nevent: room\ndata: live\n\n');
  const { states } = connect({ silenceMs: 800 });
  await soon(() => states.includes('reconnecting'));
  expect(states.slice(0, 3)).toEqual(['looking', 'connected', 'reconnecting']);
});

test('an answer that is no event stream, or an error, is tried again', async () => {
  answer = (res, _id, nth) => {
    if (nth === 1) res.writeHead(500).end('no');
    else stream(res, 'event: room\ndata: offline\n\n');
  };
  const { states } = connect();
  await soon(() => states.includes('waiting'));
  expect(states).toEqual(['looking', 'reconnecting', 'waiting']);
});

test('a line, or a message, without an end is cut off at a megabyte and tried again, and memory does not grow with it', async () => {
  const piece = 'x'.repeat(1 << 16);
  let sent = 0;
  let cut = 0;
  answer = (res, _id, nth) => {
    if (nth > 2) return stream(res, 'event: room\ndata: offline\n\n');
    stream(res, 'data: ');
    res.on('close', () => (cut += 1));
    const more = (): void => {
      while (!res.destroyed && sent < 1 << 28 && res.write(nth === 1 ? piece : `${piece}\ndata: `))
        sent += piece.length;
    };
    res.on('drain', more);
    more();
  };
  const { states, faults } = connect();
  await soon(() => states.includes('waiting'));
  expect([cut, states, faults]).toEqual([2, ['looking', 'reconnecting', 'waiting'], []]);
  // Cut long before all of it had been taken: what sockets hold on both sides comes on top.
  expect(sent).toBeLessThan(64 << 20);
});

test('a platform that asks to be left alone is, and a fault of ours in reading is told as one: the stream goes on', async () => {
  answer = (res) => stream(res, 'data: bad\n\ndata: good\n\n');
  const readings: Reading[] = [];
  const states: FeedState[] = [];
  const faults: unknown[] = [];
  connect({
    tellsRoom: false,
    read: ({ data }) => {
      if (data === 'bad') throw new TypeError('a fault of ours');
      return [{ kind: 'gap', lost: 1 } as Reading];
    },
    listener: {
      onReading: (reading) => void readings.push(reading),
      onRaw: () => undefined,
      onState: (state) => void states.push(state),
      onClock: () => undefined,
      onFault: (error) => void faults.push(error),
    },
  });
  await soon(() => readings.length === 2);
  expect([faults, readings.map(({ kind }) => kind), states, asked.length]).toEqual([
    [expect.any(TypeError)],
    ['bad', 'gap'],
    ['looking', 'connected'],
    1,
  ]);
});

test('stopped is stopped', async () => {
  answer = (res) => stream(res, 'event: room\ndata: offline\n\n', true);
  const { states } = connect();
  await soon(() => states.includes('waiting'));
  clients[0]?.stop();
  const times = asked.length;
  await new Promise((resolve) => setTimeout(resolve, 1300));
  expect(states.at(-1)).toBe('stopped');
  expect(asked).toHaveLength(times);
});

test('tries are 1 to 30 s apart, by chance below a bound that doubles', () => {
  expect([1, 2, 3, 4, 5, 6, 40].map((failures) => backoff(failures, 0.999_999))).toEqual([
    2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000,
  ]);
  for (const failures of [1, 5, 40]) expect(backoff(failures, 0)).toBe(1000);
});
