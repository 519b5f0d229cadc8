import { z } from 'zod';
import type { Feature } from '@/core/engine/kernel/feature';
import { floatChat, type DriftDerived, type DriftSlice } from './slice';
import { drift as step } from './step';

/* Drift: the emoji of chat, and those that cues throw, float across the frame. */

const text = z.string();
const number = z.number();

export const drift = {
  name: 'drift',
  steps: [step],
  create: (): DriftSlice => ({ floating: [], floats: 0 }),
  saved: { floating: z.array(z.object({ id: text, at: number, emoji: text })), floats: number },
  serialize: ({ floating, floats }) => ({ floating, floats }),
  deserialize: (saved: DriftSlice) => saved,
  derive: ({ show }) => ({ drifts: show.pieces.some(({ kind }) => kind === 'drift') }),
  listens: ({ pieces }) => (pieces.some(({ kind }) => kind === 'drift') ? { keep: ['chat'] } : {}),
  keep(state, event) {
    if (event.kind === 'chat') floatChat(state, event.text);
  },
} satisfies Feature<object, DriftSlice, DriftDerived>;
