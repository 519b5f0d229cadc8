import { aChat, aGift, START } from '@/core/event/examples';
import { streamEventSchema } from '@/core/event/event';
import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { newIntake, takeIn, takeReading } from '@/core/intake/intake';
import type { Reading } from '@/core/intake/received';
import { starterShow } from '@/core/show/starter';
import { readEventLine, writeEventLine } from '@/core/file/events';
import { readActivity } from './activity';
import { readBrindle } from './brindle';
import { readCloudEvent, readCloudEventRequest, toCloudEvent } from './cloud-events';
import { mapper, mappingSchema } from './mapping';
import { readOxbowChat, readOxbowHook } from './oxbow';
import { readJson } from './reading';
import { readTarn } from './tarn';
import { english } from '@/core/words/phrase';

/*
 * Messages spoilt in every way that is known to spoil one: bytes flipped, cut, put in twice, nested a thousand deep, huge numbers, wrong
 * types. Nothing throws; what still counts is a valid event; and the totals stay numbers that can be.
 */

const MUTATIONS = 60_000;
const at = '2026-11-19T19:00:00.000Z';
const user = { uid: 'u1', handle: 'ines', nickname: 'Inês', badges: ['moderator'] };
const origin = { feed: 'f', seenAt: START };
const rules = mapper(
  mappingSchema.parse({
    rules: [
      {
        kind: 'gift',
        when: { path: '$.event', is: 'present' },
        fields: {
          giftName: '$.item.title',
          viewerName: '$.from',
          unitCoins: '$.item.price',
          count: '$.qty',
          at: '$.when',
        },
      },
      { kind: 'chat', each: '$..lines[*]', fields: { text: '$.text', viewerName: '$.from' } },
    ],
  }),
);
const json = (text: string): unknown => {
  const read = readJson(text);
  return read.ok ? read.json : undefined;
};

const ADAPTERS: { samples: string[]; read: (text: string) => Reading[] }[] = [
  {
    samples: [
      { msgId: 'm', at, user, gift: { id: 'g', name: 'Pot', coins: 50 }, streak: { key: 'k', count: 3, done: false } },
      { msgId: 'm', at, user, taps: 10, total: 200 },
      { msgId: 'm', at, user, text: 'hello' },
      { state: 'live', roomId: 'r', startedAt: at },
      { watching: 5 },
      { lost: 3 },
    ].map((message) => JSON.stringify(message)),
    read: (data) =>
      ['gift', 'like', 'chat', 'room', 'viewers', 'gap', 'follow'].map((event) =>
        readBrindle({ event, data, id: '7' }, origin),
      ),
  },
  {
    samples: [
      `@id=c1;time=${at};account=u1;display-name=In\\:ês;badges=moderator/1 :ines!x@oxbow PRIVMSG #h :hello there`,
      'PING :x',
    ],
    read: (line) => [readOxbowChat(line, origin)].filter((reading) => reading !== null),
  },
  {
    samples: [
      {
        type: 'channel.tipped',
        timestamp: at,
        data: {
          user: { account: 'u1', handle: 'i', displayName: 'I', badges: [] },
          amount: { value: '5.00', currency: 'EUR' },
        },
      },
      {
        type: 'channel.subscriptions_gifted',
        timestamp: at,
        data: { user: { account: 'u1' }, tier: 1, count: 2, recipients: [{ account: 'u2' }] },
      },
      { type: 'channel.raided', timestamp: at, data: { from: { account: 'u1' }, viewers: 5 } },
    ].map((message) => JSON.stringify(message)),
    read: (body) => [readOxbowHook({ id: 'w', body }, origin)],
  },
  {
    samples: [
      JSON.stringify({
        items: [
          { type: 'comment', id: 'i', at, author: { channelId: 'c', name: 'N' }, text: 'x' },
          {
            type: 'sticker',
            id: 's',
            at,
            author: { channelId: 'c' },
            name: 'R',
            amountMicros: 2_000_000,
            currency: 'EUR',
          },
        ],
        next: 'c1',
        pollAfterMs: 1000,
        room: { state: 'live', watching: 3, hearts: 40, followers: 5 },
      }),
    ],
    read: (text) => {
      const page = readTarn(text, origin, null);
      return page.ok ? page.readings.map(({ reading }) => reading) : [{ kind: 'bad', reason: page.reason }];
    },
  },
  {
    samples: [
      '{"event":"present","item":{"title":"Boat","price":"25"},"from":"I","qty":3,"when":1795546802}',
      '{"a":{"lines":[{"text":"x","from":"y"}]}}',
    ],
    read: (text) => rules.read(json(text), origin, 'id'),
  },
  {
    samples: [JSON.stringify(toCloudEvent(aGift()))],
    read: (text) => {
      const request = readCloudEventRequest({ 'content-type': 'application/cloudevents+json' }, text);
      return request.ok
        ? request.events.flatMap((event) => readCloudEvent(event, origin, rules))
        : [{ kind: 'bad', reason: request.reason }];
    },
  },
  {
    samples: [
      JSON.stringify({
        type: 'Create',
        actor: { id: 'a', name: 'N' },
        object: { type: 'Note', content: '<p>x</p>' },
        published: at,
      }),
    ],
    read: (text) => [readActivity(json(text), origin, 'id')],
  },
  {
    samples: [writeEventLine(aChat()).trim(), writeEventLine(aGift()).trim()],
    read: (line) => {
      const read = readEventLine(line);
      return [read.ok ? { kind: 'heard', heard: { event: read.event } } : { kind: 'bad', reason: read.reason }];
    },
  },
];

/** A small source of chance: the same spoilt messages each time. */
function chance(seed: number): (below: number) => number {
  let a = seed;
  return (below) => {
    a = (Math.imul(a, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((a / 4_294_967_296) * below);
  };
}

const WRONG = [
  'null',
  'true',
  '[]',
  '{}',
  '""',
  '-1',
  '1e308',
  '1e999',
  '9007199254740993',
  '-0',
  '"\\u0000"',
  '"\\ud800"',
  '[[[[]]]]',
  '{"__proto__":{"x":1}}',
  '"' + 'x'.repeat(300) + '"',
];
const DEEP = `${'['.repeat(1000)}${']'.repeat(1000)}`;

function spoil(text: string, below: (n: number) => number): string {
  const here = below(text.length + 1);
  switch (below(7)) {
    case 0:
      return text.slice(0, here);
    case 1:
      return (
        text.slice(0, here) + String.fromCharCode(below(3) === 0 ? below(65_536) : below(128)) + text.slice(here + 1)
      );
    case 2:
      return text.slice(0, here) + text.slice(below(text.length));
    case 3:
      return text.slice(0, here) + text.slice(here + 1 + below(5));
    case 4: {
      // Another value in the place of one: wrong types and huge numbers that are still JSON.
      const values = [...text.matchAll(/:("(?:[^"\\]|\\.)*"|-?\d[\d.e+]*|true|false|null|\[[^[\]]*\]|\{[^{}]*\})/g)];
      const value = values[below(values.length || 1)];
      const wrong = below(40) === 0 ? DEEP : (WRONG[below(WRONG.length)] ?? '');
      return value?.index === undefined
        ? wrong
        : `${text.slice(0, value.index + 1)}${wrong}${text.slice(value.index + value[0].length)}`;
    }
    case 5:
      return below(50) === 0 ? DEEP : `{"a":${text}}`;
    default:
      return spoil(spoil(text, below), below);
  }
}

test(`${MUTATIONS.toLocaleString('en')} spoilt messages crash nothing, and change nothing that they should not`, () => {
  const below = chance(7);
  const show = starterShow('s');
  const before = JSON.stringify(show);
  const state = newState(show);
  const intake = newIntake();
  fold(state, { input: 'begin', at: START, session: 's' });
  let heard = 0;
  let bad = 0;
  let wrong = 0;
  for (let n = 0; n < MUTATIONS; n += 1) {
    const adapter = ADAPTERS[n % ADAPTERS.length];
    const sample = adapter?.samples[below(adapter.samples.length)] ?? '';
    for (const reading of adapter?.read(spoil(sample, below)) ?? []) {
      if (reading.kind === 'bad') bad += 1;
      if (reading.kind === 'bad' && !/^[A-Z].*[.]$/s.test(english(reading.reason))) wrong += 1;
      if (reading.kind === 'counter')
        takeReading(intake, 'f', { counter: reading.counter, value: reading.value }, { at: START, seenAt: START });
      if (reading.kind !== 'heard') continue;
      heard += 1;
      const event = { ...reading.heard.event, id: `${n}` };
      if (heard % 50 === 0 && !streamEventSchema.safeParse(event).success) wrong += 1;
      const kept = takeIn(intake, { ...reading.heard, event });
      if (kept) fold(state, { input: 'event', at: START, event: kept });
    }
  }
  expect(wrong).toBe(0);
  expect(heard).toBeGreaterThan(MUTATIONS / 50);
  expect(bad).toBeGreaterThan(MUTATIONS / 2);
  const numbers = [
    ...Object.values(state.totals),
    ...Object.values(state.totals.byKind),
    ...Object.values(state.totals.tips),
  ].filter((value) => typeof value === 'number');
  for (const value of numbers) expect(Number.isFinite(value) && value >= 0).toBe(true);
  expect(JSON.stringify(state.show)).toBe(before);
  expect(({} as { x?: number }).x).toBeUndefined();
});
