import type { Conditions } from './conditions';
import { serialize, deserialize, newState } from '@/core/session/state';
import type { When } from '@/core/engine/kinds';
import canonicalize from 'canonicalize';
import fc from 'fast-check';
import type { StreamEvent } from '@/core/event/event';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import { newCue, starterShow } from '@/core/show/starter';
import type { Cue, Show } from '@/core/show/show';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import { ALWAYS } from './conditions';
import type { Input } from '@/core/session/input';
import { words, gift, run, tick } from './fire.setup';

const someCue: fc.Arbitrary<Cue> = fc
  .record({
    when: fc.constantFrom<When>(
      { kind: 'follow' },
      gift(),
      gift([{ id: 'pot', name: 'Pot' }]),
      { kind: 'every', every: 7, of: 'likes', by: 'viewer', within: 0 },
      { kind: 'every', every: 10, of: 'likes', by: 'session', within: 0 },
      { kind: 'chat', how: 'keyword', text: '!kiln' },
    ),
    holds: fc.constantFrom<Conditions>(
      ALWAYS,
      { ...ALWAYS, every: 5 },
      { ...ALWAYS, everyViewer: 20 },
      { ...ALWAYS, chance: 40 },
      { ...ALWAYS, times: 2 },
    ),
    wait: fc.boolean(),
  })
  .map(({ when, holds, wait }) => ({
    ...newCue(
      'c',
      when,
      wait ? [words('{viewer}'), { kind: 'wait', seconds: 4 }, words('later')] : [words('{viewer}')],
    ),
    holds,
  }));

const someEvents = fc
  .array(fc.tuple(fc.constantFrom('ines', 'hana', 'nour'), fc.nat(4), fc.integer({ min: 0, max: 6000 }), fc.nat(20)), {
    maxLength: 60,
  })
  .map((all) => {
    let seenAt = START;
    return all.map(([by, kind, after, n], at): StreamEvent => {
      seenAt += after;
      const when = { id: `q${at}`, by, at: seenAt, seenAt };
      if (kind === 0) return aFollow(when);
      if (kind === 1) return aGift({ ...when, count: 1 + (n % 3), giftId: n % 2 ? 'pot' : 'cup' });
      return kind === 2 ? aChat({ ...when, text: n % 2 ? '!kiln now' : 'hello' }) : aLike({ ...when, count: n });
    });
  });

test('no event that sets a cue off is without an effect or a reason, by a naive recount; and no cooldown is broken', () => {
  fc.assert(
    fc.property(fc.array(someCue, { minLength: 1, maxLength: 5 }), someEvents, (list, events) => {
      const cues = list.map((each, n) => ({ ...each, id: `c${n}` }));
      const { effects } = run(cues, events);
      for (const { id, when, holds } of cues) {
        let expected = 0;
        const likes = new Map<string, number>();
        let all = 0;
        for (const event of events) {
          if (when.kind === 'follow') expected += event.kind === 'follow' ? 1 : 0;
          else if (when.kind === 'gift')
            expected += event.kind === 'gift' && (when.gifts.length === 0 || event.giftId === 'pot') ? 1 : 0;
          else if (when.kind === 'chat') expected += event.kind === 'chat' && event.text.startsWith('!kiln') ? 1 : 0;
          else if (when.kind === 'every' && event.kind === 'like') {
            const by = event.viewer?.id ?? '';
            // One like at a time, as slowly as it can be done.
            for (let n = 0; n < event.count; n += 1) {
              likes.set(by, (likes.get(by) ?? 0) + 1);
              all += 1;
              if ((when.by === 'viewer' ? (likes.get(by) ?? 0) : all) % when.every === 0) expected += 1;
            }
          }
        }
        const fired = effects.flatMap((effect) =>
          effect.effect === 'alert' && effect.alert.cue === id && effect.alert.text !== 'later'
            ? [effect.alert.at]
            : [],
        );
        const held = effects.filter((effect) => effect.effect === 'held' && effect.cue === id).length;
        expect(fired.length + held).toBe(expected);
        if (holds.every > 0)
          fired.forEach((when, n) =>
            expect(when - (fired[n - 1] ?? -Infinity)).toBeGreaterThanOrEqual(holds.every * 1000),
          );
        if (holds.times > 0) expect(fired.length).toBeLessThanOrEqual(holds.times);
      }
    }),
    { numRuns: 80 },
  );
});

test('the same inputs give the same alerts, also across a serialize and deserialize in the middle of waits and cooldowns', () => {
  fc.assert(
    fc.property(fc.array(someCue, { minLength: 1, maxLength: 5 }), someEvents, fc.nat(60), (list, events, cut) => {
      const show: Show = { ...starterShow('s'), cues: list.map((each, n) => ({ ...each, id: `c${n}` })) };
      const inputs: Input[] = [
        { input: 'begin', at: START, session: 's' },
        ...events.map((event): Input => ({ input: 'event', at: event.seenAt, event })),
        tick(1000),
      ];
      const whole = newState(show);
      for (const input of inputs) fold(whole, structuredClone(input));
      let state = newState(show);
      for (const [n, input] of inputs.entries()) {
        if (n === cut) state = deserialize(JSON.parse(JSON.stringify(serialize(state))));
        fold(state, structuredClone(input));
      }
      expect(canonicalize(serialize(state))).toBe(canonicalize(serialize(whole)));
    }),
    { numRuns: 60 },
  );
});

test('200 gifts in a minute: every giver is seen within 90 s, nothing overlaps', () => {
  const show = starterShow('burst');
  const state = newState(show);
  const seen = new Map<string, number>();
  let last = 0;
  const emit = (effect: Effect): void => {
    if (effect.effect === 'passed') throw new Error('Somebody was passed over.');
    if (effect.effect !== 'played') return;
    expect(effect.alert.from).toBeGreaterThanOrEqual(last);
    last = effect.alert.until;
    for (const name of effect.alert.names) if (!seen.has(name)) seen.set(name, effect.alert.from);
  };
  fold(state, { input: 'begin', at: START, session: 'b' }, emit);
  for (let n = 0; n < 200; n += 1)
    fold(
      state,
      {
        input: 'event',
        at: START + n * 300,
        event: {
          ...aGift({ by: `giver ${(n * 7) % 120}` }),
          id: `b${n}`,
          at: START + n * 300,
          seenAt: START + n * 300,
        },
      },
      emit,
    );
  fold(state, tick(300), emit);
  expect(seen.size).toBe(120);
  for (const from of seen.values()) expect(from - START).toBeLessThan(90_000);
});
