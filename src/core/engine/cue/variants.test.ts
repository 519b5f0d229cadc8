import fc from 'fast-check';
import { aFollow, aGift, START } from '@/core/event/examples';
import { newCue, starterShow } from '@/core/show/starter';
import type { Cue, Show } from '@/core/show/show';
import { fold } from '@/core/session/fold';
import type { Input } from '@/core/session/input';
import { deserialize, newState, serialize, type SessionState } from '@/core/session/state';
import { ANY } from './range';
import type { Effect } from '@/core/engine/kernel/effect';

/* Several wordings of one step: by chance, never the same twice running, or in turn. */

const showWith = (steps: Cue['steps'], when: Cue['when'] = { kind: 'follow' } as never): Show => ({
  ...starterShow('v'),
  followAgain: 'each',
  cues: [newCue('c', when, steps)],
});
const wordings = (by?: 'chance' | 'turn', weights: (number | undefined)[] = [undefined, undefined]): Cue['steps'] => [
  {
    kind: 'show',
    spotlight: 'spotlight',
    words: 'A {viewer}',
    seconds: 1,
    ...(by ? { by } : {}),
    more: ['B {viewer}', 'C {viewer}'].map((words, n) => ({
      words,
      ...(weights[n] === undefined ? {} : { weight: weights[n] }),
    })),
  },
];
/** The first letters of what was shown, follow by follow, far apart. */
function shown(show: Show, count: number, from = 0, state: SessionState = fresh(show)): string {
  let letters = '';
  const hear = (effect: Effect): void => {
    if (effect.effect === 'alert') letters += effect.alert.text.replace(/[\u2066-\u2069]/g, '')[0] ?? '';
  };
  for (let n = from; n < from + count; n += 1) {
    const at = START + n * 60_000;
    fold(state, { input: 'event', at, event: aFollow({ id: `f${n}`, by: `v${n}`, at, seenAt: at }) }, hear);
  }
  return letters;
}
function fresh(show: Show): SessionState {
  const state = newState(show);
  fold(state, { input: 'begin', at: START - 1, session: 's' });
  return state;
}

test('in turn: one after another, and after being saved and read back goes on where it was', () => {
  const show = showWith(wordings('turn'));
  expect(shown(show, 7)).toBe('ABCABCA');
  const state = fresh(show);
  expect(shown(show, 4, 0, state)).toBe('ABCA');
  const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as never);
  expect(shown(show, 3, 4, again)).toBe('BCA');
});

test('by chance: never the same twice running, each of them comes, and weights tell', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }), (b, c) => {
      const letters = shown(showWith(wordings(undefined, [b, c])), 120);
      expect(letters).toMatch(/^[ABC]{120}$/);
      expect(letters).not.toMatch(/(.)\1/);
      expect(new Set(letters).size).toBe(3);
    }),
    { numRuns: 20 },
  );
  // After any other, B is twenty times as likely as C: it comes about every second time, and C every fourth.
  const heavy = shown(showWith(wordings('chance', [20, 1])), 300);
  expect(heavy.split('B').length).toBeGreaterThan(heavy.split('C').length * 1.4);
});

test('a trial looks at one of them and leaves no trace', () => {
  const state = fresh(showWith(wordings('turn')));
  for (let n = 0; n < 3; n += 1)
    fold(state, { input: 'command', at: START + n, command: { command: 'try', cue: 'c' } });
  expect(shown(state.show, 3, 10, state)).toBe('ABC');
});

test('a sound that is heard with the alert varies as well, and is chosen once for each alert', () => {
  const show = showWith([
    ...wordings('turn'),
    { kind: 'wait', seconds: 1 },
    { kind: 'play', sound: 'wood-block', volume: 100, by: 'turn', more: [{ sound: 'bell' }] },
  ]);
  const state = fresh(show);
  const heard: string[] = [];
  const input = (at: number, rest: object): void =>
    void fold(state, { at, ...rest } as Input, (effect) => {
      if (effect.effect === 'alert')
        heard.push(...effect.alert.sounds.map((each) => ('sound' in each ? each.sound : '')));
    });
  for (let n = 0; n < 4; n += 1) {
    const at = START + n * 60_000;
    input(at, { input: 'event', event: aFollow({ id: `f${n}`, by: `v${n}`, at, seenAt: at }) });
    // The wait ends, and the cue's later steps are gone through.
    input(at + 2000, { input: 'tick' });
  }
  expect(heard).toEqual(['wood-block', 'bell', 'wood-block', 'bell']);
});

test('steps of one streak are joined whatever their wording: the first one’s stays', () => {
  const steps = wordings('turn').map((step) => ({ ...step, seconds: 20 })) as Cue['steps'];
  const show = showWith(steps, { kind: 'gift', gifts: [], coins: ANY, at: 'step' } as never);
  const state = fresh(show);
  const texts = new Set<string>();
  for (let n = 0; n < 4; n += 1) {
    const at = START + n * 500;
    const event = { ...aGift({ id: `g${n}`, count: 1, at, seenAt: at }), streakId: 's', streakOpen: true };
    fold(state, { input: 'event', at, event }, (effect) => {
      if (effect.effect === 'alert') texts.add(effect.alert.id);
    });
  }
  expect(texts.size).toBe(1);
});
