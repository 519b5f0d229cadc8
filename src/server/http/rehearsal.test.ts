import { aChat, aFollow, START } from '@/core/event/examples';
import { writeEventLine } from '@/core/file/events';
import type { DeskView } from '@/core/desk/view';
import { english } from '@/core/words/phrase';
import { MOST_EVENTS } from './rehearsal';
import { address, ask, expectProblem, KEY, publish } from './server.setup';

const CROWD = { crowd: 'rush', seed: 1, size: 1, gifts: 1, from: 'busiest' };
const feeds = [{ id: 'b', platform: 'brindle', handle: 'h', on: true, rate: { coin: 0, kept: 0 }, admitted: [] }];
const begin = (body: unknown, key = KEY) => ask('POST', '/api/shows/one/rehearsal', body, key);
const PAST = 'seed=1&size=1&gifts=1&pace=2&title=Friday&from=beginning';
const past = (log: string, query = PAST) =>
  fetch(`${address}/api/shows/one/rehearsal/past?${query}`, {
    method: 'POST',
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'text/plain; charset=utf-8' },
    body: log,
  });
/** What the desk's stream says first. */
async function view(): Promise<DeskView> {
  const stop = new AbortController();
  const answer = await fetch(`${address}/api/shows/one/desk`, {
    headers: { authorization: `Bearer ${KEY}` },
    signal: stop.signal,
  });
  let text = '';
  const decoder = new TextDecoder();
  for await (const piece of answer.body as unknown as AsyncIterable<Uint8Array>) {
    text += decoder.decode(piece, { stream: true });
    if (/^data: .*\n\n/m.test(text)) break;
  }
  stop.abort();
  return JSON.parse(/^data: (.*)$/m.exec(text)?.[1] ?? '') as DeskView;
}

test('a crowd is on the desk until it is ended; another takes its place', async () => {
  await publish({ feeds });
  expect((await begin(CROWD)).status).toBe(204);
  expect(english((await view()).rehearsal?.title ?? '')).toBe('A rush of gifts');
  expect((await begin({ ...CROWD, crowd: 'quiet' })).status).toBe(204);
  const { rehearsal } = await view();
  expect(english(rehearsal?.title ?? '')).toBe('Quiet');
  expect((rehearsal?.endsAt ?? 0) - (rehearsal?.startedAt ?? 0)).toBe(3_600_000);
  expect((await ask('DELETE', '/api/shows/one/rehearsal')).status).toBe(204);
  expect((await view()).rehearsal).toBeNull();
  // Where none is on there is nothing to end.
  expect((await ask('DELETE', '/api/shows/one/rehearsal')).status).toBe(204);
});

test.each([
  ['no crowd of that name', { ...CROWD, crowd: 'circus' }],
  ['too many', { ...CROWD, size: 5 }],
  ['too few', { ...CROWD, gifts: 0 }],
  ['a seed that is none', { ...CROWD, seed: -1 }],
  ['from nowhere', { ...CROWD, from: 'end' }],
  ['nothing', undefined],
  ['no object', '[]'],
])('%s is refused with a sentence, and nothing begins', async (_what, body) => {
  await publish({ feeds });
  await expectProblem(await begin(body), 400);
  expect((await view()).rehearsal).toBeNull();
});

test('a past session by its log: lines that cannot be read are left out', async () => {
  await publish({ feeds });
  const log = [aFollow({ feed: 'b' }), aChat({ feed: 'b', seenAt: START + 8000 })].map(writeEventLine).join('');
  expect((await past(`${log}{"kind":\nnothing\n${'x'.repeat(70_000)}\n`)).status).toBe(204);
  const { rehearsal } = await view();
  expect([rehearsal?.title, (rehearsal?.endsAt ?? 0) - (rehearsal?.startedAt ?? 0)]).toEqual(['Friday', 4001]);
});

test('one in which nothing happened, one that is too long, at a pace that is none', async () => {
  await publish({ feeds });
  await expectProblem(await past('nothing\n'), 400);
  await expectProblem(await past(writeEventLine(aFollow({ feed: 'b' })).repeat(MOST_EVENTS + 1)), 413);
  await expectProblem(await past('x'.repeat(2_000_000)), 413);
  await expectProblem(await past('', PAST.replace('pace=2', 'pace=3')), 400);
  expect((await view()).rehearsal).toBeNull();
});

test('a stranger begins and ends nothing', async () => {
  await publish({ feeds });
  await expectProblem(await begin(CROWD, 'another-key-0123456789'), 403);
  await begin(CROWD);
  await expectProblem(await ask('DELETE', '/api/shows/one/rehearsal', undefined, 'another-key-0123456789'), 403);
  expect((await view()).rehearsal).not.toBeNull();
});
