import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { aChat, aFollow, aGift } from '@/core/event/examples';
import { writeCsv } from '@/core/file/recording';
import { toCloudEvent } from '@/core/platform/cloud-events';
import { starterShow } from '@/core/show/starter';
import { bundledCommand } from './bundled.setup';

/* The command as it is run: what it prints, and how it ends. */

const command = bundledCommand();
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-replay-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const run = (...args: string[]) => spawnSync('node', [command, 'replay', ...args], { encoding: 'utf8' });
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};

const user = (uid: string, nickname: string) => ({ uid, handle: uid, nickname, badges: [] });
const message = (id: number, event: string, data: object): string =>
  `id: ${id}\nevent: ${event}\ndata: ${JSON.stringify(data)}\n\n`;
const said = (n: number, uid = 'u1', nickname = 'Inês') => ({
  msgId: `m${n}`,
  at: `2026-11-19T19:00:${String(n).padStart(2, '0')}Z`,
  user: user(uid, nickname),
});
const gift = { id: 'g', name: 'Slip Splash', coins: 10 };

test('a saved stream: every message is an event, a duplicate, bad, or a gap', () => {
  const path = file(
    'stream.txt',
    [
      'retry: 2000\n\n: still here\n\n',
      message(1, 'room', { state: 'live', roomId: 'r', startedAt: '2026-11-19T19:00:00Z' }),
      message(2, 'like', { ...said(1), taps: 250, total: 300 }),
      message(3, 'gift', { ...said(2), gift, streak: { key: 'k', count: 3, done: false } }),
      message(4, 'gift', { ...said(3), gift, streak: { key: 'k', count: 5, done: true } }),
      message(4, 'gift', { ...said(3), gift, streak: { key: 'k', count: 5, done: true } }),
      message(5, 'follow', said(4, 'u2', 'ليلى')),
      'id: 6\nevent: chat\ndata: {"msgId":"half\n\n',
      message(7, 'gap', { lost: 14 }),
      message(8, 'viewers', { watching: 12 }),
      'id: 9\nevent: follow\ndata: {"msgId":"never ended',
    ].join(''),
  );
  const first = run(path, '--as', 'brindle');
  expect(first.status).toBe(0);
  const summary = JSON.parse(first.stdout) as Record<string, unknown>;
  expect(summary).toEqual({
    events: 6,
    duplicates: 1,
    bad: 1,
    lost: 14,
    counts: {
      follow: 1,
      share: 0,
      chat: 0,
      join: 0,
      subscribe: 0,
      gift: { count: 5, coins: 50 },
      like: { room: 300, viewers: 250 },
      tip: { count: 0, minor: {} },
      giftSubs: { count: 0 },
      raid: { count: 0, viewers: 0 },
    },
    leaderboard: [{ id: 'u1', name: 'Inês', coins: 50, likes: 250 }],
    goals: [{ id: 'first-goal', value: 50, target: 200, reached: 0, hidden: false }],
    leaderboards: [
      { piece: 'leaderboard', measure: 'coins', window: 'this session', rows: [{ name: 'Inês', value: 50 }] },
    ],
    counters: [],
    countdowns: [],
    alerts: [
      'Inês: 100 likes',
      'Inês: 200 likes',
      'Inês sent 3 Slip Splash',
      'Inês sent 2 Slip Splash',
      'Welcome, ليلى',
    ].map((text) => expect.objectContaining({ spotlight: 'spotlight', text })),
    state: expect.stringMatching(/^[0-9a-f]{64}$/),
  });
  expect(first.stderr).toContain('not whole');
  expect(run(path, '--as', 'brindle').stdout).toBe(first.stdout);
});

test('every number of the show given is printed: leaderboards, counters, countdowns, points', () => {
  const log = file(
    'log.ndjson',
    [aGift({ count: 4 }), aFollow({ by: 'mirek' }), aChat({ by: 'mirek', text: '!slip' })]
      .map((event) => JSON.stringify({ ...event, id: event.id + event.kind }))
      .join('\n'),
  );
  const show = file(
    'show.json',
    JSON.stringify({
      ...starterShow('s'),
      counters: [{ id: 'slips', name: 'Slips', start: 3, keyword: '!slip' }],
      countdowns: [{ id: 'kiln', name: 'Kiln', seconds: 60, adds: { coin: 1000 } }],
      points: { on: true, chatPause: 0 },
    }),
  );
  const { stdout, stderr, status } = run(log, '--as', 'events', '--show', show);
  expect([status, stderr]).toEqual([0, '']);
  expect(JSON.parse(stdout)).toMatchObject({
    leaderboards: [{ measure: 'coins', window: 'this session', rows: [{ name: 'ines', value: 40 }] }],
    counters: [{ id: 'slips', value: 4 }],
    countdowns: [{ id: 'kiln', left: 100, runs: true }],
    points: [
      { id: 'ines', earned: 40, balance: 40, level: 1 },
      { id: 'mirek', earned: 22, balance: 22, level: 1 },
    ],
  });
});

test('the recorded demo session, as events, is what its own recap says', () => {
  const { stdout, status } = run('demo/session.ndjson', '--as', 'events', '--show', 'demo/kiln-hours.json');
  const summary = JSON.parse(stdout) as {
    events: number;
    bad: number;
    counts: { gift: { coins: number } };
    goals: { value: number }[];
    leaderboard: { coins: number }[];
  };
  expect([status, summary.events, summary.bad]).toEqual([0, 1413, 0]);
  expect(summary.goals[0]?.value).toBe(summary.counts.gift.coins);
  expect(summary.leaderboard).toHaveLength(10);
});

type Counts = { events: number; duplicates: number; bad: number; counts: Record<string, unknown> };
const counted = (text: string, name: string, ...args: string[]): Counts => {
  const { status, stdout, stderr } = run(file(name, text), ...args);
  if (status !== 0) throw new Error(stderr);
  const { events, duplicates, bad, counts } = JSON.parse(stdout) as Counts;
  return { events, duplicates, bad, counts };
};
const lines = (...messages: unknown[]): string => messages.map((message) => `${JSON.stringify(message)}\n`).join('');
const nothing = {
  follow: 0,
  share: 0,
  chat: 0,
  join: 0,
  subscribe: 0,
  gift: { count: 0, coins: 0 },
  like: { room: 0, viewers: 0 },
  tip: { count: 0, minor: {} },
  giftSubs: { count: 0 },
  raid: { count: 0, viewers: 0 },
};
const at = '2026-11-19T19:00:00Z';

test('Oxbow: chat lines and webhooks, the body as text or as an object; gifted subscriptions once, with rates a worth', () => {
  const account = { account: 'u1', handle: 'ines', displayName: 'Inês', badges: [] };
  const hook = (id: string, type: string, data: object): object => ({
    id,
    timestamp: '1795114800',
    body: { type, timestamp: at, data },
  });
  const text = lines(
    { irc: `@id=c1;time=${at};account=u1 :ines!x@oxbow PRIVMSG #h :hello` },
    { irc: 'PING :oxbow' },
    hook('w1', 'channel.followed', { user: account }),
    hook('w1', 'channel.followed', { user: account }),
    hook('w2', 'channel.subscriptions_gifted', { user: account, tier: 1, count: 2, recipients: [account, account] }),
    hook('w3', 'channel.subscribed', { user: account, tier: 1, months: 1, gifted: true }),
    hook('w4', 'channel.subscribed', { user: account, tier: 1, months: 3 }),
    {
      id: 'w5',
      timestamp: '1795114800',
      body: JSON.stringify({
        type: 'channel.tipped',
        timestamp: at,
        data: { user: account, amount: { value: '5.00', currency: 'USD' } },
      }),
    },
    hook('w6', 'channel.raided', { from: account, viewers: 25 }),
    { neither: true },
  );
  const show = file(
    'rated.json',
    JSON.stringify({ ...starterShow('s'), money: { currency: 'EUR', rates: { USD: 0.9 } } }),
  );
  expect(counted(text, 'oxbow.ndjson', '--as', 'oxbow', '--show', show)).toEqual({
    events: 7,
    duplicates: 1,
    bad: 1,
    counts: {
      ...nothing,
      follow: 1,
      chat: 1,
      subscribe: 1,
      giftSubs: { count: 2 },
      tip: { count: 1, minor: { USD: 500 } },
      raid: { count: 1, viewers: 25 },
      worth: 450,
    },
  });
});

test('Tarn: pages; the first counters are the base', () => {
  const author = { channelId: 'c', name: 'Hana' };
  const page = (next: string, hearts: number, items: object[]): object => ({
    items,
    next,
    pollAfterMs: 1000,
    room: { state: 'live', watching: 3, hearts, followers: 10 },
  });
  const comment = { type: 'comment', id: 'i1', at, author, text: 'hi' };
  expect(
    counted(
      lines(
        page('c1', 100, [comment]),
        page('c2', 107, [comment, { type: 'sticker', id: 'i2', at, author, amountMicros: 1_250_000, currency: 'KWD' }]),
      ),
      'tarn.ndjson',
      '--as',
      'tarn',
    ),
  ).toEqual({
    events: 5,
    duplicates: 1,
    bad: 0,
    counts: { ...nothing, chat: 1, like: { room: 7, viewers: 0 }, tip: { count: 1, minor: { KWD: 1250 } } },
  });
});

test('CloudEvents, a table, and any other by a mapping', () => {
  const events = [aFollow({ id: 'a' }), aGift({ id: 'b', count: 3 }), aFollow({ id: 'a' })];
  const counts = { ...nothing, follow: 1, gift: { count: 3, coins: 30 } };
  expect(counted(JSON.stringify(events.map(toCloudEvent)), 'batch.json', '--as', 'cloudevents')).toEqual({
    events: 2,
    duplicates: 1,
    bad: 0,
    counts,
  });
  expect(counted(lines(...events.map(toCloudEvent)), 'ce.ndjson', '--as', 'cloudevents')).toEqual({
    events: 2,
    duplicates: 1,
    bad: 0,
    counts,
  });
  expect(counted(writeCsv(events), 'events.csv', '--as', 'csv')).toEqual({ events: 2, duplicates: 1, bad: 0, counts });
  const mapping = file(
    'mapping.json',
    JSON.stringify({
      rules: [
        {
          kind: 'follow',
          when: { path: '$.e', is: 'joined us' },
          fields: { viewerName: '$.who', id: '$.n', at: '$.t' },
        },
      ],
    }),
  );
  const said = { e: 'joined us', who: 'Nour', n: 1, t: 1795114800 };
  expect(
    counted(
      lines(said, said, { e: 'other' }, { e: 'joined us' }),
      'other.ndjson',
      '--as',
      'mapped',
      '--mapping',
      mapping,
    ),
  ).toEqual({ events: 1, duplicates: 1, bad: 1, counts: { ...nothing, follow: 1 } });
});

test.each([
  ['a file that is not there', ['nowhere.txt', '--as', 'brindle'], /There is no file nowhere.txt/],
  ['a folder', ['src', '--as', 'events'], /There is no file src/],
  ['no format', ['demo/session.ndjson'], /--as is one of brindle, events, oxbow, tarn/],
  ['no mapping', ['demo/session.ndjson', '--as', 'mapped'], /needs --mapping/],
  [
    'a mapping that is none',
    ['demo/session.ndjson', '--as', 'mapped', '--mapping', 'package.json'],
    /package.json is no mapping: rules/,
  ],
  ['a show that is none', ['demo/session.ndjson', '--as', 'events', '--show', 'package.json'], /not a show file/],
  ['a word too many', ['a', 'b', '--as', 'events'], /"b" is not understood/],
])('%s is one sentence and exit 1', (_name, args, sentence) => {
  const { status, stdout, stderr } = run(...args);
  expect([status, stdout]).toEqual([1, '']);
  expect(stderr).toMatch(sentence);
  expect(stderr.trim().split('\n')).toHaveLength(1);
});
