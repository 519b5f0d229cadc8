import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { countdownSchema } from '@/core/engine/feature/countdown/schema';
import { goalSchema } from '@/core/engine/feature/goal/schema';
import type { Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';
import { everywhere } from '@/server/feed/outward';
import { SteadyClock } from './clock';
import { Connections } from './connections';
import { FileJournal } from '@/server/embedded/file-journal';
import { journalsIn } from '@/server/embedded/journals-in-folder';
import { later } from '@/server/later';
import { FEED } from './cloud.setup';
import { LiveShow } from './live-show';

/* A clock that is moved through a year: a timer holds no more than 24.8 days, and what is longer must not run at once. */

const DAY = 86_400_000;
const START = Date.UTC(2026, 0, 1, 12);
afterEach(() => void jest.useRealTimers());

test('a call after forty days, a year and never', () => {
  jest.useFakeTimers({ now: START });
  const called: number[] = [];
  const note = (): void => void called.push((Date.now() - START) / DAY);
  later(40 * DAY, note);
  later(365 * DAY, note);
  later(Infinity, note);
  const stop = later(50 * DAY, note);
  jest.advanceTimersByTime(45 * DAY);
  expect(called).toEqual([40]);
  stop();
  jest.advanceTimersByTime(400 * DAY);
  expect(called).toEqual([40, 365]);
});

test('a goal of the month, a window of sixty days and a countdown of thirty write a tick when something changes, and none else, for a year', async () => {
  jest.useFakeTimers({
    now: START,
    doNotFake: ['setImmediate', 'nextTick', 'performance', 'setInterval', 'clearInterval'],
  });
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-year-'));
  const goal = (id: string, window: object) =>
    goalSchema.parse({ id, name: id, measure: 'follows', target: 10, onReach: { kind: 'stay' }, window });
  const show: Show = {
    ...emptyShow('s', 'S'),
    feeds: [FEED],
    goals: [
      goal('month', { over: 'month' }),
      goal('sixty', { over: 'days', from: '2026-01-01', days: 60 }),
      goal('later', { over: 'days', from: '2026-06-01', days: 60 }),
    ],
    countdowns: [countdownSchema.parse({ id: 'd', name: 'Thirty days', seconds: 30 * 86_400 })],
  };
  const live = new LiveShow(show, journalsIn(folder), {
    addresses: { brindle: '', oxbow: '', tarn: '' },
    outward: everywhere,
    asks: () => null,
    secrets: () => ({ inbox: '' }),
    inbox: () => '',
    recording: () => Promise.resolve(null),
    clock: new SteadyClock(
      () => Date.now(),
      () => Date.now(),
    ),
  });
  const ticks: number[] = [];
  const { append } = FileJournal.prototype;
  jest.spyOn(FileJournal.prototype, 'append').mockImplementation(function (this: FileJournal, input) {
    if (input.input === 'tick') ticks.push(input.at);
    append.call(this, input);
  });
  // This feed says nothing of a broadcast, and its silence would end the session: here it goes on all year.
  jest.spyOn(Connections.prototype, 'heardFrom').mockImplementation(({ client }) => client?.setRoom(true));
  const follow = {
    headers: { 'content-type': 'application/cloudevents+json' },
    body: JSON.stringify({
      specversion: '1.0',
      id: '1',
      source: '/t',
      type: 'app.gavirn.event.follow',
      time: '2026-01-01T12:00:00Z',
      data: { viewer: { id: 'u', handle: 'u', name: 'U', roles: [] } },
    }),
  };
  const answered = live.receive('c', follow);
  await jest.advanceTimersByTimeAsync(100);
  expect((await answered).status).toBe(204);
  for (let day = 0; day < 365; day += 1) await jest.advanceTimersByTimeAsync(DAY);
  // Twelve months' ends, two windows' ends and a beginning, a countdown's end; two of them at the same moment.
  const at = (text: string): number => Date.parse(text);
  const dates = [...new Set(ticks.map((each) => new Date(each).toISOString().slice(0, 10)))];
  expect(ticks.length).toBeLessThanOrEqual(16);
  expect(dates).toEqual([
    '2026-01-31',
    '2026-02-01',
    '2026-03-01',
    '2026-03-02',
    '2026-04-01',
    '2026-05-01',
    '2026-06-01',
    '2026-07-01',
    '2026-07-31',
    '2026-08-01',
    '2026-09-01',
    '2026-10-01',
    '2026-11-01',
    '2026-12-01',
    '2027-01-01',
  ]);
  expect(live.state.goals.get('month')).toMatchObject({ value: 0, from: at('2027-01-01T00:00:00Z') });
  expect(live.state.countdowns.get('d')).toMatchObject({ endsAt: null, left: 0 });
  jest.restoreAllMocks();
  jest.useRealTimers();
  await live.close();
  rmSync(folder, { recursive: true, force: true });
});
