import { readTarn } from './tarn';
import { english } from '@/core/words/phrase';
import { inEnglish } from '@/core/words/in-english.setup';

const origin = { feed: 't', seenAt: 9000 };
const at = '2026-11-19T19:00:00Z';
const author = { channelId: 'c1', name: 'Inês', isModerator: true, isMember: false };
const room = { state: 'live', watching: 12, hearts: 4100, followers: 300 };
const page = (items: unknown[], more: object = {}) =>
  JSON.stringify({ items, next: 'c7', pollAfterMs: 1500, room, ...more });
const read = (text: string, last: Parameters<typeof readTarn>[2] = null) => {
  const result = readTarn(text, origin, last);
  if (!result.ok) throw new Error(english(result.reason));
  return result;
};

test('a page: the room first, then items, then counters and who watches', () => {
  const { readings, next, pollAfterMs, live } = read(
    page([
      { type: 'comment', id: 'i1', at, author, text: 'hello' },
      { type: 'member', id: 'i2', at, author, level: 2 },
    ]),
  );
  expect({ next, pollAfterMs, live }).toEqual({ next: 'c7', pollAfterMs: 1500, live: true });
  expect(
    readings.map(({ reading }) =>
      reading.kind === 'heard'
        ? reading.heard.event.kind
        : reading.kind === 'counter'
          ? `${reading.counter} ${reading.value}`
          : reading.kind,
    ),
  ).toEqual(['room', 'chat', 'subscribe', 'like 4100', 'follow 300', 'audience']);
  expect(readings[1]?.reading).toMatchObject({
    heard: {
      event: { id: 'i1', viewer: { id: 'c1', name: 'Inês', roles: ['moderator'] }, seenAt: 9000, at: Date.parse(at) },
    },
  });
});

test('what has not changed is not said again, and the end stands last', () => {
  const last = { state: 'live', watching: 12 };
  expect(read(page([]), last).readings.map(({ reading }) => reading.kind)).toEqual(['counter', 'counter']);
  const ended = read(
    page([{ type: 'comment', id: 'i', at, author, text: 'bye' }], { room: { ...room, state: 'ended' } }),
    last,
  );
  expect(ended.readings.at(-1)?.reading).toMatchObject({ heard: { event: { kind: 'room', state: 'ended' } } });
});

// ISO 4217: JPY has no minor unit, EUR two digits, KWD three. 1,000,000 micros are one unit.
test.each([
  [5_000_000, 'EUR', 500],
  [1_990_000, 'EUR', 199],
  [300_000_000, 'JPY', 300],
  [1_250_000, 'KWD', 1250],
  [1, 'EUR', 0],
  [5000, 'EUR', 1],
])('%i micros of %s are %i in minor units', (amountMicros, currency, amountMinor) => {
  const { readings } = read(page([{ type: 'sticker', id: 's', at, author, name: 'Reed', amountMicros, currency }]));
  expect(readings[1]?.reading).toMatchObject({ heard: { event: { kind: 'tip', amountMinor, currency } } });
});

test('a malformed item costs itself only', () => {
  const { readings } = read(
    page([
      null,
      { type: 'sticker', id: 's', at, author, amountMicros: 5, currency: 'XQX' },
      { type: 'comment', id: 'i1', at, author, text: 'still here' },
    ]),
    { state: 'live', watching: 12 },
  );
  expect(readings.map(({ reading }) => reading.kind)).toEqual(['bad', 'bad', 'heard', 'counter', 'counter']);
});

test.each([
  '',
  '[]',
  '{"items":[]}',
  '{"items":{},"next":"c","room":{"state":"live"}}',
  '{"items":[],"next":"c","room":{"state":"sleeping"}}',
])('%s is no page, in a sentence', (text) => {
  expect(inEnglish(readTarn(text, origin, null))).toEqual({ ok: false, reason: expect.stringMatching(/\.$/) });
});
