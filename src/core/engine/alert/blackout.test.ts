import { aFollow, START } from '@/core/event/examples';
import { fold } from '@/core/session/fold';
import type { Command, Input } from '@/core/session/input';
import { deserialize, newState, serialize, type SessionState } from '@/core/session/state';
import { outletFrame } from '@/core/stage/outlet-frame';
import { base, cue, words } from '@/core/engine/cue/fire.setup';

const sounding = cue({ kind: 'follow' }, '{viewer} follows', {
  steps: [words('{viewer} follows', 4), { kind: 'play', sound: 'wood-block', volume: 80 }],
});
const show = { ...base, cues: [sounding] };
const follow = (by: string, s: number): Input => ({
  input: 'event',
  at: START + s * 1000,
  event: { ...aFollow({ by }), at: START + s * 1000, seenAt: START + s * 1000 },
});
const tell = (command: Command, s: number): Input => ({ input: 'command', at: START + s * 1000, command });
const tick = (s: number): Input => ({ input: 'tick', at: START + s * 1000 });
const after = (...inputs: Input[]): SessionState => {
  const state = newState(show);
  for (const input of [{ input: 'begin', at: START, session: 'one' } as const, ...inputs]) fold(state, input);
  return state;
};
const waiting = (state: SessionState): string[] =>
  state.queues
    .get('spotlight')
    ?.list()
    .map(({ text }) => text) ?? [];
const shown = (state: SessionState): number =>
  outletFrame(state.show, { ...state, by: state.show.outlets[0] ?? 'app' }).pieces.length;

test('one press takes everything off the frame and silences it, at once and for what comes', () => {
  const before = after(follow('ines', 1));
  expect(shown(before)).toBeGreaterThan(0);
  expect(before.heard.map(({ kind }) => kind)).toEqual(['sound']);
  const state = after(follow('ines', 1), tell({ command: 'blackout', on: true }, 2), follow('hana', 3), tick(60));
  expect(shown(state)).toBe(0);
  expect(state.heard.map(({ kind }) => kind)).toEqual(['sound', 'hush']);
});

test('its opposite brings all of it back: nobody is left out, also not who was cut short', () => {
  const dark = [follow('ines', 1), tell({ command: 'blackout', on: true }, 2), follow('hana', 3)];
  expect(waiting(after(...dark, tick(60)))).toEqual(['ines follows', 'hana follows']);
  const light = after(...dark, tick(60), tell({ command: 'blackout', on: false }, 61), tick(63));
  expect(shown(light)).toBeGreaterThan(0);
  const [first] = light.queues.get('spotlight')?.list() ?? [];
  expect(first).toMatchObject({ text: 'ines follows', from: START + 61_000 });
  expect(light.heard.at(-1)).toMatchObject({ kind: 'sound', at: START + 61_000 });
});

test('a spotlight that was held before stays held', () => {
  const state = after(
    tell({ command: 'hold', spotlight: 'spotlight', on: true }, 1),
    tell({ command: 'blackout', on: true }, 2),
    tell({ command: 'blackout', on: false }, 3),
  );
  expect(state.queues.get('spotlight')?.held).toBe(true);
});

test('read back it is as dark as it was', () => {
  const state = after(tell({ command: 'blackout', on: true }, 2));
  const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
  expect(again.blackout).toEqual([]);
  expect(shown(again)).toBe(0);
});
