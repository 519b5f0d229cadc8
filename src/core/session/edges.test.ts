import { newMemory } from '@/core/engine/kernel/memory';
import { aChat, aFollow, START } from '@/core/event/examples';
import { newCue } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { MOST_PENDING, MOST_STEPS, faultWords } from '@/core/engine/kernel/fault';
import { fold } from './fold';
import { advanceGoal, goalSchema, startGoal } from '@/core/engine/feature/goal/schema';
import { ALWAYS, heldForAll, mayFire } from '@/core/engine/cue/conditions';
import type { Input } from './input';
import { isIn, spanOf, type Window } from '@/core/engine/count/window';
import { nextRollover, windowNow } from '@/core/engine/count/windows';
import { Past, Rows } from '@/core/engine/count/past';
import { DAY, base, event, run, at } from './edges.setup';
import { inEnglish } from '@/core/words/in-english.setup';

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
    expect(inEnglish(faultWords(state.faults[0]!, { ...show, cues: [{ ...cues[0]!, name: 'Fireworks' }] }))).toMatch(
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
