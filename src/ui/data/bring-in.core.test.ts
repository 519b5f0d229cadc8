import type { Feed } from '@/core/platform/feed';
import { starterShow } from '@/core/show/starter';
import { bringIn } from './bring-in';
import { addShow, readIndex, readKeys, readStoredShow, standApart } from './library';
import { putBackLasting } from './lasting';
import { readLog, readSessions } from './session-store';
import { showStore } from './show-store';
import { writeJson, writeText } from './storage';

/*
 * A browser as an earlier version has left it, in which each show stood by itself. It keeps nothing here but in memory; the server has the shows
 * and answers what it is asked, and knows no documents yet.
 */

const asked: string[] = [];
/** What was handed over, by the show that it was of. */
const handedOver = new Map<string, { feeds: Record<string, string>; setup: string; lines: string }>();
let running: string | null = null;
let failing = true;
const ids: Record<string, string> = {};
const keys: Record<string, Awaited<ReturnType<typeof readKeys>>> = {};

function answer(method: string, url: URL, body: unknown): Response {
  const [, , , show = '', ...rest] = url.pathname.split('/');
  const path = rest.join('/');
  if (path === 'sessions/running') return Response.json({ session: show === ids.Live ? running : null });
  if (path === 'sessions') return Response.json([]);
  if (path === 'lasting' && method === 'GET') return new Response(`{"of":"accounts","entries":[]}\n`);
  if (path.startsWith('lasting/of/')) {
    if (failing) return new Response('{"detail":"It cannot be kept just now."}', { status: 503 });
    const { setup = '', feeds = '' } = Object.fromEntries(url.searchParams);
    handedOver.set(path.slice(11), { setup, feeds: JSON.parse(feeds) as Record<string, string>, lines: String(body) });
    return new Response(null, { status: 204 });
  }
  if (method === 'DELETE' && path === '') return new Response(null, { status: 204 });
  return new Response('{"detail":"No such show."}', { status: 404 });
}

const inHome = () => showStore.now()?.shows.map(({ name }) => name);
const beside = async () => (await readIndex())?.shows.map(({ name }) => name);

beforeAll(async () => {
  global.fetch = jest.fn(async (path: string, { method = 'GET', body }: RequestInit = {}) => {
    const url = new URL(path, 'http://here');
    asked.push(`${method} ${url.pathname}`);
    return answer(method, url, body);
  }) as unknown as typeof fetch;
  for (const name of ['Overfull', 'Live', 'Somebody else’s', 'Weekend', 'Weekday']) {
    const feed = (platform: 'brindle' | 'tarn', handle: string): Feed => ({
      id: `${platform}-${name}`,
      platform,
      handle,
      on: true,
      rate: { coin: 0, kept: 0 },
      admitted: [],
    });
    // As many as a home holds: with the home's own there is no room for all of them.
    const many = Array.from({ length: 20 }, (_, n) => ({ ...feed('tarn', `${name}-${n}`), id: `many-${n}` }));
    const feeds = name === 'Overfull' ? many : [feed('brindle', 'same'), feed('tarn', name)];
    const { current } = await addShow({ ...starterShow(name), name, feeds });
    ids[name] = current;
    const entry = { id: `session of ${name}`, startedAt: 1, endedAt: 2, lost: 0, bad: 0 };
    await writeJson(`sessions/${current}`, [entry]);
    await writeText(`log/${entry.id}`, `{"kind":"follow","feed":"brindle-${name}"}\n`);
    await putBackLasting(current, '{"of":"viewers","entries":[]}\n');
    const show = await readStoredShow(current);
    if (show) keys[name] = await readKeys(show);
  }
  await standApart(ids['Somebody else’s'] ?? '');
  running = 'evening';
  await showStore.load();
});

test('until the server has taken what its sessions left, a show stays in the list; then it goes, and is there once', async () => {
  await bringIn();
  expect(inHome()).toEqual(['Weekday', 'Weekend']);
  expect(await beside()).toContain('Weekend');
  failing = false;
  await bringIn();
  expect(inHome()).toEqual(['Weekday', 'Weekend']);
  expect(await beside()).toEqual(['Overfull', 'Live', 'Somebody else’s', 'Weekday']);
  expect(asked).toContain(`DELETE /api/shows/${ids.Weekend ?? ''}`);
});

test('people and points are handed over as the server had them last, with the feeds that they have here', () => {
  expect([...handedOver.keys()]).toEqual([ids.Weekend]);
  expect(handedOver.get(ids.Weekend ?? '')).toEqual({
    setup: ids.Weekend?.slice(0, 12),
    // One handle on one platform is one feed.
    feeds: { 'brindle-Weekend': 'brindle-Weekday', 'tarn-Weekend': 'tarn-Weekend' },
    lines: '{"of":"accounts","entries":[]}\n',
  });
  expect(showStore.now()?.show.feeds.map(({ id }) => id)).toEqual(['brindle-Weekday', 'tarn-Weekday', 'tarn-Weekend']);
});

test('its addresses go on: of an outlet that both have beside the home’s, of a new feed as its own', async () => {
  const show = showStore.now()?.show;
  const now = show && (await readKeys(show));
  const [outlet] = show?.outlets ?? [];
  const theirs = Object.values(keys.Weekend?.outlets ?? {});
  expect(now?.outlets[outlet?.id ?? '']).toBe(keys.Weekday?.outlets[outlet?.id ?? '']);
  expect(Object.values(now?.outlets ?? {})).toEqual(expect.arrayContaining(theirs));
  expect(now?.feeds['tarn-Weekend']).toEqual(keys.Weekend?.feeds['tarn-Weekend']);
});

test('its sessions are the home’s, with the home’s feeds in their logs', async () => {
  const home = showStore.now()?.show.id ?? '';
  expect((await readSessions(home)).map(({ id }) => id).sort()).toEqual(['session of Weekday', 'session of Weekend']);
  expect(await readLog('session of Weekend')).toBe('{"kind":"follow","feed":"brindle-Weekday"}\n');
});

test('one whose session is on comes when that has ended; another streamer’s never does', async () => {
  expect(asked).not.toContain(`DELETE /api/shows/${ids.Live ?? ''}`);
  running = null;
  await bringIn();
  expect(inHome()).toEqual(['Weekday', 'Weekend', 'Live']);
  expect(await beside()).toEqual(['Overfull', 'Somebody else’s', 'Weekday']);
});

test('one for which the home has no room stays as it is, and goes on where it runs', () => {
  expect(asked).not.toContain(`DELETE /api/shows/${ids.Overfull ?? ''}`);
});
