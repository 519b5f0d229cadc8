import { carryOverOf } from '@/core/session/carry-over';
import { serialize, deserialize } from '@/core/session/state';
import { aChat, aGift, aLike } from '@/core/event/examples';
import { leaderboard } from '@/core/piece/leaderboard';
import type { Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import { newState, type SessionState } from '@/core/session/state';

const START = Date.UTC(2026, 10, 26, 18);

const base = emptyShow('teams', 'Teams');
const show: Show = {
  ...base,
  teams: [
    { id: 'ash', name: 'Ash', keyword: '!ash', members: [{ feed: 'f', viewer: 'named', name: 'Named' }] },
    { id: 'ember', name: 'Ember', keyword: '!ember', members: [] },
  ],
  goals: [
    {
      id: 'ash-goal',
      name: 'Ash fires',
      measure: 'coins',
      target: 50,
      onReach: { kind: 'stay' },
      by: { kind: 'team', team: 'ash' },
    },
    {
      id: 'hers',
      name: 'For Lin',
      measure: 'coins',
      target: 30,
      onReach: { kind: 'stay' },
      by: { kind: 'viewer', feed: 'f', viewer: 'lin', name: 'Lin' },
    },
  ],
  pieces: [{ ...leaderboard.make('board', base), who: 'teams' }],
};

const begun = (of: Show = show): SessionState => fold(newState(of), { input: 'begin', at: START, session: 's' });
let n = 0;
function gift(state: SessionState, by: string, coins: number, heard?: Effect[]): void {
  n += 1;
  fold(
    state,
    {
      input: 'event',
      at: START + n,
      event: aGift({ id: `g${n}`, feed: 'f', by, count: 1, unitCoins: coins, at: START + n, seenAt: START + n }),
    },
    heard && ((effect) => heard.push(effect)),
  );
}
function say(state: SessionState, by: string, text: string): void {
  n += 1;
  fold(state, {
    input: 'event',
    at: START + n,
    event: aChat({ id: `c${n}`, feed: 'f', by, text, at: START + n, seenAt: START + n }),
  });
}
const rows = (state: SessionState) => {
  const [board] = state.show.pieces;
  return board?.kind === 'leaderboard'
    ? leaderboard.live(board, state).rows.map(({ name, value }) => [name, value])
    : [];
};

test('a team has what its members gave, those of before they joined too; a viewer of no team counts for none', () => {
  const state = begun();
  gift(state, 'kim', 20);
  gift(state, 'nobody', 100);
  say(state, 'kim', '!ember');
  gift(state, 'kim', 5);
  gift(state, 'named', 7);
  expect(rows(state)).toEqual([
    ['Ember', 25],
    ['Ash', 7],
  ]);
});

test('whoever changes sides takes along what they gave; whom the streamer has named stays', () => {
  const state = begun();
  gift(state, 'kim', 20);
  gift(state, 'named', 7);
  say(state, 'kim', '!ember');
  say(state, 'kim', '!ash please');
  say(state, 'named', '!ember');
  expect(rows(state)).toEqual([
    ['Ash', 27],
    ['Ember', 0],
  ]);
});

test('a team’s goal is reached by its members, a viewer’s goal by that viewer', () => {
  const state = begun();
  const heard: Effect[] = [];
  gift(state, 'other', 1000, heard);
  gift(state, 'lin', 29, heard);
  expect(heard.filter(({ effect }) => effect === 'goal')).toEqual([]);
  gift(state, 'lin', 1, heard);
  gift(state, 'named', 60, heard);
  expect(heard.filter(({ effect }) => effect === 'goal')).toEqual([
    { effect: 'goal', goal: 'hers', target: 30 },
    { effect: 'goal', goal: 'ash-goal', target: 50 },
  ]);
});

test('a correction by hand reaches the team', () => {
  const state = begun();
  gift(state, 'named', 40);
  fold(state, {
    input: 'command',
    at: START + 1000,
    command: { command: 'set', number: 'viewer/coins/f/named', to: 15 },
  });
  expect(rows(state)).toEqual([
    ['Ash', 15],
    ['Ember', 0],
  ]);
});

test('sides survive a snapshot and the next session; today’s goal of a team counts the session before', () => {
  const state = begun({ ...show, goals: show.goals.map((goal) => ({ ...goal, window: { over: 'day' } })) });
  gift(state, 'kim', 20);
  say(state, 'kim', '!ash');
  const back = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
  expect(rows(back)).toEqual([
    ['Ash', 20],
    ['Ember', 0],
  ]);
  fold(state, { input: 'end', at: START + 5000 });
  const next = fold(newState(state.show), {
    input: 'begin',
    at: START + 6000,
    session: 't',
    lasting: carryOverOf(state),
  });
  expect(next.goals.get('ash-goal')?.value).toBe(20);
  gift(next, 'kim', 4);
  expect(next.goals.get('ash-goal')?.value).toBe(24);
});

test('a goal counts a counter of the streamer’s own, as it is raised and taken back', () => {
  const state = begun({
    ...base,
    counters: [{ id: 'pots', name: 'Pots', start: 2, step: 1, target: null }],
    goals: [
      { id: 'pots-goal', name: 'Ten pots', measure: 'coins', counter: 'pots', target: 4, onReach: { kind: 'double' } },
    ],
  });
  expect(state.goals.get('pots-goal')).toMatchObject({ value: 2, target: 4 });
  fold(state, {
    input: 'event',
    at: START + 1,
    event: aLike({ id: 'l', feed: 'f', by: 'kim', count: 50, at: START + 1, seenAt: START + 1 }),
  });
  expect(state.goals.get('pots-goal')?.value).toBe(2);
  fold(state, { input: 'command', at: START + 2, command: { command: 'nudge', number: 'counter/pots', by: 3 } });
  expect(state.goals.get('pots-goal')).toMatchObject({ value: 5, target: 8 });
  fold(state, { input: 'command', at: START + 3, command: { command: 'nudge', number: 'counter/pots', by: -3 } });
  expect(state.goals.get('pots-goal')).toMatchObject({ value: 2, target: 8 });
});
