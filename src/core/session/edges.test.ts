import { newMemory } from '@/core/engine/kernel/memory';
import { answers } from '@/core/show/answers';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { closeSilent, newIntake, takeIn } from '@/core/intake/intake';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { MOST_PENDING, MOST_STEPS, faultWords } from '@/core/engine/kernel/fault';
import { fold } from './fold';
import { advanceGoal, goalSchema, startGoal } from '@/core/engine/feature/goal/schema';
import { ALWAYS, heldForAll, mayFire } from '@/core/engine/cue/conditions';
import type { Command, Input } from './input';
import { join, joins, MOST_NAMES, type Joining } from '@/core/engine/alert/joining';
import { AlertQueue } from '@/core/engine/alert/queue';
import { CALM, PLAIN } from '@/core/engine/alert/plan';
import { ANY } from '@/core/engine/cue/range';
import { newState, type SessionState } from './state';
import { isIn, spanOf, type Window } from '@/core/engine/count/window';
import { nextRollover, windowNow } from '@/core/engine/count/windows';
import { Past, Rows } from '@/core/engine/count/past';
import { WORD_FIELDS } from '@/core/words/fields';

/* Edges: the last moment inside and the first outside, one too many, the second time. */

const DAY = 86_400_000;
const base = plainly(starterShow('s'));
const event = (e: StreamEvent, at: number): Input => ({ input: 'event', at, event: { ...e, at, seenAt: at } });
const run = (show: Show, ...inputs: Input[]): SessionState => {
  const state = newState(show);
  for (const input of [{ input: 'begin', at: START, session: 'one' } as const, ...inputs]) fold(state, input);
  return state;
};

/** A state of nothing, at a time. */
const at = (now: number) => ({ ...newState(starterShow('at')), now });

describe('windows', () => {
  const noon = Date.UTC(2026, 10, 27, 12);
  const now = (window: Window) =>
    windowNow(window, { now: noon, zone: 'UTC', minutes: new Rows(60_000), past: new Past() });

  test('a window’s first moment is in it, and its end is not', () => {
    const span = spanOf({ over: 'day' }, noon, 'UTC');
    expect([span.from - 1, span.from, span.to - 1, span.to].map((at) => isIn(span, at))).toEqual([
      false,
      true,
      true,
      false,
    ]);
    expect([span.from, span.to]).toEqual([Date.UTC(2026, 10, 27), Date.UTC(2026, 10, 28)]);
  });

  test('what is counted at the stroke of midnight belongs to the new day', () => {
    const show = {
      ...base,
      zone: 'UTC',
      goals: [
        goalSchema.parse({
          id: 'today',
          name: 'Today',
          measure: 'follows',
          target: 100,
          onReach: { kind: 'stay' },
          window: { over: 'day' },
        }),
      ],
    };
    const midnight = (Math.floor(START / DAY) + 1) * DAY;
    const state = run(
      show,
      event({ ...aFollow({ by: 'ines' }), id: '1' }, midnight - 1),
      event({ ...aFollow({ by: 'hana' }), id: '2' }, midnight),
    );
    expect(state.goals.get('today')?.value).toBe(1);
  });

  test('one that is yet to begin rolls at its beginning, one that has begun at its end', () => {
    const later = now({ over: 'days', from: '2026-12-05', days: 3 });
    expect([
      nextRollover([later], noon),
      nextRollover([later], Date.UTC(2026, 11, 5)),
      nextRollover([later], Date.UTC(2026, 11, 8)),
    ]).toEqual([Date.UTC(2026, 11, 5), Date.UTC(2026, 11, 8), Infinity]);
    expect(nextRollover([later, now({ over: 'day' })], noon)).toBe(Date.UTC(2026, 10, 28));
  });
});

describe('goals and holds', () => {
  test('a goal that starts again tells each time once, whatever is corrected in between', () => {
    const goal = goalSchema.parse({ id: 'g', name: 'G', measure: 'coins', target: 100, onReach: { kind: 'again' } });
    const course = startGoal(goal);
    const told = [90, 110, 80, 105, 199, 150, 200, 350].map((all) => advanceGoal(goal, course, all).length);
    expect(told).toEqual([0, 1, 0, 0, 0, 0, 1, 1]);
    expect(course).toMatchObject({ reached: 3, value: 50 });
  });

  test('“while it is open” does not hold for a goal that is hidden, reached or gone', () => {
    const holds = { ...ALWAYS, goal: 'g' };
    const may = (goal: object | null) => {
      const state = at(START);
      if (goal) state.goals.set('g', { id: 'g', value: 5, target: 10, reached: 0, hidden: false, ...goal });
      return mayFire(state, holds, newMemory(), { viewer: null, seed: 'x' });
    };
    expect([may({}), may({ hidden: true }), may({ value: 10 }), may({ value: 9 }), may(null)]).toEqual([
      null,
      'goal',
      'goal',
      null,
      'goal',
    ]);
  });

  test('at most once every ten seconds: not a millisecond earlier, and exactly then', () => {
    const memory = newMemory();
    const fire = (now: number, who: string) =>
      mayFire(at(now), { ...ALWAYS, everyViewer: 10 }, memory, { viewer: who, seed: 'x' });
    const viewer = (now: number) => fire(now, 'f/ines');
    expect([viewer(0), viewer(9999), viewer(10_000), viewer(19_999), viewer(20_000)]).toEqual([
      null,
      'viewerCooldown',
      null,
      'viewerCooldown',
      null,
    ]);
    // Those whose time is over are forgotten, and no others.
    fire(25_000, 'f/hana');
    expect([...memory.byViewer.keys()]).toEqual(['f/ines', 'f/hana']);
    fire(30_000, 'f/mirek');
    expect([...memory.byViewer.keys()]).toEqual(['f/hana', 'f/mirek']);
    const all = { ...newMemory(), lastAt: 0 };
    expect([
      heldForAll({ ...ALWAYS, every: 10 }, all, at(9999)),
      heldForAll({ ...ALWAYS, every: 10 }, all, at(10_000)),
    ]).toEqual(['cooldown', null]);
  });
});

describe('steps', () => {
  const call = (id: string, to: string, times = 1): Show['cues'][number] =>
    newCue(
      id,
      { kind: 'press', name: id },
      Array.from({ length: times }, () => ({ kind: 'call' as const, cue: to })),
    );
  const press = (cue: string): Input => ({ input: 'command', at: START + 1, command: { command: 'press', cue } });

  test('ten cues that each call the next twenty times come to an end after 1,000 steps, and the first of them is named', () => {
    const cues = [
      ...Array.from({ length: 9 }, (_, n) => call(`c${n}`, `c${n + 1}`, 20)),
      newCue('c9', { kind: 'press', name: 'c9' }, [{ kind: 'play', sound: 'wood-block', volume: 100 } as never]),
    ];
    const show = { ...base, cues };
    const state = run(show, press('c0'));
    expect(state.doing.steps).toBe(MOST_STEPS);
    expect(state.faults).toEqual([expect.objectContaining({ why: 'steps', cue: 'c0', count: 1 })]);
    expect(faultWords(state.faults[0]!, { ...show, cues: [{ ...cues[0]!, name: 'Fireworks' }] })).toMatch(
      /^The cue “Fireworks” set off more than 1,000 steps at once/,
    );
    // The next input has its own.
    fold(state, { input: 'command', at: START + 2, command: { command: 'press', cue: 'c9' } });
    expect(state.doing.steps).toBe(1);
  });

  test('a chain of cues is followed through ten of them, and no further', () => {
    const chain = (length: number): number => {
      const cues = [
        ...Array.from({ length }, (_, n) => call(`c${n}`, `c${n + 1}`)),
        newCue(`c${length}`, { kind: 'press', name: 'end' }, [{ kind: 'scene', scene: 'x' }]),
      ];
      return run({ ...base, cues }, press('c0')).doing.steps;
    };
    expect([chain(9), chain(10), chain(11), chain(40)]).toEqual([10, 10, 10, 10]);
  });

  test('cues that change scenes in turn, or raise a counter that sets them off again, come to an end and are named', () => {
    const scenes = ['a', 'b'].map((id) => ({ id, name: id }));
    const turns = ['a', 'b'].map((id) =>
      newCue(id, { kind: 'scene', scene: id }, [{ kind: 'scene', scene: id === 'a' ? 'b' : 'a' }]),
    );
    const state = run(
      { ...base, scenes, cues: turns },
      { input: 'command', at: START + 1, command: { command: 'scene', scene: 'b' } },
    );
    expect([state.doing.steps, state.faults.map(({ why }) => why)]).toEqual([MOST_STEPS, ['steps']]);
  });

  test('no more steps wait than there is room for', () => {
    const show = {
      ...base,
      cues: [
        newCue('late', { kind: 'chat', how: 'contains', text: '' }, [
          { kind: 'wait', seconds: 3600 },
          { kind: 'scene', scene: 'x' },
        ]),
      ],
    };
    const state = run(show);
    for (let n = 0; n < MOST_PENDING + 50; n += 1)
      fold(state, event({ ...aChat({ by: 'ines' }), id: `c${n}` }, START + n));
    expect([state.pending.length, state.faults.map(({ why, cue, count }) => [why, cue, count])]).toEqual([
      MOST_PENDING,
      [['waits', 'late', 50]],
    ]);
  });

  test('pieces that a cue took away are forgotten with the pieces', () => {
    const hide = newCue('hide', { kind: 'press', name: 'hide' }, [{ kind: 'piece', piece: 'goal', shown: 'hide' }]);
    const show = { ...base, cues: [hide] };
    const state = run(show, press('hide'));
    expect([...state.hidden]).toEqual(['goal']);
    fold(state, {
      input: 'show',
      at: START + 2,
      show: { ...show, pieces: show.pieces.filter(({ id }) => id !== 'goal') },
    });
    expect([...state.hidden]).toEqual([]);
  });
});

describe('joining', () => {
  const one = (more: Partial<Joining>): Joining => ({
    cue: 'c',
    words: 'w',
    values: {},
    joins: 'add',
    key: 'f/ines/pot',
    names: ['ines'],
    worth: 1,
    ...more,
  });

  test('every field of the words is there after joining: what is known of the later one, the sum, or both names', () => {
    const all = (n: number): Joining['values'] =>
      Object.fromEntries(
        WORD_FIELDS.map((field) => [
          field,
          ['count', 'total', 'level', 'points', 'months', 'place'].includes(field) ? n : `${field} ${n}`,
        ]),
      );
    const there = one({ values: all(2) });
    join(there, one({ key: 'f/hana/pot', names: ['hana'], values: all(30) }));
    expect(there.values).toEqual({ ...all(30), viewer: 'ines and hana', gift: 'gifts', count: 32, total: 32 });
    // An alert that says "{viewer} has {points} points" says 30, not 0.
    expect([there.values.points, there.values.level]).toEqual([30, 30]);
    const latest = one({ joins: 'latest', values: { count: 100, points: 7 } });
    join(latest, one({ joins: 'latest', values: { count: 200 } }));
    expect(latest.values).toEqual({ viewer: undefined, count: 200, points: 7 } as never);
  });

  test('twelve are thanked together, and not one more', () => {
    const names = (count: number, from = 0): string[] => Array.from({ length: count }, (_, n) => `v${from + n}`);
    const may = (there: number, asked: string[]) =>
      joins(one({ key: 'a', names: names(there) }), one({ key: 'b', names: asked }), false);
    expect([
      may(MOST_NAMES - 1, ['x']),
      may(MOST_NAMES, ['x']),
      may(MOST_NAMES, ['v3']),
      may(MOST_NAMES - 1, ['x', 'y']),
    ]).toEqual([true, false, true, false]);
  });

  test('what joins on the air moves all that wait behind it, by as much as it grows', () => {
    const queue = new AlertQueue((words) => words, { ...CALM, shorten: false, longestWait: 0 });
    const alert = (id: string, joining: Partial<Joining>) => ({
      id,
      spotlight: 's',
      at: 0,
      from: 0,
      until: 0,
      length: 4000,
      place: 0,
      text: '',
      sounds: [],
      begun: false,
      trial: false,
      ...one({ ...joining }),
    });
    queue.add(alert('a', { key: 'f/ines/pot' }), 0);
    queue.add(alert('b', { key: null, joins: null }), 100);
    queue.add(alert('c', { key: null, joins: null }), 200);
    // At 3.5 s a quarter of its time is left; it then stays 1.5 s from now on.
    expect(queue.add(alert('d', { key: 'f/ines/pot' }), 3500)).toMatchObject({
      joined: true,
      alert: { id: 'a', until: 5000 },
    });
    expect(queue.list().map(({ id, from, until }) => [id, from, until])).toEqual([
      ['a', 0, 5000],
      ['b', 5000, 9000],
      ['c', 9000, 13_000],
    ]);
    // With half a second or less to gain, what comes begins anew.
    queue.add(alert('e', { key: 'f/ines/pot' }), 3600);
    expect(queue.list()[0]).toMatchObject({ id: 'a', until: 5100 });
  });
});

describe('streaks', () => {
  test('are forgotten an hour after their last step, so that a season does not fill the memory', () => {
    const intake = newIntake();
    const step = (key: string, seenAt: number): void =>
      void takeIn(intake, {
        event: aGift({ id: `${key}.${seenAt}`, seenAt, at: seenAt }),
        streak: { key, count: 1, done: false },
      });
    for (let n = 0; n < 100; n += 1) step(`s${n}`, n * 60_000);
    closeSilent(intake, 100 * 60_000);
    // An hour and no more: the last sixty minutes' are left, all of them closed.
    expect([intake.streaks.size, intake.open.size]).toEqual([59, 0]);
    closeSilent(intake, 300 * 60_000);
    expect(intake.streaks.size).toBe(0);
  });
});

describe('the helper', () => {
  const oxbow = {
    id: 'o',
    platform: 'oxbow' as const,
    handle: 'odavarn.kiln',
    helper: 'Kiln-Helper',
    on: true,
    rate: { coin: 0, kept: 0 },
    admitted: [],
  };
  const loop = newCue('loop', { kind: 'chat', how: 'contains', text: 'glaze' }, [
    { kind: 'post', words: 'The glaze list is linked below' },
  ]);
  const show: Show = {
    ...base,
    feeds: [oxbow, { ...oxbow, id: 'p', helper: '' }],
    cues: [loop],
    points: { ...base.points, on: true },
    goals: [
      goalSchema.parse({
        id: 'lines',
        name: 'Lines',
        measure: 'chats',
        target: 1,
        onReach: { kind: 'raise', step: 1 },
      }),
    ],
  };

  test('what Gavirn’s own account writes sets nothing off and counts for nothing, on any feed', () => {
    const posts: string[] = [];
    const state = newState(show);
    const put = (input: Input): void =>
      void fold(state, input, (effect) => void (effect.effect === 'post' && posts.push(effect.text)));
    put({ input: 'begin', at: START, session: 'one' });
    put(event({ ...aChat({ by: 'ines', text: 'which glaze?' }), id: '1' }, START + 1));
    for (const feed of ['o', 'p'])
      put(
        event(
          {
            ...aChat({ text: posts[0] ?? '' }),
            id: `own ${feed}`,
            feed,
            viewer: { id: 'acc9', handle: 'kiln-helper', name: 'Helper', roles: ['bot'] },
          },
          START + 2,
        ),
      );
    expect(posts).toEqual(['The glaze list is linked below']);
    expect([
      state.totals.byKind.chat,
      state.goals.get('lines')?.value,
      state.viewers.get('o', 'acc9'),
      state.ledger.get('o', 'acc9'),
    ]).toEqual([1, 1, undefined, undefined]);
  });

  test('a cue that would answer itself, or another, is pointed out as it is written', () => {
    const other = newCue('other', { kind: 'chat', how: 'keyword', text: '!loop' }, [
      { kind: 'post', words: 'see the list' },
    ]);
    expect(answers(loop, show)).toMatch(/what this cue itself waits for/);
    expect(
      answers(newCue('asks', { kind: 'follow' }, [{ kind: 'post', words: '!loop again, {viewer}' }]), {
        ...show,
        cues: [{ ...other, name: 'The loop' }],
      }),
    ).toMatch(/what “The loop” waits for/);
    expect([
      answers(other, show),
      answers(newCue('x', { kind: 'follow' }, [{ kind: 'post', words: 'thank you' }]), show),
    ]).toEqual([null, null]);
  });
});

test('numbers beyond 2⁵³ keep no loop turning: the last fifty are told, and the next one comes', () => {
  const every = newCue('every', { kind: 'every', every: 1, of: 'coins', by: 'session', within: 0 }, [
    { kind: 'scene', scene: 'x' },
  ]);
  const goal = goalSchema.parse({
    id: 'g',
    name: 'G',
    measure: 'coins',
    target: 1,
    onReach: { kind: 'raise', step: 1 },
  });
  const state = run(
    { ...base, cues: [every], goals: [goal] },
    event(aGift({ by: 'ines', unitCoins: 1e12, count: 1e12 }), START + 1),
    event({ ...aLike({ by: 'ines' }), id: 'after' }, START + 2),
  );
  expect([state.totals.coins, state.totals.likes, state.doing.steps]).toEqual([1e24, 1, 0]);
});

test('a hold, a clear and a skip of a spotlight that is not there change nothing', () => {
  const commands: Command[] = [
    { command: 'hold', spotlight: 'none', on: true },
    { command: 'clear', spotlight: 'none' },
    { command: 'skip', alert: 'a9' },
  ];
  const state = run(
    {
      ...base,
      pieces: base.pieces.map((piece) => (piece.kind === 'spotlight' ? { ...piece, queue: PLAIN } : piece)),
      cues: [newCue('g', { kind: 'gift', gifts: [], coins: ANY, at: 'step' }, [])],
    },
    ...commands.map((command): Input => ({ input: 'command', at: START + 1, command })),
  );
  expect(state.queues.size).toBe(0);
});
