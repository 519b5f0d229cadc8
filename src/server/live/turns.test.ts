import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { serialize } from '@/core/session/state';
import { journalsIn } from '@/server/embedded/journals-in-folder';
import { chatLine, start } from './cloud.setup';
import type { LiveShow } from './live-show';

/* The streamer goes on with the last session after a new one has begun, or begins a new one after the last has gone on. */

const GOAL = {
  goals: [{ id: 'g', name: 'G', measure: 'chats' as const, target: 50, onReach: { kind: 'double' as const } }],
  goOnMinutes: 0,
};
let folder: string;
let live: LiveShow;
const open = (): LiveShow => start(folder, undefined, GOAL);
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-turns-'));
  live = open();
});
afterEach(async () => {
  await live.close();
  rmSync(folder, { recursive: true });
});
const send = async (id: string): Promise<void> => expect((await live.receive('c', chatLine(id))).status).toBe(204);
const session = (): string => live.state.session?.id ?? '';
const counted = (): [number | undefined, number] => [
  [...live.state.goals.values()][0]?.value,
  live.state.totals.byKind.chat,
];
/** All of the state but what is not written down: the time as it passes, and what came twice. */
const said = (): string => JSON.stringify({ ...serialize(live.state), now: 0, troubles: [] });
const journals = (): number[] => journalsIn(folder).numbers();

test('gone on with: what came before and since is one session, counted once, and its journal alone is left', async () => {
  await send('a');
  await send('b');
  const first = session();
  live.endSession();
  // A browser takes it: the new session can be made its going on all the same.
  expect(live.drop(first, 2)).toBe('gone');
  await send('c');
  const second = session();
  expect(second).not.toBe(first);
  expect(live.turns.earlier).not.toBeNull();
  expect(live.turns.goOnWithEarlier()).toBe(true);
  expect([session(), counted()]).toEqual([first, [3, 3]]);
  expect(live.state.session).toMatchObject({ endedAt: null, took: [second] });
  // Sent again, as a platform does that had no answer: known, from whichever part.
  for (const id of ['a', 'c', 'd']) await send(id);
  expect(counted()).toEqual([4, 4]);
  expect(live.sessions.list(live.state)).toEqual([]);
  await live.flushed();
  live.turns.look();
  expect(journals()).toHaveLength(1);
  const before = said();
  await live.close();
  live = open();
  expect(said()).toBe(before);
  expect(live.turns.goOnWithEarlier()).toBe(false);
});

test('a crash before the old journals are removed leaves one session, and no part of it is offered', async () => {
  await send('a');
  live.endSession();
  await send('b');
  expect(live.turns.goOnWithEarlier()).toBe(true);
  await live.flushed();
  const before = said();
  // The journals that the present one holds, as they were before they were removed.
  const all = journalsIn(folder);
  const present = all.numbers().at(-1) ?? 0;
  const lines = [...all.read(present)];
  await live.close();
  const cut = lines.findIndex(({ input }) => input === 'resume');
  for (const number of all.numbers()) all.remove(number);
  for (const part of [lines.slice(0, cut), lines]) await all.create(part).close();
  live = open();
  expect(said()).toBe(before);
  expect(live.sessions.list(live.state)).toEqual([]);
  expect(journals()).toHaveLength(1);
});

test('begun anew, and back again: either can be changed in the first minutes; afterwards it is too late', async () => {
  let now = 1_800_000_000_000;
  const clock = { now: () => now, notBefore: () => undefined } as unknown as LiveShow['clock'];
  await live.close();
  live = start(folder, undefined, { ...GOAL, goOnMinutes: 10 }, clock);
  await send('a');
  const first = session();
  live.turns.beginAnew();
  expect(session()).not.toBe(first);
  expect(live.turns.goOnWithEarlier()).toBe(true);
  expect([session(), counted()]).toEqual([first, [1, 1]]);
  // At once, before what it begins with could be written.
  live.turns.beginAnew();
  expect(await live.flushed()).toBe(true);
  expect(journals()).toHaveLength(2);
  now += 10 * 60_000 + 1;
  live.turns.look();
  expect([live.turns.earlier, live.turns.goOnWithEarlier()]).toEqual([null, false]);
  // Nobody has taken it: it waits for a browser, and goes with that.
  expect(live.sessions.list(live.state).map(({ id }) => id)).toEqual([first]);
  expect(live.drop(first, 1)).toBe('gone');
  expect(journals()).toHaveLength(1);
});

test('where something was drawn in the new session, it stays one: in the other the draw would come out otherwise', async () => {
  await live.close();
  live = start(folder, undefined, {
    ...GOAL,
    draws: [{ id: 'd', name: 'D', from: 'choices', keyword: '!d', choices: [{ label: 'One', weight: 1 }] }],
  });
  await send('a');
  live.endSession();
  await send('b');
  expect(live.turns.earlier).not.toBeNull();
  live.command({ command: 'draw', draw: 'd' });
  expect([live.turns.earlier, live.turns.goOnWithEarlier()]).toEqual([null, false]);
});

test('any order of lines, ends, takings and goings on: nothing is lost, and nothing is counted twice', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.constantFrom('line', 'end', 'take', 'goOn', 'anew'), { maxLength: 14 }),
      async (steps) => {
        const own = mkdtempSync(join(tmpdir(), 'gavirn-turns-'));
        const show = start(own, undefined, GOAL);
        let lines = 0;
        const kept = new Map<string, number>();
        const id = (): string => show.state.session?.id ?? '';
        for (const step of steps) {
          if (step === 'line') await show.receive('c', chatLine(`l${(lines += 1)}`));
          if (step === 'end') show.endSession();
          if (step === 'anew') show.turns.beginAnew();
          if (step === 'goOn') show.turns.goOnWithEarlier();
          if (step === 'take')
            for (const one of show.sessions.list(show.state))
              if (show.drop(one.id, one.totals.events) === 'gone') kept.set(one.id, one.totals.events);
        }
        const there = new Map([...kept]);
        for (const one of show.sessions.list(show.state)) there.set(one.id, one.totals.events);
        if (show.state.session?.endedAt === null) there.set(id(), show.state.totals.events);
        await show.close();
        rmSync(own, { recursive: true });
        expect([...there.values()].reduce((sum, events) => sum + events, 0)).toBe(lines);
      },
    ),
    { numRuns: 60 },
  );
});
