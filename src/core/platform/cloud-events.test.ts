import { CloudEvent as SdkEvent, HTTP, type Message } from 'cloudevents';
import { aChat, aFollow, aGift, aLike, aRoom } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { mapper, mappingSchema } from './mapping';
import { readCloudEvent, readCloudEventRequest, toCloudEvent } from './cloud-events';
import { english } from '@/core/words/phrase';

/* Against the CloudEvents SDK: what it sends is read, and what we write it reads. */

const events: StreamEvent[] = [
  aFollow(),
  aGift({ count: 3, streakId: 's', streakOpen: true }),
  aLike({ count: 7, room: 9 }),
  aChat({ text: 'is that “celadon”? 🏺' }),
  aRoom(),
];
const origin = { feed: 'c', seenAt: null };
const read = (headers: Record<string, string | undefined>, body: string) => {
  const request = readCloudEventRequest(headers, body);
  if (!request.ok) throw new Error(english(request.reason));
  return request.events.flatMap((event) => readCloudEvent(event, origin, null));
};
const lower = (headers: Message['headers']): Record<string, string> =>
  Object.fromEntries(Object.entries(headers).map(([name, value]) => [name.toLowerCase(), String(value)]));
const expected = ({ id, feed, ...event }: StreamEvent) => ({ ...event, feed: 'c', id: `/gavirn/feeds/${feed}#${id}` });

test.each(['binary', 'structured'] as const)('the SDK’s %s mode is read', (mode) => {
  for (const event of events) {
    const message = HTTP[mode](new SdkEvent({ ...toCloudEvent(event) } as ConstructorParameters<typeof SdkEvent>[0]));
    expect(read(lower(message.headers), String(message.body))).toEqual([
      { kind: 'heard', heard: { event: expected(event) } },
    ]);
  }
});

test('a batch is read, and the SDK reads ours', () => {
  const body = JSON.stringify(events.map(toCloudEvent));
  expect(
    read({ 'content-type': 'application/cloudevents-batch+json; charset=utf-8' }, body).map((reading) =>
      reading.kind === 'heard' ? reading.heard.event : reading,
    ),
  ).toEqual(events.map(expected));
  const back = HTTP.toEvent({
    headers: { 'content-type': 'application/cloudevents-batch+json' },
    body,
  }) as SdkEvent<object>[];
  expect(back.map(({ id, type, data }) => [id, type, data])).toEqual(
    events.map((event) => [toCloudEvent(event).id, toCloudEvent(event).type, toCloudEvent(event).data]),
  );
});

test('an event of another sort goes through the feed’s rules', () => {
  const rules = mapper(
    mappingSchema.parse({
      rules: [
        { kind: 'follow', when: { path: '$.type', is: 'com.example.followed' }, fields: { viewerName: '$.data.who' } },
      ],
    }),
  );
  const foreign = { specversion: '1.0', id: 'a', source: '/s', type: 'com.example.followed', data: { who: 'Inês' } };
  expect(readCloudEvent(foreign, { feed: 'c', seenAt: 9 }, rules)).toMatchObject([
    { heard: { event: { kind: 'follow', id: 'follow:/s#a', viewer: { name: 'Inês' } } } },
  ]);
  expect(readCloudEvent(foreign, origin, null)).toEqual([
    { kind: 'bad', reason: expect.stringMatching(/com.example.followed/) },
  ]);
});

test('header values are percent-decoded (HTTP binding, section 3.1.3.2)', () => {
  const request = readCloudEventRequest(
    {
      'ce-specversion': '1.0',
      'ce-id': 'Euro%20%E2%82%AC%20%F0%9F%98%80',
      'ce-source': '"/q"',
      'ce-type': 't',
      'content-type': 'application/json',
    },
    '{}',
  );
  expect(request).toMatchObject({ ok: true, events: [{ id: 'Euro € 😀', source: '/q' }] });
});

test.each([
  [{ 'content-type': 'application/json' }, '{}', /no CloudEvent/],
  [{ 'content-type': 'application/cloudevents+json' }, '{', /not whole/],
  [{ 'content-type': 'application/cloudevents-batch+json' }, '{}', /list/],
])('%j is refused with a sentence', (headers, body, reason) =>
  expect(readCloudEventRequest(headers, body)).toEqual({ ok: false, reason: expect.stringMatching(reason) }),
);
test.each([
  [{ specversion: '0.3', id: 'a', source: 's', type: 't' }, /specversion/],
  [{ specversion: '1.0', source: 's', type: 't' }, /"id"/],
  [7, /content/],
])('%j is bad', (json, reason) => {
  expect(readCloudEvent(json, origin, null)).toEqual([{ kind: 'bad', reason: expect.stringMatching(reason) }]);
});
