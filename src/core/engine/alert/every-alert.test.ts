import fc from 'fast-check';
import { aFollow, aGift, START } from '@/core/event/examples';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import type { Command } from '@/core/session/input';
import { CALM, PLAIN, type QueuePlan } from './plan';
import { ANY } from '@/core/engine/cue/range';
import { deserialize, newState, serialize, type SessionState } from '@/core/session/state';

/* Every alert that is asked for ends exactly once: as shown, as a line, or as cleared by hand. Whatever is done meanwhile. */

const base = plainly(starterShow('s'));
const SECOND = 'second';
const [first] = base.pieces.filter(({ kind }) => kind === 'spotlight');
if (first?.kind !== 'spotlight') throw new Error('The starter show has a spotlight.');
const shows = (spotlight: string): Show['cues'][number]['steps'] => [
  { kind: 'show', spotlight, words: '{viewer} {count}', seconds: 3 },
];
const cues = [
  newCue('follows', { kind: 'follow' }, shows('spotlight')),
  newCue('gifts', { kind: 'gift', gifts: [], coins: ANY, at: 'step' }, shows('spotlight')),
  newCue('both', { kind: 'share' }, [...shows(SECOND), { kind: 'wait', seconds: 2 }, ...shows('spotlight')]),
];
const withPlan = (queue: QueuePlan, second: boolean): Show => ({
  ...base,
  cues,
  pieces: [{ ...first, queue }, ...(second ? [{ ...first, id: SECOND, queue }] : [])],
});

const plan: fc.Arbitrary<QueuePlan> = fc.record({
  mode: fc.constantFrom('one', 'newest', 'places'),
  places: fc.integer({ min: 2, max: 4 }),
  merge: fc.boolean(),
  shorten: fc.boolean(),
  byWorth: fc.boolean(),
  longestWait: fc.constantFrom(0, 0, 5, 20),
});
const spotlight = fc.constantFrom('spotlight', SECOND);
const doing = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      does: fc.constant('event' as const),
      what: fc.constantFrom('follow', 'gift', 'gift', 'share'),
      by: fc.nat(4),
    }),
  },
  { weight: 3, arbitrary: fc.record({ does: fc.constant('time' as const) }) },
  { weight: 1, arbitrary: fc.record({ does: fc.constant('hold' as const), spotlight, on: fc.boolean() }) },
  { weight: 2, arbitrary: fc.record({ does: fc.constantFrom('skip' as const, 'replay' as const), which: fc.nat(30) }) },
  { weight: 1, arbitrary: fc.record({ does: fc.constantFrom('clear' as const, 'unclear' as const), spotlight }) },
  { weight: 1, arbitrary: fc.record({ does: fc.constant('blackout' as const), on: fc.boolean() }) },
  { weight: 1, arbitrary: fc.record({ does: fc.constant('plan' as const), plan, second: fc.boolean() }) },
  { weight: 1, arbitrary: fc.record({ does: fc.constant('end' as const) }) },
);
const steps = fc.array(
  fc.record({ doing, after: fc.oneof(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 90_000 })) }),
  { minLength: 5, maxLength: 80 },
);

/** Holds end, and time passes until nothing plays or waits. */
function drain(state: SessionState, emit: (effect: Effect) => void): void {
  fold(state, { input: 'command', at: state.now, command: { command: 'blackout', on: false } }, emit);
  for (const one of ['spotlight', SECOND])
    fold(state, { input: 'command', at: state.now, command: { command: 'hold', spotlight: one, on: false } }, emit);
  for (let n = 0; n < 40; n += 1) fold(state, { input: 'tick', at: state.now + 200_000 }, emit);
}

test('each ends once, whatever is done', () => {
  fc.assert(
    fc.property(plan, steps, (begun, all) => {
      const state = newState(withPlan(begun, true));
      const asked = new Set<string>();
      const ended = new Map<string, string>();
      const emit = (effect: Effect): void => {
        if (effect.effect === 'alert' && !effect.joined) asked.add(effect.alert.id);
        if (effect.effect !== 'played' && effect.effect !== 'passed' && effect.effect !== 'cleared') return;
        expect([effect.alert.id, asked.has(effect.alert.id), ended.get(effect.alert.id)]).toEqual([
          effect.alert.id,
          true,
          undefined,
        ]);
        ended.set(effect.alert.id, effect.effect);
        // What was shown had begun, and what was not had not: it was on no frame.
        if (effect.effect === 'played') expect(effect.alert.until).toBeGreaterThanOrEqual(effect.alert.from);
        else expect(effect.alert.begun).toBe(false);
        if (effect.effect === 'passed') expect(state.lines.at(-1)?.id).toBe(effect.alert.id);
      };
      let at = START;
      fold(state, { input: 'begin', at, session: 'one' }, emit);
      const command = (one: Command): void => void fold(state, { input: 'command', at, command: one }, emit);
      for (const [n, { doing: each, after }] of all.entries()) {
        at += after;
        switch (each.does) {
          case 'event': {
            const by = `v${each.by}`;
            const event =
              each.what === 'gift'
                ? aGift({ by, count: 1 })
                : { ...aFollow({ by }), kind: each.what === 'share' ? ('share' as const) : ('follow' as const) };
            fold(state, { input: 'event', at, event: { ...event, id: `e${n}`, at, seenAt: at } }, emit);
            break;
          }
          case 'time':
            fold(state, { input: 'tick', at }, emit);
            break;
          case 'blackout':
            command({ command: 'blackout', on: each.on });
            break;
          case 'hold':
            command({ command: 'hold', spotlight: each.spotlight, on: each.on });
            break;
          case 'skip':
          case 'replay':
            command({ command: each.does, alert: `a${each.which}` });
            break;
          case 'clear':
          case 'unclear':
            command({ command: each.does, spotlight: each.spotlight });
            break;
          case 'plan':
            fold(state, { input: 'show', at, show: withPlan(each.plan, each.second) }, emit);
            break;
          case 'end':
            fold(state, { input: 'end', at }, emit);
            break;
        }
      }
      drain(state, emit);
      expect([...asked].filter((id) => !ended.has(id))).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

test.each([
  ['one', { ...CALM, merge: false }],
  ['newest', { ...PLAIN, mode: 'newest' as const }],
])('a hold of more than a minute (%s): what waited and is not shown is named in a line', (mode, queue) => {
  const state = newState(withPlan(queue, false));
  let at = START;
  fold(state, { input: 'begin', at, session: 'one' });
  // Before the first alert: it is held back all the same.
  fold(state, { input: 'command', at, command: { command: 'hold', spotlight: 'spotlight', on: true } });
  for (const by of ['ines', 'hana', 'mirek']) {
    at += 1000;
    fold(state, { input: 'event', at, event: { ...aFollow({ by }), id: by, at, seenAt: at } });
  }
  expect(
    state.queues
      .get('spotlight')
      ?.list()
      .filter(({ from }) => from <= at),
  ).toEqual([]);
  at += 90_000;
  fold(state, { input: 'command', at, command: { command: 'hold', spotlight: 'spotlight', on: false } });
  const shown =
    state.queues
      .get('spotlight')
      ?.list()
      .map(({ values }) => values.viewer) ?? [];
  const lines = state.lines.map(({ text }) => text.split(' ')[0]);
  expect([...lines, ...shown]).toEqual(['ines', 'hana', 'mirek']);
  expect(shown).toEqual(mode === 'newest' ? ['mirek'] : []);
});

test('what is cleared by hand is no line: nothing waited for too long', () => {
  const state = newState(withPlan(PLAIN, false));
  fold(state, { input: 'begin', at: START, session: 'one' });
  for (const by of ['ines', 'hana'])
    fold(state, { input: 'event', at: START, event: { ...aFollow({ by }), id: by, at: START, seenAt: START } });
  const effects: string[] = [];
  fold(
    state,
    { input: 'command', at: START + 500, command: { command: 'clear', spotlight: 'spotlight' } },
    ({ effect }) => void effects.push(effect),
  );
  expect([effects, state.lines, state.played.map(({ values }) => values.viewer)]).toEqual([
    ['played', 'cleared'],
    [],
    ['ines', 'hana'],
  ]);
});

test('what was cleared by hand is brought back in its order, behind what has come since; after a while it is not', () => {
  const state = newState({ ...base, cues: [newCue('c', { kind: 'follow' }, shows('spotlight'))] });
  const at = (ms: number): number => START + ms;
  fold(state, { input: 'begin', at: START, session: 'one' });
  for (const [n, by] of ['ines', 'mirek', 'hana'].entries())
    fold(state, { input: 'event', at: at(n), event: { ...aFollow({ id: by, by }), at: at(n), seenAt: at(n) } });
  const texts = (): string[] =>
    state.queues
      .get('spotlight')
      ?.list()
      .map(({ text }) => text) ?? [];
  const all = texts();
  expect(all).toHaveLength(3);
  const command = (ms: number, done: Command): void =>
    void fold(state, { input: 'command', at: at(ms), command: done });
  command(500, { command: 'clear', spotlight: 'spotlight' });
  expect(texts()).toEqual([]);
  fold(state, {
    input: 'event',
    at: at(600),
    event: { ...aFollow({ id: 'teo', by: 'teo' }), at: at(600), seenAt: at(600) },
  });
  // As a server that was restarted meanwhile would have it.
  const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as Parameters<typeof deserialize>[0]);
  for (const each of [state, again])
    fold(each, { input: 'command', at: at(8000), command: { command: 'unclear', spotlight: 'spotlight' } });
  expect(texts()).toEqual(all);
  expect(
    again.queues
      .get('spotlight')
      ?.list()
      .map(({ text }) => text),
  ).toEqual(all);
  // Once only, and not for ever.
  command(8100, { command: 'unclear', spotlight: 'spotlight' });
  expect(texts()).toEqual(all);
  command(8200, { command: 'clear', spotlight: 'spotlight' });
  command(30_000, { command: 'unclear', spotlight: 'spotlight' });
  expect(texts()).toEqual([]);
});
