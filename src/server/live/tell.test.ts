import { createHmac } from 'node:crypto';
import { createServer, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { everywhere, onlyPublic } from '@/server/feed/outward';
import { tell } from './tell';
import { inEnglish } from '@/core/words/in-english.setup';

/* What a web address is told: CloudEvents 1.0 (JSON format, section 3; HTTP binding, structured mode, section 3.2) and Standard Webhooks 1.0. */

const SECRET = `whsec_${Buffer.from('0123456789abcdef0123456789abcdef').toString('base64')}`;
const AT = Date.UTC(2026, 2, 1, 20, 0, 5);
let server: Server;
let url: string;
let got: { headers: IncomingHttpHeaders; body: string; method: string | undefined }[];
let answers: (number | 'cut' | 'elsewhere')[];

beforeEach(async () => {
  got = [];
  answers = [];
  server = createServer((req, res) => {
    let body = '';
    req.on('data', (part: Buffer) => (body += part.toString()));
    req.on('end', () => {
      got.push({ headers: req.headers, body, method: req.method });
      const answer = answers.shift() ?? 204;
      if (answer === 'cut') return req.socket.destroy();
      if (answer === 'elsewhere') return res.writeHead(307, { location: `${url}/other` }).end();
      res.writeHead(answer).end();
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/hook`;
});
afterEach(
  () =>
    new Promise<void>((resolve) => {
      server.closeAllConnections();
      server.close(() => resolve());
    }),
);

const telling = (secret: string | null = SECRET) =>
  tell(
    { effect: 'ask', url: `${url}?key=private`, name: 'Thank gifts', text: '\u2068ليلى\u2069 sent 3 Glaze Pots' },
    { id: 'e1', at: AT, secret },
    everywhere,
    10,
  );

test('a CloudEvent that says the cue and its words, and nothing else', async () => {
  expect(await telling()).toEqual({ id: 'e1', at: AT, host: new URL(url).host, problem: null });
  const [{ headers, body, method } = { headers: {}, body: '', method: '' }] = got;
  expect([method, headers['content-type']]).toEqual(['POST', 'application/cloudevents+json']);
  expect(JSON.parse(body)).toEqual({
    specversion: '1.0',
    id: 'e1',
    source: '/gavirn/cues',
    type: 'gavirn.cue',
    time: '2026-03-01T20:00:05.000Z',
    datacontenttype: 'application/json',
    data: { cue: 'Thank gifts', words: 'ليلى sent 3 Glaze Pots' },
  });
});

test('it is signed over its id, its time and its body, by the secret’s bytes', async () => {
  await telling();
  const [{ headers, body } = { headers: {} as IncomingHttpHeaders, body: '' }] = got;
  const expected = createHmac('sha256', '0123456789abcdef0123456789abcdef')
    .update(`e1.${Math.floor(AT / 1000)}.${body}`)
    .digest('base64');
  expect([headers['webhook-id'], headers['webhook-timestamp'], headers['webhook-signature']]).toEqual([
    'e1',
    String(Math.floor(AT / 1000)),
    `v1,${expected}`,
  ]);
  got = [];
  await telling(null);
  expect(got[0]?.headers['webhook-signature']).toBeUndefined();
});

test.each([
  ['a server that fails', 503 as const, 'It refused (503).'],
  ['a cut connection', 'cut' as const, 'It cannot be reached.'],
  ['too many requests', 429 as const, 'It refused (429).'],
])('%s is asked once more, with the same id, and no more than that', async (_name, answer, sentence) => {
  answers = [answer, 204];
  expect((await telling()).problem).toBeNull();
  expect(got.map(({ headers }) => headers['webhook-id'])).toEqual(['e1', 'e1']);
  answers = [answer, answer, 204];
  got = [];
  expect(inEnglish((await telling()).problem)).toBe(sentence);
  expect(got.length).toBe(2);
});

test('a refusal is final, and a redirect is not followed', async () => {
  answers = [403];
  expect(inEnglish((await telling()).problem)).toBe('It refused (403).');
  answers = ['elsewhere'];
  expect((await telling()).problem).toMatch(/not followed/);
  expect(got.length).toBe(2);
});

test('an address inside the server’s own network is not told, where that is not allowed', async () => {
  expect(
    (await tell({ effect: 'ask', url, name: '', text: '' }, { id: 'e1', at: AT, secret: null }, onlyPublic(), 10))
      .problem,
  ).toMatch(/own network/);
  expect(got).toEqual([]);
});
