import { z } from 'zod';
import type { CommandKind } from '@/core/engine/kernel/feature';
import { hear, passOver, queueOf, show as ask, takenOut } from './playing';
import type { AlertHost } from './slice';

/*
 * Everything off the frame and silent at one press, and its opposite. Nothing is lost meanwhile: what played is shown again, and what comes
 * waits as in a spotlight that is held.
 */

const schema = z.object({ command: z.literal('blackout'), on: z.boolean() });
export const blackout: CommandKind<z.infer<typeof schema>, AlertHost> = {
  command: 'blackout',
  schema,
  run(state, { on }, emit) {
    if (on === (state.blackout !== null)) return;
    if (!on) {
      const heldBefore = state.blackout ?? [];
      state.blackout = null;
      for (const [spotlight, queue] of state.queues)
        if (!heldBefore.includes(spotlight)) passOver(state, queue.hold(false, state.now), emit);
      return;
    }
    hear(state, { kind: 'hush' }, state.now);
    const spotlights = [...state.derived.spotlights.keys()];
    state.blackout = spotlights.filter((id) => state.queues.get(id)?.held);
    for (const id of spotlights) {
      const queue = queueOf(state, id);
      passOver(state, queue.hold(true, state.now), emit);
      const playing = queue.list().filter(({ from, until }) => from <= state.now && until > state.now);
      for (const alert of playing) {
        const skipped = queue.skip(alert.id, state.now);
        if (!skipped) continue;
        takenOut(state, [skipped.gone], emit);
        passOver(state, skipped.passed, emit);
        ask(state, { ...alert, joins: null, key: null }, emit);
      }
    }
  },
};
