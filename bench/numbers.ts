import { BOARD_MEASURES } from '@/core/engine/count/row';
import { Viewers } from '@/core/engine/count/viewers';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fold } from '@/core/session/fold';
import { Leaderboard } from '@/core/engine/count/leaderboard';
import { newState } from '@/core/session/state';
import { aGift, aLike, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { leaderboard } from '@/core/piece/leaderboard';
import { roll } from '@/core/people/roll';
import { emptyShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { journalFile, readBack } from '@/server/embedded/journal-files';
import { journalsIn } from '@/server/embedded/journals-in-folder';
import { takeSnapshot } from '@/server/embedded/snapshot';
import { Runtime } from '@/server/runtime/runtime';
import { startRedis } from './redis';

const VIEWERS = 1_000_000;
const UPDATES = 200_000;
const TURN = 5000;

/** The `n`th to act: a few of all do most. */
const who = (n: number, of: number): number =>
  Math.floor(of * (((n * 2_654_435_761) % 4_294_967_296) / 4_294_967_296) ** 3);
const gift = (n: number, of: number): StreamEvent =>
  aGift({ id: `e${n}`, by: `viewer-${who(n, of)}`, count: 1 + (n % 7), at: START + n, seenAt: START + n });

/** Update and read of a top 10 among a million viewers against Redis, pipelined; and what a viewer takes in memory. */
export async function benchBoards(): Promise<string[]> {
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  const viewers = new Viewers();
  const tallies: ViewerTally[] = [];
  for (let n = 0; n < VIEWERS; n += 1) {
    const event = aGift({ id: 'e', by: `viewer-${n}` });
    if (event.viewer) tallies.push(viewers.take(event, event.viewer));
  }
  globalThis.gc?.();
  const each = (process.memoryUsage().heapUsed - before - tallies.length * 8) / VIEWERS;
  const board = new Leaderboard('coins');
  for (const tally of tallies) board.update(tally);
  let read = 0;
  const ourStart = performance.now();
  for (let n = 0; n < UPDATES; n += 1) {
    const tally = tallies[who(n, VIEWERS)];
    if (!tally) continue;
    tally.coins += 1 + (n % 7);
    board.update(tally);
    read += board.places.slice(0, 10).length;
  }
  const ours = performance.now() - ourStart;
  if (read === 0) throw new Error('Nothing was read.');
  const { client, stop } = await startRedis();
  try {
    for (let n = 0; n < VIEWERS; n += 50_000)
      await client.zAdd(
        'board',
        Array.from({ length: 50_000 }, (_, m) => ({ score: 0, value: `viewer-${n + m}` })),
      );
    const theirStart = performance.now();
    for (let n = 0; n < UPDATES; n += TURN) {
      const turn = client.multi();
      for (let m = n; m < n + TURN; m += 1) {
        turn.zIncrBy('board', 1 + (m % 7), `viewer-${who(m, VIEWERS)}`);
        turn.zRangeWithScores('board', 0, 9, { REV: true });
      }
      await turn.execAsPipeline();
    }
    const theirs = performance.now() - theirStart;
    return [
      `update and read of a top 10 among ${VIEWERS.toLocaleString('en')} viewers, rate / Redis ZINCRBY + ZREVRANGE pipelined: ${(theirs / ours).toFixed(1)}  (${Math.round(ours)} ms / ${Math.round(theirs)} ms for ${UPDATES.toLocaleString('en')}; aim 5 or more)`,
      `memory of a viewer: ${Math.round(each)} bytes, name and handle among them (aim 300 or less)`,
    ];
  } finally {
    await stop();
  }
}

/** Twenty leaderboards and twenty goals together against one of each. */
export function benchMany(): string[] {
  const base = emptyShow('bench', 'Bench');
  const showOf = (many: number): Show => ({
    ...base,
    goals: Array.from({ length: many }, (_, n) => ({
      id: `g${n}`,
      name: 'g',
      measure: n % 2 === 0 ? ('coins' as const) : ('likes' as const),
      target: 1e9,
      onReach: { kind: 'stay' as const },
      ...(n % 4 < 2 ? {} : { window: { over: 'day' as const } }),
    })),
    pieces: Array.from({ length: many }, (_, n) => ({
      ...leaderboard.make(`b${n}`, base),
      measure: BOARD_MEASURES[n % 10] ?? 'coins',
      ...(n < 10 ? {} : { window: { over: 'week' as const } }),
    })),
  });
  const events = Array.from({ length: 200_000 }, (_, n) =>
    n % 3 === 0
      ? gift(n, 20_000)
      : aLike({ id: `l${n}`, by: `viewer-${who(n, 20_000)}`, count: 5, at: START + n, seenAt: START + n }),
  );
  const time = (show: Show): number => {
    const state = newState(show);
    fold(state, { input: 'begin', at: START, session: 'bench' });
    const started = performance.now();
    for (const event of events) fold(state, { input: 'event', at: event.seenAt, event });
    return performance.now() - started;
  };
  time(showOf(1));
  time(showOf(20));
  const rounds = [1, 2, 3]
    .map(() => ({ one: time(showOf(1)), twenty: time(showOf(20)) }))
    .sort((a, b) => a.twenty / a.one - b.twenty / b.one);
  const { one, twenty } = rounds[1] ?? { one: NaN, twenty: NaN };
  return [
    `20 leaderboards and 20 goals, 200,000 events folded / one of each: ${(twenty / one).toFixed(2)}  (${Math.round(twenty)} ms / ${Math.round(one)} ms)`,
  ];
}

/** A session of two million events read back, with the snapshot that a running server would have, against JSON.parse of the same lines. */
export async function benchRecovery(): Promise<string[]> {
  const EVENTS = 2_000_000;
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-bench-'));
  try {
    const show = emptyShow('bench', 'Bench');
    const journal = journalsIn(folder).create([
      { input: 'show', at: START, show },
      { input: 'begin', at: START, session: 'bench' },
    ]);
    await journal.close();
    const fd = openSync(journalFile(folder, journal.number), 'a');
    let covered = journal.bytes;
    for (let n = 0; n < EVENTS; n += 10_000) {
      const written = writeSync(
        fd,
        Array.from(
          { length: 10_000 },
          (_, m) => `${JSON.stringify({ input: 'event', at: START + n + m, event: gift(n + m, 50_000) })}\n`,
        ).join(''),
      );
      // At worst a sixteenth of the journal came after its last snapshot.
      if (n < EVENTS * (16 / 17)) covered += written;
    }
    closeSync(fd);
    takeSnapshot(folder, journal.number, covered);
    const started = performance.now();
    const { recovered } = journalsIn(folder).recover(journal.number);
    const standing = Runtime.readBack(show, recovered, () => readBack(folder, journal.number));
    const took = performance.now() - started;
    if (standing.state.totals.events !== EVENTS)
      throw new Error(`Only ${standing.state.totals.events} events came back.`);
    const line = JSON.stringify({ input: 'event', at: START, event: gift(1, 50_000) });
    const parseStart = performance.now();
    let kinds = 0;
    for (let n = 0; n < EVENTS; n += 1) kinds += (JSON.parse(line) as { input: string }).input.length;
    const parsing = performance.now() - parseStart;
    return [
      `a session of ${EVENTS.toLocaleString('en')} events read back / JSON.parse of as many lines: ${kinds > 0 ? (took / parsing).toFixed(2) : ''}  (${Math.round(took)} ms / ${Math.round(parsing)} ms; aim under 3 s)`,
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Searching 200,000 people by a part of their name, against going through their names alone. */
export function benchPeople(): string[] {
  const PEOPLE = 200_000;
  const state = newState(emptyShow('bench', 'Bench'));
  fold(state, { input: 'begin', at: START, session: 'bench' });
  for (let n = 0; n < PEOPLE; n += 1)
    fold(state, {
      input: 'event',
      at: START + n,
      event: aGift({ id: `e${n}`, by: `viewer-${n}`, at: START + n, seenAt: START + n }),
    });
  const names = [...state.viewers.values()].map(({ name }) => name);
  const sought = ['viewer-1999', '77', 'r-1', 'nobody'];
  const time = (work: (text: string) => number): number => {
    const times = sought.flatMap((text) =>
      [1, 2, 3].map(() => {
        const started = performance.now();
        if (work(text) < 0) throw new Error('Never.');
        return performance.now() - started;
      }),
    );
    return times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;
  };
  const ours = time((text) => roll(state, { sought: text }).found);
  const alone = time((text) => names.filter((name) => name.toLowerCase().includes(text)).length);
  return [
    `search among ${PEOPLE.toLocaleString('en')} people / their names gone through alone: ${(ours / alone).toFixed(1)}  (${ours.toFixed(1)} ms / ${alone.toFixed(1)} ms; aim under 50 ms)`,
  ];
}
