import { LEFT_OUT } from '@/core/engine/count/left-out';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { leftOf } from '@/core/engine/feature/countdown/schema';
import { pocketOf } from '@/core/engine/feature/points/earning';
import { GOAL_MEASURES, type Goal } from '@/core/engine/feature/goal/schema';
import { POINTS } from '@/core/engine/feature/points/schema';
import type { Window } from '@/core/engine/count/window';
import { writeEventLine } from '@/core/file/events';
import { liveOf } from '@/core/piece';
import { leaderboard } from '@/core/piece/leaderboard';
import { emptyShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { seeded } from '@/core/rehearsal/chance';
import { Day, FEEDS } from './bad-day';
import { OutletPages } from './outlet-pages';
import { ownerOf } from './owner';
import { Rehearsals } from './rehearsals';
import { noLog } from '@/server/log';

/*
 * Twelve hours of three platforms, a minute a round: cut, repeated and reordered, the server killed every hour, midnight and the end of
 * summer time on the way. In the end every number on the frame is what e2e/recount.mjs, which knows nothing of Gavirn, makes of the log;
 * and the log's sums are what the platforms' own ledgers say.
 */

const ZONE = 'Europe/Lisbon';
/** Saturday, 24 October 2026, 19:00 in Lisbon; the clock goes back at 01:00 UTC. */
const BEGINS = Date.UTC(2026, 9, 24, 18);
const HOURS = 12;
const MINUTE = 60_000;

type Sums = Record<string, number> & { viewers: Record<string, { coins: number; likes: number; follows: number }> };
const OVER: Record<string, Window> = {
  session: { over: 'session' },
  day: { over: 'day' },
  week: { over: 'week' },
  month: { over: 'month' },
};
const COUNTED = GOAL_MEASURES.filter((measure) =>
  ['coins', 'gifts', 'likes', 'follows', 'chats', 'shares', 'subscriptions'].includes(measure),
);
/** What is counted of the session alone. */
const OWN = ['allSubs', 'receivedSubs', 'tipCount'] as const;
const BOARDS = ['coins', 'likes'] as const;

const base = {
  ...emptyShow('s', 'S'),
  followAgain: 'each' as const,
  goOnMinutes: 0,
  zone: ZONE,
  feeds: FEEDS,
  leftOut: { ...LEFT_OUT, hosts: false, bots: false },
};
const show: Show = {
  ...base,
  goals: [
    ...Object.entries(OVER).flatMap(([over, window]) =>
      COUNTED.map((measure): Goal => ({
        id: `${over}/${measure}`,
        name: measure,
        measure,
        target: 1e9,
        onReach: { kind: 'stay' },
        window,
      })),
    ),
    ...OWN.map((own): Goal => ({
      id: `session/${own}`,
      name: own,
      measure: 'coins',
      own,
      target: 1e9,
      onReach: { kind: 'stay' },
    })),
  ],
  pieces: Object.entries(OVER).flatMap(([over, window]) =>
    BOARDS.map((measure) => ({ ...leaderboard.make(`${over}/${measure}`, base), rows: 10, measure, window })),
  ),
  counters: [{ id: 'hellos', name: 'Hellos', start: 0, step: 1, target: null, keyword: 'hello' }],
  countdowns: [{ id: 'kiln', name: 'Kiln', seconds: 1_000_000, most: 0, adds: { coin: 500, follow: 90_000 } }],
  // Chat and time watched depend on the order in which messages come; the rest does not.
  points: {
    ...POINTS,
    on: true,
    earn: { ...POINTS.earn, chat: 0, minute: 0, share: 0, subscribe: 0, giftSub: 0, tip: 0, raid: 0 },
  },
};

test('twelve hours, a restart an hour, a change of the clock: every number on the frame equals an independent recount', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-hours-'));
  const day = new Day({ folder, random: seeded(20261025), show, now: BEGINS, own: true });
  for (const { faults } of [day.brindle, day.oxbow, day.tarn])
    Object.assign(faults, { repeat: 0.1, reorder: 0.1, malformed: 0.02 });
  const connect = async (): Promise<void> => {
    day.connectBrindle();
    day.connectChat();
    day.poll(false);
    await day.deliver(false);
  };
  await connect();
  day.brindle.goLive();
  day.oxbow.goLive();
  day.tarn.goLive();
  await connect();
  let restarts = 0;
  for (let round = 1; round <= HOURS * 60; round += 1) {
    day.now = Math.max(day.now, BEGINS + round * MINUTE);
    day.act();
    if (round % 7 === 0) day.cutBrindle();
    if (round % 11 === 0) day.cutChat();
    if (round % 13 === 0) await day.deliver(true);
    // Every other minute nobody listens: what comes late belongs to when it happened.
    if (round % 2 === 0) await connect();
    if (round % 60 === 0) {
      await day.kill();
      restarts += 1;
    }
  }
  day.finish();
  await connect();
  await connect();
  const { state, live } = day;
  expect(restarts).toBe(HOURS);
  expect(state.now - BEGINS).toBeGreaterThanOrEqual(HOURS * 3_600_000);
  expect(state.session?.startedAt).toBeLessThan(BEGINS + MINUTE);

  let log = '';
  for await (const event of (await ownerOf(
    { live, rehearsals: new Rehearsals(live, noLog()), pages: new OutletPages() },
    () => undefined,
  ).events(state.session?.id ?? '')) ?? [])
    log += writeEventLine(event);
  const file = join(folder, 'events.ndjson');
  writeFileSync(file, log);
  const counted = spawnSync(process.execPath, ['e2e/recount.mjs', file, '--zone', ZONE, '--now', String(state.now)], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  expect(counted.stderr).toBe('');
  const again = JSON.parse(counted.stdout) as Record<string, Sums>;

  const wanted: Record<string, unknown> = {};
  const found: Record<string, unknown> = {};
  for (const [over, sums] of Object.entries(again)) {
    for (const measure of [...COUNTED, ...(over === 'session' ? OWN : [])]) {
      wanted[`goal ${over}/${measure}`] = sums[measure];
      found[`goal ${over}/${measure}`] = state.goals.get(`${over}/${measure}`)?.value;
    }
    for (const measure of BOARDS) {
      const piece = show.pieces.find(({ id }) => id === `${over}/${measure}`);
      const shown = piece && liveOf(piece, state);
      wanted[`board ${over}/${measure}`] = Object.values(sums.viewers)
        .map((viewer) => viewer[measure])
        .filter((n) => n > 0)
        .sort((a, b) => b - a)
        .slice(0, 10);
      found[`board ${over}/${measure}`] = shown?.kind === 'leaderboard' ? shown.rows.map(({ value }) => value) : null;
    }
  }
  const { session } = again;
  expect(session?.allSubs).toBeGreaterThan(session?.subscriptions ?? 0);
  expect(session?.tipCount).toBeGreaterThan(0);
  wanted.counter = session?.hellos;
  found.counter = state.counters.get('hellos');
  const begun = 1_000_000 - (state.now - (state.session?.startedAt ?? 0)) / 1000;
  const countdown = state.countdowns.get('kiln');
  wanted.countdown = Math.round(begun + (session?.coins ?? 0) * 0.5 + (session?.follows ?? 0) * 90);
  found.countdown = countdown && Math.round(leftOf(countdown, state.now) / 1000);
  for (const [key, { coins, likes, follows }] of Object.entries(session?.viewers ?? {})) {
    const points = coins + 20 * follows + Math.floor(likes / 10);
    const at = key.indexOf('/');
    if (points > 0) wanted[`points ${key}`] = points;
    const { balance } = pocketOf(state, key.slice(0, at), key.slice(at + 1));
    if (balance > 0) found[`points ${key}`] = balance;
  }
  expect(found).toEqual(wanted);
  // A day is not the whole session, and nothing is nothing.
  expect(again.day?.coins).toBeGreaterThan(0);
  expect(again.day?.coins).toBeLessThan(session?.coins ?? 0);
  expect(Object.keys(session?.viewers ?? {}).length).toBeGreaterThan(10);

  const [b, o, t] = [day.brindle.ledger, day.oxbow.ledger, day.tarn.ledger];
  expect([session?.coins, session?.likes, session?.follows, session?.chats, session?.subscriptions]).toEqual([
    b.gift.coins,
    b.like.room + t.like,
    b.follow + o.follow + t.follow,
    b.chat + o.chat + t.chat,
    b.subscribe + o.subscribe + t.subscribe,
  ]);
  await day.close();
  rmSync(folder, { recursive: true, force: true });
});
