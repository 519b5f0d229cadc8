import { cueProblem } from '@/core/show/sentence';
import { serialize, deserialize, newState } from '@/core/session/state';
import type { Step } from '@/core/engine/kinds';
import { inScene, sceneOf } from '@/core/engine/feature/scene/schema';
import { aFollow, START } from '@/core/event/examples';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import { ALWAYS } from '@/core/engine/cue/conditions';
import type { Input } from '@/core/session/input';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { inEnglish } from '@/core/words/in-english.setup';

const words = (said: string): Step => ({ kind: 'show', spotlight: 'spotlight', words: said, seconds: 1 });
const base: Show = {
  ...plainly(starterShow('s')),
  scenes: [
    { id: 'before', name: 'Before' },
    { id: 'live', name: 'Live' },
  ],
  cues: [],
};

function session(more: Partial<Show> = {}) {
  const state = newState({ ...base, ...more });
  const effects: Effect[] = [];
  const put = (input: Input): void => void fold(state, input, (effect) => void effects.push(structuredClone(effect)));
  put({ input: 'begin', at: START, session: 'one' });
  return {
    state,
    put,
    scene: (scene: string) => put({ input: 'command', at: START, command: { command: 'scene', scene } }),
    follow: (id: string) => put({ input: 'event', at: START, event: aFollow({ id, by: id }) }),
    texts: () => effects.flatMap((effect) => (effect.effect === 'alert' ? [effect.alert.text] : [])),
    held: () => effects.flatMap((effect) => (effect.effect === 'held' ? [effect.why] : [])),
  };
}

test('a piece that names none is in all scenes; the scene asked for, else the first', () => {
  expect([
    inScene({}, 'live'),
    inScene({ scenes: ['live'] }, 'live'),
    inScene({ scenes: ['live'] }, 'before'),
    inScene({ scenes: [] }, 'live'),
    inScene({ scenes: ['live'] }, ''),
  ]).toEqual([true, true, false, false, true]);
  expect([sceneOf(base.scenes, 'live'), sceneOf(base.scenes, 'gone'), sceneOf([], 'live')]).toEqual([
    'live',
    'before',
    '',
  ]);
});

test('a session begins in the first; a scene that is shown sets its cues off, once, and one that is there already does not', () => {
  const { state, scene, texts } = session({
    cues: [
      newCue('any', { kind: 'scene', scene: '' }, [words('{goal}')]),
      newCue('live', { kind: 'scene', scene: 'live' }, [words('on')]),
    ],
  });
  expect(state.scene).toBe('before');
  scene('live');
  scene('live');
  scene('gone');
  scene('before');
  expect([texts(), state.scene]).toEqual([['Live', 'on', 'Before'], 'before']);
});

test('a cue changes the scene, and cues that send each other to and fro come to an end', () => {
  const to = (id: string, scene: string) =>
    newCue(id, { kind: 'scene' as const, scene: id }, [{ kind: 'scene' as const, scene }]);
  const { state, follow } = session({
    cues: [
      newCue('f', { kind: 'follow' }, [{ kind: 'scene', scene: 'live' }]),
      to('live', 'before'),
      to('before', 'live'),
    ],
  });
  follow('a');
  expect([['before', 'live'].includes(state.scene), state.derived.later]).toEqual([true, []]);
});

test('a cue that is for certain scenes is held back in the others, and says so when they are gone', () => {
  const only = { ...newCue('f', { kind: 'follow' }, [words('{viewer}')]), holds: { ...ALWAYS, scenes: ['live'] } };
  const { scene, follow, texts, held } = session({ cues: [only] });
  follow('a');
  scene('live');
  follow('b');
  expect([texts(), held()]).toEqual([['b'], ['scene']]);
  const feeds: Show['feeds'] = [
    { id: 'f', platform: 'brindle', handle: 'x', on: true, rate: { coin: 0, kept: 0 }, admitted: [] },
  ];
  expect(cueProblem(only, { ...base, feeds })).toBeNull();
  expect(inEnglish(cueProblem(only, { ...base, feeds, scenes: [] }))).toBe(
    'It cannot fire. The scenes that it is for are gone.',
  );
});

test('another setup keeps the scene while it is there; a frozen state has it', () => {
  const { state, scene, put } = session();
  scene('live');
  put({ input: 'show', at: START, show: { ...base, name: 'Other' } });
  expect([
    state.scene,
    deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>).scene,
  ]).toEqual(['live', 'live']);
  put({ input: 'show', at: START, show: { ...base, scenes: base.scenes.slice(0, 1) } });
  expect(state.scene).toBe('before');
});
