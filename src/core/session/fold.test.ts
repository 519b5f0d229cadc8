import { serialize, deserialize } from './state';
import canonicalize from 'canonicalize';
import fc from 'fast-check';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import { ANY } from '@/core/engine/cue/range';
import type { Show } from '@/core/show/show';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from './fold';
import type { Input } from './input';
import { newState, type SessionState } from './state';

const show: Show = { ...plainly(starterShow('s')), followAgain: 'each' };
const begin: Input = { input: 'begin', at: START, session: 'one' };
const event = (e: StreamEvent): Input => ({ input: 'event', at: e.seenAt, event: e });

function run(
  inputs: Input[],
  of: Show = show,
): { state: SessionState; alerts: { text: string; from: number; until: number }[]; effects: Effect[] } {
  const state = newState(of);
  const effects: Effect[] = [];
  for (const input of [begin, ...inputs])
    fold(state, structuredClone(input), (effect) => effects.push(structuredClone(effect)));
  return {
    state,
    effects,
    alerts: effects.flatMap((effect) =>
      effect.effect === 'alert'
        ? [{ text: effect.alert.text, from: effect.alert.from - START, until: effect.alert.until - START }]
        : [],
    ),
  };
}

describe('cues', () => {
  test('a batch of 250 crosses 100 twice', () => {
    expect(run([event(aLike({ count: 250 }))]).alerts.map(({ text }) => text)).toEqual([
      'ines: 100 likes',
      'ines: 200 likes',
    ]);
  });

  test('nothing is lost between batches, and each viewer has a count of their own', () => {
    const { alerts } = run(
      [
        aLike({ count: 99 }),
        aLike({ count: 99, by: 'mirek' }),
        aLike({ count: 2 }),
        aLike({ count: 0 }),
        aLike({ count: 99 }),
      ].map(event),
    );
    expect(alerts.map(({ text }) => text)).toEqual(['ines: 100 likes', 'ines: 200 likes']);
  });

  test('nobody in particular sets nothing off', () => {
    expect(run([event({ ...aLike({ count: 500 }), viewer: undefined })]).alerts).toEqual([]);
  });

  test('a certain gift, and any gift', () => {
    const cues: Show['cues'] = [
      newCue('one', { kind: 'gift', gifts: [{ id: 'pot', name: 'Pot' }], coins: ANY, at: 'step' }, [
        { kind: 'show', spotlight: 'spotlight', words: 'the pot', seconds: 1 },
      ]),
      newCue('any', { kind: 'gift', gifts: [], coins: ANY, at: 'step' }, [
        { kind: 'show', spotlight: 'spotlight', words: '{count} {gift} for {total}', seconds: 1 },
      ]),
    ];
    const { alerts } = run([event(aGift({ count: 3 })), event(aGift({ giftId: 'pot', name: 'Pot', unitCoins: 50 }))], {
      ...show,
      cues,
    });
    expect(alerts.map(({ text }) => text)).toEqual(['3 Slip Splash for 30', 'the pot', '1 Pot for 50']);
  });

  test('a cue that is off, or whose spotlight is gone, shows nothing', () => {
    expect(run([event(aFollow())], { ...show, cues: show.cues.map((cue) => ({ ...cue, on: false })) }).alerts).toEqual(
      [],
    );
    expect(run([event(aFollow())], { ...show, pieces: [] }).alerts).toEqual([]);
  });

  test('the end of a streak, which adds no gift, thanks nobody again', () => {
    expect(run([event(aGift({ count: 0, streakId: 'k', streakOpen: false }))]).alerts).toEqual([]);
  });
});

describe('the queue', () => {
  test('one after another, each for its whole length', () => {
    const { alerts } = run([event(aFollow()), event(aFollow({ by: 'mirek', at: START + 1000, seenAt: START + 1000 }))]);
    expect(alerts.map(({ from, until }) => [from, until])).toEqual([
      [0, 4000],
      [4000, 8000],
    ]);
  });

  test('skip ends what plays and moves the rest forward by what that frees', () => {
    const { state } = run([
      event(aFollow()),
      event(aFollow({ by: 'mirek' })),
      { input: 'command', at: START + 1000, command: { command: 'skip', alert: 'a1' } },
    ]);
    expect(state.queues.get('spotlight')?.list()).toMatchObject([
      { id: 'a2', from: START + 1000, until: START + 5000 },
    ]);
    expect(state.played).toMatchObject([{ id: 'a1', until: START + 1000 }]);
  });

  test('replay shows again what has been, behind what waits', () => {
    const { state, alerts } = run([
      event(aFollow()),
      { input: 'tick', at: START + 5000 },
      { input: 'command', at: START + 6000, command: { command: 'replay', alert: 'a1' } },
    ]);
    expect(state.played).toHaveLength(1);
    expect(alerts[1]).toEqual({ text: 'Welcome, ines', from: 6000, until: 10_000 });
  });

  test('try shows a cue with made-up values and counts nothing', () => {
    const { state, alerts } = run([{ input: 'command', at: START, command: { command: 'try', cue: 'welcome' } }]);
    expect(alerts).toMatchObject([{ text: 'Welcome, Inês' }]);
    expect(state.totals.events).toBe(0);
  });

  test('a clock that is set back moves nothing back', () => {
    const { state } = run([event(aFollow({ seenAt: START + 60_000 })), event(aFollow({ seenAt: START - 3_600_000 }))]);
    expect(state.now).toBe(START + 60_000);
  });
});

describe('a change of the setup while the session goes on', () => {
  const gifts = [event(aGift({ count: 15 }))];

  test('goals keep their course, and one with another target starts at the value reached', () => {
    const same = run([...gifts, { input: 'show', at: START, show: { ...show, name: 'Renamed' } }]).state;
    expect(same.goals.get('first-goal')).toMatchObject({ value: 150, target: 200, reached: 0 });
    const changed = { ...show, goals: show.goals.map((goal) => ({ ...goal, target: 100 })) };
    expect(run([...gifts, { input: 'show', at: START, show: changed }]).state.goals.get('first-goal')).toMatchObject({
      value: 150,
      target: 200,
      reached: 1,
    });
  });

  test('what waits for a spotlight that is gone goes with it', () => {
    const { state } = run([event(aFollow()), { input: 'show', at: START, show: { ...show, pieces: [] } }]);
    expect(state.queues.size).toBe(0);
  });
});

const someEvent: fc.Arbitrary<StreamEvent> = fc
  .tuple(fc.constantFrom('ines', 'mirek', 'hana', 'nour'), fc.nat(400), fc.nat(3), fc.integer({ min: 0, max: 90_000 }))
  .map(([by, n, kind, after]) => {
    const when = { by, at: START + after, seenAt: START + after };
    if (kind === 0) return aLike({ ...when, count: n });
    if (kind === 1) return aGift({ ...when, count: n % 7, unitCoins: n % 50 });
    return kind === 2 ? aFollow(when) : aChat(when);
  });

test('tallies are what a naive recount makes of the events', () => {
  fc.assert(
    fc.property(fc.array(someEvent, { maxLength: 120 }), (events) => {
      const { state } = run(events.map(event));
      const sum = (pick: (e: StreamEvent) => number): number => events.reduce((all, e) => all + pick(e), 0);
      const likes = (e: StreamEvent): number => (e.kind === 'like' ? e.count : 0);
      const coins = (e: StreamEvent): number => (e.kind === 'gift' ? e.count * e.unitCoins : 0);
      expect(state.totals).toMatchObject({
        events: events.length,
        likes: sum(likes),
        coins: sum(coins),
        gifts: sum((e) => (e.kind === 'gift' ? e.count : 0)),
      });
      for (const tally of state.viewers.values()) {
        const { key } = tally;
        const own = events.filter((e) => `f/${e.viewer?.id}` === key);
        expect(tally).toMatchObject({
          likes: own.reduce((all, e) => all + likes(e), 0),
          coins: own.reduce((all, e) => all + coins(e), 0),
          follows: own.filter(({ kind }) => kind === 'follow').length,
        });
      }
      const naive = [...state.viewers.values()]
        .filter((t) => t.coins > 0 || t.likes > 0)
        .sort((a, b) => b.coins - a.coins || b.likes - a.likes || (a.id < b.id ? -1 : 1));
      expect(state.derived.boards[0]?.places.map(({ id }) => id)).toEqual(naive.map(({ id }) => id));
    }),
    { numRuns: 60 },
  );
});

test('the same inputs give the same state, also across a serialize and deserialize in the middle', () => {
  fc.assert(
    fc.property(fc.array(someEvent, { maxLength: 60 }), fc.nat(60), (events, cut) => {
      const inputs = events.map(event);
      const whole = run(inputs).state;
      let state = run(inputs.slice(0, cut)).state;
      state = deserialize(JSON.parse(JSON.stringify(serialize(state))));
      for (const input of inputs.slice(cut)) fold(state, structuredClone(input));
      expect(canonicalize(serialize(state))).toBe(canonicalize(serialize(whole)));
    }),
    { numRuns: 40 },
  );
});

test('a new session starts from nothing', () => {
  const { state } = run([
    event(aGift({ count: 30 })),
    { input: 'end', at: START + 1 },
    { input: 'begin', at: START + 2, session: 'two' },
  ]);
  expect(state).toMatchObject({ session: { id: 'two', endedAt: null }, totals: { events: 0, coins: 0 } });
  expect(state.viewers.size).toBe(0);
  expect(state.goals.get('first-goal')).toMatchObject({ value: 0, target: 200 });
});
