import { starterShow } from '@/core/show/starter';
import { bringIn } from './bring-in';
import { addShow, readIndex, standApart } from './library';
import { putBackLasting } from './lasting';
import { readSessions } from './session-store';
import { showStore } from './show-store';
import { writeJson } from './storage';

/* A browser as an earlier version has left it, in which each show stood by itself. It keeps nothing here but in memory, and no server answers. */

const asked: string[] = [];
beforeAll(async () => {
  global.fetch = jest.fn(async (path: string, { method = 'GET' }: RequestInit = {}) => {
    asked.push(`${method} ${path.replace(/[0-9a-f]{32}/, 'ID')}`);
    return new Response('{"detail":"No such show."}', { status: 404 });
  }) as unknown as typeof fetch;
  const names = ['Known people', 'Somebody else’s', 'Weekend', 'Weekday'];
  const ids: string[] = [];
  for (const name of names) {
    const { current } = await addShow({
      ...starterShow(name),
      name,
      feeds: [{ id: name, platform: 'brindle', handle: 'same', on: true, rate: { coin: 0, kept: 0 }, admitted: [] }],
    });
    ids.push(current);
    const entry = { id: `session of ${name}`, startedAt: 1, endedAt: 2, lost: 0, bad: 0 };
    await writeJson(`sessions/${current}`, [entry]);
  }
  await putBackLasting(ids[0] ?? '', '{"of":"accounts","entries":[]}\n');
  await standApart(ids[1] ?? '');
  await showStore.load();
  await bringIn();
});

test('those without people come into the home that is open, with their sessions; the others stay as they are', async () => {
  const open = showStore.now();
  expect(open?.show.name).toBe('Weekday');
  expect(open?.shows.map(({ name }) => name)).toEqual(['Weekday', 'Weekend']);
  expect((await readIndex())?.shows.map(({ name }) => name)).toEqual(['Known people', 'Somebody else’s', 'Weekday']);
  expect((await readSessions(open?.show.id ?? '')).map(({ id }) => id).sort()).toEqual([
    'session of Weekday',
    'session of Weekend',
  ]);
  // One handle on one platform is one feed.
  expect(open?.show.feeds).toHaveLength(1);
});

test('the server ends what has come in', () => {
  expect(asked).toContain('DELETE /api/shows/ID');
});

test('a second time there is nothing left to bring in', async () => {
  await bringIn();
  expect(showStore.now()?.shows).toHaveLength(2);
});
