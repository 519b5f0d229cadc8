import { nextDue } from '@/core/engine/kernel/due';
import type { StreamEvent } from '@/core/event/event';
import type { Goal } from '@/core/engine/feature/goal/schema';
import { newState, serialize, deserialize } from './state';
import canonicalize from 'canonicalize';
import fc from 'fast-check';
import { aChat, aFollow, START } from '@/core/event/examples';
import { newCue } from '@/core/show/starter';
import { addTime, clockWords, leftOf, outlook, startCountdown } from '@/core/engine/feature/countdown/schema';
import { fold } from './fold';
import { type SessionState } from './state';
import { S, kiln, base, words, add, onGift, session } from './numbers.setup';

describe('a countdown', () => {
  const over = newCue('over', { kind: 'countdown', countdown: 'kiln' }, [words('{goal} opens')]);

  test('begins with the session, runs by the clock, and its end sets a cue off once, at its own time', () => {
    const { state, tick, texts, effects, left } = session([over]);
    expect(nextDue(state)).toBe(START + 60 * S);
    tick(20);
    expect(left()).toBe(40);
    tick(90);
    tick(200);
    expect(texts()).toEqual(['Kiln door opens']);
    expect(effects.find((effect) => effect.effect === 'alert')).toMatchObject({ alert: { at: START + 60 * S } });
    expect([left(), nextDue(state)]).toEqual([0, Infinity]);
  });

  test('a gift adds time: once, for each of them, or for each coin', () => {
    const { gift, left } = session([
      onGift('a', [add('countdown/kiln', 30)]),
      onGift('b', [add('countdown/kiln', 2, 'count')]),
      onGift('c', [add('countdown/kiln', 1, 'total')]),
    ]);
    gift(10, 3);
    // 50 s were left; 30, three times 2, and 30 coins.
    expect(left()).toBe(50 + 30 + 6 + 30);
  });

  test('viewers add to it by what each thing is worth, times a boost for a while, within a bound for one event', () => {
    const { gift, command, left, put } = session([], {
      countdowns: [{ ...kiln, adds: { coin: 500, follow: 90_000, tier2: 20_000 }, mostEvent: 100 }],
    });
    gift(10, 3);
    // 50 s were left; half a second for each of 30 coins.
    expect(left()).toBe(65);
    command(10, { command: 'boost', countdown: 'kiln', times: 2, seconds: 60 });
    gift(10, 3);
    expect(left()).toBe(95);
    const follow = { ...aFollow(), at: START + 10 * S, seenAt: START + 10 * S };
    put({ input: 'event', at: START + 10 * S, event: follow });
    // Twice 90 s are more than one event may add.
    expect(left()).toBe(195);
    const subscribed = { ...follow, id: 'x', kind: 'subscribe' as const, tier: 2, months: 1, gifted: false };
    put({ input: 'event', at: START + 80 * S, event: subscribed });
    expect(left()).toBe(195 - 70 + 20);
  });

  test('its outlook: 60 s of the last 120 were made up for by what was added, so that what is left lasts twice as long', () => {
    const { state, put, gift } = session([], { countdowns: [{ ...kiln, seconds: 600, adds: { coin: 1000 } }] });
    gift(60, 6);
    put({ input: 'tick', at: START + 120 * S });
    const course = state.countdowns.get('kiln');
    const rest = leftOf(course ?? { id: '', endsAt: null, left: 0 }, state.now);
    expect(rest).toBe(540 * S);
    expect(course && outlook(course, state.now, START)).toBe(state.now + 2 * rest);
    for (let n = 0; n < 20; n += 1) gift(130, 60);
    expect(course && outlook(course, state.now, START)).toBe(Infinity);
  });

  test('one that is over for good is set going by the streamer’s hand alone', () => {
    const { gift, tick, command, left } = session([onGift('a', [add('countdown/kiln', 30)])], {
      countdowns: [{ ...kiln, final: true }],
    });
    tick(70);
    gift(80);
    expect(left()).toBe(0);
    command(90, { command: 'set', number: 'countdown/kiln', to: 45 });
    expect(left()).toBe(45);
  });

  test('one that has run out runs again when time is added, and may run out again', () => {
    const { gift, tick, texts, left } = session([over, onGift('a', [add('countdown/kiln', 30)])]);
    gift(100);
    expect(left()).toBe(30);
    tick(131);
    expect(texts()).toEqual(['Kiln door opens', 'Kiln door opens']);
  });

  test('holds no more than its bound; taking away more than there is ends it', () => {
    const { command, left, tick, texts } = session([over], { countdowns: [{ ...kiln, most: 90 }] });
    command(0, { command: 'nudge', number: 'countdown/kiln', by: 500 });
    expect(left()).toBe(90);
    command(10, { command: 'nudge', number: 'countdown/kiln', by: -500 });
    tick(11);
    expect([left(), texts()]).toEqual([0, ['Kiln door opens']]);
  });

  test('stopped, it stands still, takes time, and goes on', () => {
    const { command, left, tick } = session([over]);
    command(10, { command: 'pause', countdown: 'kiln', on: true });
    tick(500);
    expect(left()).toBe(50);
    command(510, { command: 'nudge', number: 'countdown/kiln', by: 5 });
    command(520, { command: 'pause', countdown: 'kiln', on: false });
    tick(530);
    expect(left()).toBe(45);
  });

  test('the end of the session stops it; another setup leaves what runs', () => {
    const { state, put, left, tick } = session([over]);
    put({
      input: 'show',
      at: START + 5 * S,
      show: {
        ...base,
        countdowns: [
          { ...kiln, seconds: 999 },
          { ...kiln, id: 'new' },
        ],
      },
    });
    expect([left(), state.countdowns.size]).toEqual([55, 2]);
    put({ input: 'end', at: START + 10 * S });
    tick(300);
    expect(left()).toBe(50);
    put({ input: 'show', at: START + 301 * S, show: { ...base, countdowns: [] } });
    expect(state.countdowns.size).toBe(0);
  });

  test('adding in any order comes to the same, and nothing is lost to rounding', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 100_000 })), (parts) => {
        const one = startCountdown(kiln, START);
        for (const part of parts) addTime(kiln, one, part, { now: START + 7, runs: true });
        return leftOf(one, START + 7) === kiln.seconds * S - 7 + parts.reduce((sum, part) => sum + part, 0);
      }),
    );
  });

  test.each([
    [0, '0:00'],
    [1, '0:01'],
    [59_999, '1:00'],
    [61_000, '1:01'],
    [3_600_000, '1:00:00'],
    [2 * 86_400_000 + 3_725_000, '2 d 01:02:05'],
  ])('%d ms reads %s', (ms, text) => expect(clockWords(ms)).toBe(text));
});

describe('a counter', () => {
  test('begins where it begins, is added to by cues and by hand, and its number sets a cue off on the way up and down', () => {
    const { state, gift, command, texts } = session([
      onGift('a', [add('counter/throws', 1, 'count')]),
      newCue('ten', { kind: 'counter', counter: 'throws', reaches: 10 }, [words('{goal}: {count}, now {total}')]),
    ]);
    gift(1, 4);
    expect([state.counters.get('throws'), texts()]).toEqual([9, []]);
    gift(2, 4);
    expect(texts()).toEqual(['Throws: 10, now 13']);
    command(3, { command: 'nudge', number: 'counter/throws', by: -5 });
    expect([state.counters.get('throws'), texts().length]).toEqual([8, 2]);
    command(4, { command: 'nudge', number: 'counter/gone', by: 1 });
    expect(state.counters.size).toBe(1);
  });

  test('cues that raise each other’s counters come to an end', () => {
    const twice = [
      { id: 'a', name: 'A', start: 0, step: 1, target: null },
      { id: 'b', name: 'B', start: 0, step: 1, target: null },
    ];
    const { command, state } = session(
      [
        ...Array.from({ length: 200 }, (_, n) =>
          newCue(`a${n}`, { kind: 'counter', counter: 'a', reaches: n + 1 }, [add('counter/b', 1)]),
        ),
        ...Array.from({ length: 200 }, (_, n) =>
          newCue(`b${n}`, { kind: 'counter', counter: 'b', reaches: n + 1 }, [add('counter/a', 1)]),
        ),
      ],
      { counters: twice },
    );
    command(1, { command: 'nudge', number: 'counter/a', by: 1 });
    expect(state.derived.later).toEqual([]);
    // Each of the 200 is told, and none twice.
    expect([state.counters.get('a'), state.counters.get('b'), state.faults]).toEqual([201, 200, []]);
  });
});

test('a goal on how many watch follows all feeds that tell, falls with them, and is reached once', () => {
  const watched: Goal = {
    id: 'w',
    name: 'Full house',
    measure: 'coins',
    own: 'watching',
    target: 30,
    onReach: { kind: 'stay' },
  };
  const state = newState({ ...base, goals: [watched] });
  const reached: number[] = [];
  const stands: number[] = [];
  fold(state, { input: 'begin', at: START, session: 's' });
  for (const [n, [feed, watching]] of (
    [
      ['a', 20],
      ['b', 12],
      ['a', 3],
      ['a', 25],
    ] as const
  ).entries()) {
    const event: StreamEvent = {
      kind: 'audience',
      id: String(n),

      feed,
      at: START + n,
      seenAt: START + n,

      watching,
    };
    fold(state, { input: 'event', at: START + n, event }, (effect) => {
      if (effect.effect === 'goal') reached.push(effect.target);
    });
    stands.push(state.goals.get('w')?.value ?? NaN);
  }
  expect([stands, reached]).toEqual([[20, 32, 15, 37], [30]]);
});

test('a goal that is nudged keeps what it measures, and what lies on the way is reached', () => {
  const { state, gift, command, texts } = session([
    newCue('reached', { kind: 'goal', goal: 'g' }, [words('{goal} {total}')]),
  ]);
  gift(1, 3);
  command(2, { command: 'nudge', number: 'goal/g', by: 190 });
  expect([state.goals.get('g')?.value, texts()]).toEqual([220, ['Goal 100', 'Goal 200']]);
  gift(3, 1);
  expect(state.goals.get('g')?.value).toBe(230);
  command(4, { command: 'nudge', number: 'goal/g', by: -1000 });
  expect(state.goals.get('g')?.value).toBe(0);
  gift(5, 2);
  expect(state.goals.get('g')?.value).toBe(20);
});

test('a frozen state is the same again, and goes on the same', () => {
  const cues = [onGift('a', [add('countdown/kiln', 30), add('counter/throws', 2)])];
  const { state, gift } = session(cues);
  gift(3);
  const copy: SessionState = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
  for (const each of [state, copy])
    fold(each, {
      input: 'event',
      at: START + 9 * S,
      event: { ...aChat({ text: 'hi' }), at: START + 9 * S, seenAt: START + 9 * S },
    });
  expect(canonicalize(serialize(copy))).toBe(canonicalize(serialize(state)));
});
