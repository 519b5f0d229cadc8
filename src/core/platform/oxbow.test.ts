import { formatIrc } from './irc';
import { readOxbowChat, readOxbowHook } from './oxbow';
import { inEnglish } from '@/core/words/in-english.setup';

const origin = { feed: 'o', seenAt: 5000 };
const at = '2026-11-19T19:00:00.000Z';
const user = { account: 'u1', handle: 'ines.barro', displayName: 'Inês', badges: ['moderator', 'gold'] };
const hook = (type: string, data: object, id = 'msg_1') =>
  readOxbowHook({ id, body: JSON.stringify({ type, timestamp: at, data }) }, origin);
const line = (tags: Record<string, string>, text = 'hello there') =>
  readOxbowChat(
    formatIrc({ tags, prefix: 'ines.barro!x@oxbow', command: 'PRIVMSG', params: ['#odavarn.kiln', text] }),
    origin,
  );

test('a chat line says who, when and what', () => {
  expect(
    line({
      id: 'c1',
      time: at,
      account: 'u1',
      'display-name': 'Inês; the potter',
      badges: 'broadcaster/1,subscriber/12,gold',
    }),
  ).toEqual({
    kind: 'heard',
    heard: {
      event: {
        id: 'c1',
        feed: 'o',
        at: Date.parse(at),
        seenAt: 5000,
        kind: 'chat',
        text: 'hello there',
        viewer: { id: 'u1', handle: 'ines.barro', name: 'Inês; the potter', roles: ['host', 'subscriber'] },
      },
    },
  });
});

test('without an account the nick is the viewer; lines of the protocol say nothing', () => {
  expect(line({ id: 'c1', time: at })).toMatchObject({
    heard: { event: { viewer: { id: 'ines.barro', name: 'ines.barro' } } },
  });
  for (const other of ['PING :x', ':a JOIN #b', ':oxbow 001 me :Welcome', ':oxbow NOTICE #b :no'])
    expect(readOxbowChat(other, origin)).toBeNull();
});

test.each([
  [{ time: at }, /"id" tag/],
  [{ id: 'x', time: 'yesterday' }, /"time" tag/],
  [{ id: 'x'.repeat(300), time: at }, /"id" tag/],
])('a chat line with tags %j is refused with a sentence', (tags, reason) =>
  expect(line(tags as Record<string, string>)).toEqual({ kind: 'bad', reason: expect.stringMatching(reason) }),
);

test('every webhook becomes its event, by the webhook’s own id', () => {
  const who = { id: 'u1', handle: 'ines.barro', name: 'Inês', roles: ['moderator'] };
  const cases: [string, object, object][] = [
    ['channel.live', { handle: 'h' }, { kind: 'room', state: 'live', startedAt: Date.parse(at) }],
    ['channel.offline', { handle: 'h' }, { kind: 'room', state: 'ended' }],
    ['channel.followed', { user }, { kind: 'follow', viewer: who }],
    [
      'channel.subscribed',
      { user, tier: 2, months: 7, message: 'hi' },
      { kind: 'subscribe', tier: 2, months: 7, gifted: false, message: 'hi' },
    ],
    ['channel.subscribed', { user, tier: 1, months: 1, gifted: true }, { kind: 'subscribe', gifted: true }],
    [
      'channel.subscriptions_gifted',
      { user, tier: 1, count: 3, recipients: [user, user, user] },
      { kind: 'giftSubs', count: 3 },
    ],
    ['channel.raided', { from: user, viewers: 25 }, { kind: 'raid', viewers: 25, viewer: who }],
    [
      'channel.tipped',
      { user, amount: { value: '5.00', currency: 'EUR' }, message: null },
      { kind: 'tip', amountMinor: 500, currency: 'EUR' },
    ],
    [
      'channel.tipped',
      { user, amount: { value: '5.00', currency: 'EUR' }, message: ' for the kiln\u0007 ' },
      { kind: 'tip', message: 'for the kiln' },
    ],
    [
      'channel.tipped',
      { user, amount: { value: '5.00', currency: 'EUR' }, message: '  ' },
      { kind: 'tip', amountMinor: 500 },
    ],
    [
      'channel.tipped',
      { user, amount: { value: '500', currency: 'JPY' } },
      { kind: 'tip', amountMinor: 500, currency: 'JPY' },
    ],
    [
      'channel.tipped',
      { user, amount: { value: '1.25', currency: 'KWD' } },
      { kind: 'tip', amountMinor: 1250, currency: 'KWD' },
    ],
    ['channel.audience', { watching: 40 }, { kind: 'audience', watching: 40 }],
  ];
  for (const [type, data, event] of cases)
    expect(hook(type, data)).toMatchObject({
      kind: 'heard',
      heard: { event: { id: 'msg_1', feed: 'o', at: Date.parse(at), seenAt: 5000, ...event } },
    });
});

test('who writes nothing with a tip has written nothing', () => {
  for (const message of [null, '', '   ', undefined])
    expect(hook('channel.tipped', { user, amount: { value: '5.00', currency: 'EUR' }, message })).not.toHaveProperty(
      'heard.event.message',
    );
});

test.each([
  ['a kind nobody knows', () => hook('channel.exploded', {}), /does not know: "channel.exploded"/],
  [
    'a currency that is none',
    () => hook('channel.tipped', { user, amount: { value: '5.00', currency: 'XQX' } }),
    /ISO 4217/,
  ],
  [
    'an amount that is none',
    () => hook('channel.tipped', { user, amount: { value: 'much', currency: 'EUR' } }),
    /amount cannot be read/,
  ],
  ['no user', () => hook('channel.followed', {}), /usable "user"/],
  ['half a body', () => readOxbowHook({ id: 'x', body: '{"type":' }, origin), /not whole/],
  ['no id', () => hook('channel.audience', { watching: 1 }, ''), /webhook-id/],
])('%s is refused with a sentence', (_name, read, reason) =>
  expect(inEnglish(read())).toEqual({ kind: 'bad', reason: expect.stringMatching(reason) }),
);
