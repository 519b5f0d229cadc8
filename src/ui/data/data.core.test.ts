import { paced } from './source';
import { starterShow } from '@/core/show/starter';
import { doEdit, noHistory, redoEdit, undoEdit, type Changed } from './history';
import { addShow, removeShow } from './library';
import { dropSession, keepSession, readDropped, readLog, readSessions } from './session-store';
import { ago } from '../words/ago';
import { lengthWords } from '@/core/desk/length';
import { clockTime } from '../pulse/session-word';
import { inEnglish } from '@/core/words/in-english.setup';

const show = starterShow('s');
const edit = (from: Changed, recipe: Parameters<typeof doEdit>[2]): Changed =>
  doEdit(from.show, from.history, recipe) ?? from;
const start: Changed = { show, history: noHistory };

describe('undo and redo', () => {
  const renamed = edit(start, (draft) => {
    draft.name = 'Kiln';
  });
  const moved = edit(renamed, (draft) => {
    if (draft.pieces[0]) draft.pieces[0].place.x = 7;
  });

  test('go back and forth to exactly what was', () => {
    const back = undoEdit(moved.show, moved.history) as Changed;
    expect(back.show).toEqual(renamed.show);
    const first = undoEdit(back.show, back.history) as Changed;
    expect(first.show).toEqual(show);
    expect(undoEdit(first.show, first.history)).toBeNull();
    const again = redoEdit(first.show, first.history) as Changed;
    expect((redoEdit(again.show, again.history) as Changed).show).toEqual(moved.show);
  });

  test('what changes nothing is no edit, and a new edit ends what could be redone', () => {
    expect(
      doEdit(show, noHistory, (draft) => {
        draft.name = show.name;
      }),
    ).toBeNull();
    const back = undoEdit(moved.show, moved.history) as Changed;
    expect(
      edit(back, (draft) => {
        draft.name = 'Other';
      }).history.undone,
    ).toEqual([]);
  });

  test('undoing here leaves alone what another tab did meanwhile', () => {
    const theirs = { ...renamed.show, goals: [] };
    expect((undoEdit(theirs, renamed.history) as Changed).show).toEqual({ ...show, goals: [] });
  });
});

test.each([
  [0, 'now'],
  [8000, '8 s'],
  [61_000, '1 min'],
  [7_300_000, '2 h'],
  [200_000_000, '2 d'],
])('%i ms ago is %s', (ms, words) => expect(ago(ms)).toBe(words));
test.each([
  [42_000, '42 s'],
  [720_000, '12 min'],
  [7_920_000, '2 h 12 min'],
  [7_200_000, '2 h'],
])('a length of %i ms is %s', (ms, words) => expect(inEnglish(lengthWords(ms))).toBe(words));
test.each([
  [0, '0:00'],
  [42_000, '0:42'],
  [2_530_000, '42:10'],
  [3_723_000, '1:02:03'],
  [-5, '0:00'],
])('%i ms on a clock is %s', (ms, words) => expect(clockTime(ms)).toBe(words));

test('a paced source tells at once after a rest and then no oftener than it says; the last change is never lost', () => {
  jest.useFakeTimers();
  const listeners = new Set<() => void>();
  let value = 0;
  const source = {
    now: () => value,
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
  const told: number[] = [];
  const { subscribe, now } = paced(source, 250);
  const stop = subscribe(() => told.push(now()));
  // A hundred changes a second for two seconds.
  for (let n = 1; n <= 200; n += 1) {
    value = n;
    for (const listener of listeners) listener();
    jest.advanceTimersByTime(10);
  }
  jest.advanceTimersByTime(250);
  expect(told[0]).toBeLessThanOrEqual(2);
  expect(told.length).toBeLessThanOrEqual(10);
  expect(told.length).toBeGreaterThanOrEqual(8);
  expect(told.at(-1)).toBe(200);
  stop();
  expect(listeners.size).toBe(0);
  jest.useRealTimers();
});

test('a session that two homes of a browser have goes with the last of them', async () => {
  const [one, two] = [(await addShow(starterShow('one'))).current, (await addShow(starterShow('two'))).current];
  const entry = { id: 'shared', startedAt: 1, endedAt: 2, lost: 0, bad: 0 };
  for (const home of [one, two]) await keepSession(home, entry, {} as never, 'log');
  await removeShow(one);
  expect([await readLog('shared'), (await readSessions(two)).length]).toEqual(['log', 1]);
  await dropSession(two, 'shared');
  expect([await readLog('shared'), await readDropped(two)]).toEqual([null, ['shared']]);
});
