import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chatLine, start } from './cloud.setup';
import type { LiveShow } from './live-show';

/* What becomes of a session after its end. */

let folder: string;
let live: LiveShow;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-ended-'));
  live = start(folder, undefined, { goOnMinutes: 10 });
});
afterEach(async () => {
  await live.close();
  rmSync(folder, { recursive: true });
});
const send = async (id: string): Promise<void> => expect((await live.receive('c', chatLine(id))).status).toBe(204);
const session = (): string => live.state.session?.id ?? '';

test('a session that was ended by hand is over: what comes next begins another, after a restart as well', async () => {
  await send('a');
  const first = session();
  live.endSession();
  await live.close();
  live = start(folder, undefined, { goOnMinutes: 10 });
  expect(live.state.session).toMatchObject({ id: first, over: true });
  await send('b');
  expect(session()).not.toBe(first);
  expect(live.state.totals.byKind.chat).toBe(1);
});

test('what is counted after a session’s end is offered again to a browser that has its first part', async () => {
  await send('a');
  // The feed still says that it is live: it was only caught up with after the end.
  const put = (live as unknown as { put: (input: object) => void }).put.bind(live);
  put({ input: 'end', at: live.clock.now() });
  expect(live.drop(session(), 1)).toBe('gone');
  expect(live.sessions.list(live.state)).toEqual([]);
  put({
    input: 'event',
    at: live.clock.now(),
    event: { id: 'late', feed: 'c', kind: 'follow', at: 1, seenAt: live.clock.now(), viewer: null },
  });
  expect(live.sessions.list(live.state).map(({ totals }) => totals.events)).toEqual([2]);
  // A browser that read it before the last event came does not have it all.
  expect([live.drop(session(), 1), live.drop(session(), 2), live.drop('none', 9)]).toEqual(['more', 'gone', 'none']);
});
