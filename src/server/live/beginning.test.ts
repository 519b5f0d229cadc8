import { START } from '@/core/event/examples';
import { readInputLine } from '@/core/file/inputs';
import type { Input } from '@/core/session/input';
import type { Received } from '@/core/intake/received';
import { takeIn } from '@/core/intake/intake';
import { emptyShow } from '@/core/show/starter';
import { noLog } from '@/server/log';
import { Runtime } from '@/server/runtime/runtime';
import { beginSession } from './beginning';

/* What goes on over a session's beginning is counted once, by the process that runs and by one that reads its journal back. */

const show = {
  ...emptyShow('s', 'S'),
  feeds: [{ id: 'b', platform: 'brindle' as const, handle: 'h', on: true, rate: { coin: 0, kept: 0 }, admitted: [] }],
};
const viewer = { id: 'u', handle: 'u', name: 'U', roles: [] };
const at = (n: number) => ({ feed: 'b', at: START + n, seenAt: START + n });
const gift = (n: number, count: number, done: boolean): Received => ({
  event: { ...at(n), id: `g${n}`, kind: 'gift', viewer, giftId: 'p', name: 'Pot', count, unitCoins: 50 },
  streak: { key: 'k', count, done },
});
const likes = (n: number, total: number): Received => ({
  event: { ...at(n), id: `l${n}`, kind: 'like', viewer, count: 1 },
  likesTotal: total,
});
const counted = (runtime: Runtime, heard: Received): number | null => {
  const kept = takeIn(runtime.intakeOf('b'), heard);
  if (!kept) return null;
  runtime.apply({ input: 'event', at: kept.seenAt, event: kept }, false);
  return kept.kind === 'like' ? (kept.room ?? kept.count) : kept.kind === 'gift' ? kept.count : null;
};

test('a streak and the room’s likes go on where they were, also after the new session was read back', () => {
  const before = Runtime.of(show as never);
  const begun = (from: Runtime, n: number) =>
    beginSession(from, { at: START + n, log: noLog(), emit: () => undefined, historyState: () => from.state });
  const one = begun(before, 0);
  if (!one) throw new Error('It did not begin.');
  const room: Received = { event: { ...at(1), id: 'r', kind: 'room', state: 'live', roomId: 'room' } };
  takeIn(one.runtime.intakeOf('b'), room);
  expect([counted(one.runtime, gift(2, 3, false)), counted(one.runtime, likes(3, 300))]).toEqual([3, 300]);
  const two = begun(one.runtime, 10);
  if (!two) throw new Error('It did not begin.');
  // The journal's lines as they are read from the disk.
  const lines = two.first.map((input) => readInputLine(JSON.stringify(input)) as Input);
  const again = Runtime.readBack(show as never, { snapshot: null, inputs: lines }, () => ({
    snapshot: null,
    inputs: lines,
  }));
  for (const runtime of [two.runtime, again]) {
    // Of one process's intake the other knows nothing.
    expect([counted(runtime, gift(12, 5, true)), counted(runtime, likes(13, 310))]).toEqual([2, 10]);
  }
});

test('a frame that was cleared stays so in the session that begins, also once that was read back', () => {
  const around = { log: noLog(), emit: () => undefined };
  const before = Runtime.of(show as never);
  const begun = (n: number) => beginSession(before, { at: START + n, ...around, historyState: () => before.state });
  expect(begun(1)?.runtime.state.blackout).toBeNull();
  before.apply({ input: 'command', at: START + 2, command: { command: 'blackout', on: true } }, false);
  const next = begun(3);
  const lines = (next?.first ?? []).map((input) => readInputLine(JSON.stringify(input)) as Input);
  const again = Runtime.readBack(show as never, { snapshot: null, inputs: lines }, () => ({
    snapshot: null,
    inputs: lines,
  }));
  expect([next?.runtime.state.blackout, again.state.blackout]).toEqual([[], []]);
});
