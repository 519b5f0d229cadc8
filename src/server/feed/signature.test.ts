import { Webhook } from 'standardwebhooks';
import type { FeedSecrets } from './secrets';
import { sign, TOLERANCE_MS, verify } from './signature';
import { retryAfterMs } from './retry-after';

/* Against the reference package for Standard Webhooks 1.0: what it signs is verified, and what we sign it verifies. */

const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';
const OTHER = 'whsec_C2FVsBQIhrscChlQIMV+b5sSYspob7oDazfgh1x0Q2s=';
const NOW = Date.UTC(2026, 10, 19, 19, 0, 0);
const body = JSON.stringify({ type: 'channel.followed', data: { name: 'ليلى' } });
const secrets: FeedSecrets = { inbox: 'inbox-0123456789abcdef', signing: SECRET };
const signed = (secret: string, at = NOW, text = body) => ({
  body: text,
  headers: {
    'webhook-id': 'msg_1',
    'webhook-timestamp': String(Math.floor(at / 1000)),
    'webhook-signature': new Webhook(secret).sign('msg_1', new Date(at), text),
  },
});

test('the package’s signature is right, and ours is right to the package', () => {
  expect(verify(signed(SECRET), secrets, NOW)).toEqual({ ok: true, id: 'msg_1' });
  const at = String(Math.floor(Date.now() / 1000));
  expect(
    new Webhook(SECRET).verify(body, {
      'webhook-id': 'm',
      'webhook-timestamp': at,
      'webhook-signature': sign(SECRET, 'm', at, body),
    }),
  ).toEqual(JSON.parse(body));
});

test('one right signature among several is enough', () => {
  const { headers } = signed(SECRET);
  expect(
    verify(
      { body, headers: { ...headers, 'webhook-signature': `v1,AAAA v2,xyz ${headers['webhook-signature']}` } },
      secrets,
      NOW,
    ).ok,
  ).toBe(true);
});

test.each([
  ['another secret', () => verify(signed(OTHER), secrets, NOW), /signature/],
  ['another body', () => verify({ ...signed(SECRET), body: `${body} ` }, secrets, NOW), /signature/],
  [
    'another id',
    () => verify({ body, headers: { ...signed(SECRET).headers, 'webhook-id': 'msg_2' } }, secrets, NOW),
    /signature/,
  ],
  [
    'no signature',
    () => verify({ body, headers: { ...signed(SECRET).headers, 'webhook-signature': undefined } }, secrets, NOW),
    /signature/,
  ],
  ['an old one sent again', () => verify(signed(SECRET, NOW - TOLERANCE_MS - 1000), secrets, NOW), /five minutes/],
  ['one from the future', () => verify(signed(SECRET, NOW + TOLERANCE_MS + 1000), secrets, NOW), /five minutes/],
  ['no time', () => verify({ body, headers: { 'webhook-id': 'm' } }, secrets, NOW), /lacks its id or its time/],
  ['a feed without a secret', () => verify(signed(SECRET), { inbox: 'inbox-0123456789abcdef' }, NOW), /no secret yet/],
])('%s is refused', (_name, run, reason) =>
  expect(run()).toEqual({ ok: false, reason: expect.stringMatching(reason) }),
);

test('within five minutes either way it is taken', () => {
  for (const off of [-TOLERANCE_MS + 2000, TOLERANCE_MS - 2000])
    expect(verify(signed(SECRET, NOW + off), secrets, NOW).ok).toBe(true);
});

test('after a renewal the old secret is taken until its time is over', () => {
  const renewed: FeedSecrets = {
    inbox: 'inbox-0123456789abcdef',
    signing: OTHER,
    previous: { signing: SECRET, until: NOW + 1000 },
  };
  expect([
    verify(signed(SECRET), renewed, NOW).ok,
    verify(signed(OTHER), renewed, NOW).ok,
    verify(signed(SECRET), renewed, NOW + 1001).ok,
  ]).toEqual([true, true, false]);
});

// RFC 9110, section 10.2.3: the examples of Retry-After.
test('Retry-After is seconds or a date', () => {
  expect(retryAfterMs('120', NOW)).toBe(120_000);
  expect(retryAfterMs('Fri, 31 Dec 1999 23:59:59 GMT', Date.UTC(1999, 11, 31, 23, 59, 29))).toBe(30_000);
  expect([
    retryAfterMs('Fri, 31 Dec 1999 23:59:59 GMT', NOW),
    retryAfterMs(null, NOW),
    retryAfterMs('soon', NOW),
  ]).toEqual([0, null, null]);
});
