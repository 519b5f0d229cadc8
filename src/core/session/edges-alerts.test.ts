import { answers } from '@/core/show/answers';
import { aChat, aGift, aLike, START } from '@/core/event/examples';
import { closeSilent, newIntake, takeIn } from '@/core/intake/intake';
import { newCue } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { fold } from './fold';
import { goalSchema } from '@/core/engine/feature/goal/schema';
import type { Command, Input } from './input';
import { join, joins, MOST_NAMES, type Joining } from '@/core/engine/alert/joining';
import { AlertQueue } from '@/core/engine/alert/queue';
import { CALM, PLAIN } from '@/core/engine/alert/plan';
import { ANY } from '@/core/engine/cue/range';
import { newState } from './state';
import { WORD_FIELDS } from '@/core/words/fields';
import { base, event, run } from './edges.setup';
import { withoutIsolates } from '@/core/words/isolate';
import { takeApart } from '@/core/words/message';
import { inEnglish } from '@/core/words/in-english.setup';

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
    const said = (language: string): string => takeApart('{viewer}: {gift}', language)(there.values);
    expect(withoutIsolates(said('en-GB'))).toBe('ines and hana: gifts');
    // Names and gifts are put together in the language of the show.
    expect(['es', 'ja', 'ar'].map((language) => withoutIsolates(said(language)))).toEqual([
      'ines y hana: regalos',
      'ines、hana: ギフト',
      'ines وhana: هدايا',
    ]);
    const { viewer, gift } = there.values;
    expect(there.values).toEqual({ ...all(30), viewer, gift, count: 32, total: 32 });
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
    expect(inEnglish(answers(loop, show))).toMatch(/what this cue itself waits for/);
    expect(
      inEnglish(
        answers(newCue('asks', { kind: 'follow' }, [{ kind: 'post', words: '!loop again, {viewer}' }]), {
          ...show,
          cues: [{ ...other, name: 'The loop' }],
        }),
      ),
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
