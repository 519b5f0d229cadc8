import { aChat, START } from '@/core/event/examples';
import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { newCue, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { Stage, alternativeLines } from '@/core/stage/stage';
import { drift } from './drift';
import { liveOf } from './index';

const start = starterShow('s');
const piece = drift.make('d', start);
const show: Show = {
  ...start,
  pieces: [piece],
  cues: [newCue('throw', { kind: 'press', name: 'Throw' }, [{ kind: 'drift', emoji: 'so hot 🔥!', count: 20 }])],
};

function chat(texts: readonly string[], setup = show) {
  const state = newState(setup);
  fold(state, { input: 'begin', at: START, session: 'one' });
  texts.forEach((text, n) => fold(state, { input: 'event', at: START, event: aChat({ id: `c${n}`, text }) }));
  return state;
}
const emoji = (texts: readonly string[], setup?: Show): string[] =>
  chat(texts, setup).floating.map((each) => each.emoji);
const scene = (state: ReturnType<typeof chat>) => ({
  frame: show.frame,
  pieces: [piece],
  live: { d: liveOf(piece, state) },
});

test('emoji of the chat float, whole ones, five of a message at most; text does not', () => {
  expect(emoji(['no picture, 3 # 4', 'one 🔥'])).toEqual(['🔥']);
  expect(emoji(['👩‍🎨', '🇵🇹', '❤'])).toEqual(['👩‍🎨', '🇵🇹', '❤']);
  expect(emoji(['🔥'.repeat(50)]).length).toBe(5);
  expect(emoji(['🔥'], { ...show, pieces: [] })).toEqual([]);
});

test('a cue throws the first emoji of its words, so many; never more than a frame can bear', () => {
  const state = chat(['🏺']);
  for (let n = 0; n < 5; n += 1)
    fold(state, { input: 'command', at: START + n, command: { command: 'press', cue: 'throw' } });
  expect([state.floating.length, new Set(state.floating.map((each) => each.emoji))]).toEqual([60, new Set(['🔥'])]);
});

test('each floats up inside the piece, comes and goes unseen, and the same in every outlet', () => {
  const state = chat(['🔥🏺❤🔥🏺', '🌊🌊']);
  const stage = new Stage({ measure: (text) => text.length * 10, seen: 'air' });
  const other = new Stage({ measure: (text) => text.length * 10, seen: 'air' });
  const before = new Map<string, number>();
  for (let now = START; now < START + 7000; now += 100) {
    const { groups } = stage.at(scene(state), now);
    expect(other.at(scene(state), now).groups.map(({ key, dx, dy }) => [key, dx, dy])).toEqual(
      groups.map(({ key, dx, dy }) => [key, dx, dy]),
    );
    for (const { key, dx, dy, opacity } of groups) {
      expect([dx >= 0, dx + piece.size <= piece.place.w, dy >= 0, dy <= piece.place.h]).toEqual([
        true,
        true,
        true,
        true,
      ]);
      expect(dy).toBeLessThan(before.get(key) ?? Infinity);
      if (!before.has(key)) expect(opacity).toBeLessThan(0.5);
      before.set(key, dy);
    }
  }
  expect(before.size).toBe(7);
  expect(stage.at(scene(state), START + 7000)).toMatchObject({ groups: [], next: Infinity });
  // When the last is drawn for the last time, it is said for the last time.
  const ends =
    Array.from({ length: 700 }, (_, n) => START + n * 10).find(
      (now) => now > START + 1000 && stage.at(scene(state), now).groups.length === 0,
    ) ?? 0;
  expect([alternativeLines(scene(state), ends), alternativeLines(scene(state), ends - 20).length]).toEqual([[], 1]);
  expect(alternativeLines(scene(state), START + 100)).toEqual(['Drift: 🔥 🏺 ❤ 🔥 🏺 🌊 🌊']);
});
