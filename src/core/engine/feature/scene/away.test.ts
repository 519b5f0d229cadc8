import { START } from '@/core/event/examples';
import { fold } from '@/core/session/fold';
import type { Command } from '@/core/session/input';
import { deserialize, newState, serialize, type SessionState } from '@/core/session/state';
import { starterShow } from '@/core/show/starter';

const scenes = ['before', 'live', 'away'].map((id) => ({ id, name: id }));
const show = { ...starterShow('s'), scenes, awayScene: 'away' };
const after = (...commands: Command[]): SessionState => {
  const state = newState(show);
  commands.forEach((command, n) => fold(state, { input: 'command', at: START + n, command }));
  return state;
};
const live: Command = { command: 'scene', scene: 'live' };
const away: Command = { command: 'away', on: true };
const back: Command = { command: 'away', on: false };

test('one press shows the scene for being away, the next brings back the one before', () => {
  expect(after(live, away).scene).toBe('away');
  expect(after(live, away, away, back).scene).toBe('live');
  expect(after(live, back).scene).toBe('live');
});

test('read back while away, the way back is still known; reached by hand, the first of the others is', () => {
  const again = deserialize(JSON.parse(JSON.stringify(serialize(after(live, away)))) as ReturnType<typeof serialize>);
  fold(again, { input: 'command', at: START + 9, command: back });
  expect(again.scene).toBe('live');
  expect(after({ command: 'scene', scene: 'away' }, back).scene).toBe('before');
});
