import { readBrindle } from './brindle';
import { MAX_MESSAGE } from './sse-message';
import { inEnglish } from '@/core/words/in-english.setup';

const origin = { feed: 'f', seenAt: 1_000_000 };
const user = { uid: 'u1', handle: 'ines.barro', nickname: 'Inês', badges: ['moderator', 'founder'] };
const said = { msgId: 'm1', at: '2026-11-19T19:00:00Z', user };
const read = (event: string, data: unknown, id = '7') =>
  readBrindle({ event, data: typeof data === 'string' ? data : JSON.stringify(data), id }, origin);
const eventOf = (event: string, data: unknown) => {
  const reading = read(event, data);
  if (reading.kind !== 'heard') throw new Error(JSON.stringify(reading));
  return reading.heard;
};

test('each kind of message becomes its event', () => {
  expect(eventOf('follow', said).event).toEqual({
    id: 'm1',
    feed: 'f',
    kind: 'follow',
    at: Date.UTC(2026, 10, 19, 19),
    seenAt: 1_000_000,
    viewer: { id: 'u1', handle: 'ines.barro', name: 'Inês', roles: ['moderator'] },
  });
  expect(eventOf('share', said).event.kind).toBe('share');
  expect(eventOf('join', said).event.kind).toBe('join');
  expect(eventOf('chat', { ...said, text: 'hi' }).event).toMatchObject({ kind: 'chat', text: 'hi' });
  expect(eventOf('subscribe', { ...said, months: 3 }).event).toMatchObject({
    kind: 'subscribe',
    months: 3,
    gifted: false,
  });
  expect(eventOf('like', { ...said, taps: 5, total: 90 })).toMatchObject({
    event: { kind: 'like', count: 5 },
    likesTotal: 90,
  });
  expect(eventOf('viewers', { watching: 12 }).event).toMatchObject({ id: 'viewers:7', kind: 'audience', watching: 12 });
  expect(eventOf('room', { state: 'live', roomId: 'r', startedAt: '2026-11-19T19:00:00Z' }).event).toMatchObject({
    kind: 'room',
    state: 'live',
    roomId: 'r',
  });
});

test('a gift alone is one; in a streak its cumulative count is handed on', () => {
  const gift = { id: 'g', name: 'Slip Splash', coins: 10 };
  expect(eventOf('gift', { ...said, gift, streak: null })).toEqual({
    event: expect.objectContaining({ count: 1, unitCoins: 10, giftId: 'g' }),
  });
  expect(eventOf('gift', { ...said, gift, streak: { key: 'k', count: 4, done: false } }).streak).toEqual({
    key: 'u1:g:k',
    count: 4,
    done: false,
  });
});

test('a gap says how many were lost, if it knows', () => {
  expect(read('gap', { lost: 14 })).toEqual({ kind: 'gap', lost: 14, at: 1_000_000 });
  expect(read('gap', { lost: null })).toMatchObject({ kind: 'gap', lost: null });
});

test.each([
  ['half a message', 'follow', '{"msgId":"m1","at":"2026-'],
  ['nothing', 'follow', ''],
  ['an array', 'chat', '[]'],
  ['no viewer', 'follow', { msgId: 'm', at: said.at }],
  ['a time that is none', 'follow', { ...said, at: 'yesterday' }],
  ['taps below nothing', 'like', { ...said, taps: -5, total: 3 }],
  ['a price that is no number', 'gift', { ...said, gift: { id: 'g', name: 'x', coins: '10' }, streak: null }],
  ['an unknown kind', 'bribe', said],
  ['an inherited name', 'constructor', said],
])('%s is refused with a sentence', (_name, event, data) => {
  const reading = read(event, data);
  expect(inEnglish(reading)).toEqual({ kind: 'bad', reason: expect.stringMatching(/^[A-Z].+\.$/) });
});

test('a message of 1 MB is refused unread', () => {
  const reading = read('chat', { ...said, text: 'x'.repeat(1_000_000) });
  expect(inEnglish(reading)).toMatchObject({
    kind: 'bad',
    reason: expect.stringContaining(MAX_MESSAGE.toLocaleString('en')),
  });
});

test.each([
  ['200 characters', 'ü'.repeat(200), 'ü'.repeat(200)],
  ['a NUL and a line feed', 'In\u0000ê\ns', 'In ê s'],
  ['marks of direction', '\u202eevil', '\u202eevil'],
  ['a family of emoji', '👩‍👩‍👧‍👦', '👩‍👩‍👧‍👦'],
  ['markup', '<script>alert(1)</script>', '<script>alert(1)</script>'],
  ['half a surrogate pair', 'a\ud83d', 'a\ufffd'],
  ['nothing but spaces', '   ', 'ines.barro'],
])('a name with %s is kept whole and safe', (_name, nickname, kept) => {
  expect(eventOf('follow', { ...said, user: { ...user, nickname } }).event.viewer?.name).toBe(kept);
});

test('a name too long is cut, never inside an emoji', () => {
  const name =
    eventOf('follow', { ...said, user: { ...user, nickname: `${'x'.repeat(199)}🏺🏺` } }).event.viewer?.name ?? '';
  expect(name.length).toBeLessThanOrEqual(200);
  expect(name.isWellFormed()).toBe(true);
});
