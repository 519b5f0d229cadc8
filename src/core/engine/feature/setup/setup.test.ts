import { carryOverOf } from '@/core/session/carry-over';
import { base, S, session } from '@/core/session/numbers.setup';
import { aChat, START } from '@/core/event/examples';
import { KIT } from '@/core/engine/features';
import { deserialize, serialize } from '@/core/session/state';
import type { Show } from '@/core/show/show';

/* A home's shows are put on by turns: the numbers of each are its own. */

const [one, other]: [Show, Show] = [
  { ...base, setup: 'one', counters: [{ id: 'throws', name: 'Throws', start: 5, step: 1, target: 10, keeps: false }] },
  {
    ...base,
    setup: 'other',
    goals: [{ id: 'g', name: 'Another', measure: 'coins', target: 7, onReach: { kind: 'stay' } }],
    counters: [
      { id: 'throws', name: 'Throws', start: 100, step: 1, target: 0 },
      { id: 'kept', name: 'Kept', start: 1, step: 1, target: 0, keeps: true },
    ],
    countdowns: [],
  },
];

test('in one session a show that is put on again finds its numbers as they were, and shares none', () => {
  const { put, state, command, gift } = session([], one);
  gift(1);
  command(2, { command: 'set', number: 'counter/throws', to: 42 });
  command(2, { command: 'nudge', number: 'goal/g', by: 9 });
  const goal = state.goals.get('g')?.value;
  put({ input: 'show', at: START + 3 * S, show: other });
  expect([state.counters.get('throws'), state.goals.get('g')?.target]).toEqual([100, 7]);
  expect(state.countdowns.size).toBe(0);
  command(4, { command: 'set', number: 'counter/throws', to: 7 });
  // A change of the same show puts nothing aside.
  put({ input: 'show', at: START + 5 * S, show: { ...other, name: 'Renamed' } });
  expect(state.counters.get('throws')).toBe(7);
  put({ input: 'show', at: START + 6 * S, show: one });
  expect([state.counters.get('throws'), state.goals.get('g')?.value, state.goals.get('g')?.target]).toEqual([
    42,
    goal,
    100,
  ]);
  put({ input: 'show', at: START + 7 * S, show: other });
  expect(state.counters.get('throws')).toBe(7);
});

test('a snapshot and the next session keep what is aside: there only what lasts goes on', () => {
  const { put, state, command } = session([], other);
  command(1, { command: 'set', number: 'counter/throws', to: 7 });
  command(1, { command: 'set', number: 'counter/kept', to: 8 });
  put({ input: 'show', at: START + 2 * S, show: one });
  const back = deserialize(serialize(state));
  expect(serialize(back)).toEqual(serialize(state));
  put({ input: 'end', at: START + 3 * S, over: true });
  put({ input: 'begin', at: START + 4 * S, session: 'two', lasting: carryOverOf(state) });
  put({ input: 'show', at: START + 5 * S, show: other });
  expect([state.counters.get('throws'), state.counters.get('kept')]).toEqual([100, 8]);
});

test('which show it is is open as a session begins, until it is kept or another is put on', () => {
  const { put, state, command } = session([], one);
  expect(state.chosen).toBe(false);
  put({ input: 'show', at: START, show: { ...one, name: 'Renamed' } });
  expect(deserialize(serialize(state)).chosen).toBe(false);
  command(1, { command: 'keepShow' });
  expect(state.chosen).toBe(true);
  put({ input: 'begin', at: START + S, session: 'two' });
  expect(state.chosen).toBe(false);
  put({ input: 'show', at: START + S, show: other });
  expect(deserialize(serialize(state)).chosen).toBe(true);
});

test('who has entered a draw is there again in the same session, and in another one nobody', () => {
  const draws = [
    { ...(KIT.lists.get('draws')?.make('d', 'en') as Show['draws'][number]), from: 'keyword' as const, keyword: '!in' },
  ];
  const { put, state } = session([], { ...one, draws });
  put({ input: 'seed', at: START, draw: 'd', seed: 'ab'.repeat(32) });
  put({ input: 'event', at: START, event: aChat({ text: '!in' }) });
  const before = structuredClone(state.draws.get('d'));
  expect(Object.keys(before?.entered ?? {})).toHaveLength(1);
  put({ input: 'show', at: START + S, show: other });
  expect(state.draws.size).toBe(0);
  put({ input: 'show', at: START + 2 * S, show: { ...one, draws } });
  expect(state.draws.get('d')).toEqual(before);
  put({ input: 'show', at: START + 3 * S, show: other });
  const lasting = carryOverOf(state);
  expect(JSON.stringify(lasting.aside)).not.toContain('"entered"');
  put({ input: 'begin', at: START + 4 * S, session: 'two', lasting });
  put({ input: 'show', at: START + 5 * S, show: { ...one, draws } });
  expect(state.draws.get('d')?.entered).toEqual({});
});
