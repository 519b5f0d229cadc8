import { z } from 'zod';
import { firstEmoji, throwEmoji, type DriftHost } from './slice';
import type { StepKind } from '@/core/engine/kernel/feature';
import { phrase } from '@/core/words/phrase';

const schema = z.object({
  kind: z.literal('drift'),
  emoji: z.string().max(40),
  count: z.number().int().min(1).max(60),
});

/** Lets emoji float across the frame. */
export const drift: StepKind<z.infer<typeof schema>, object, DriftHost> = {
  kind: 'drift',
  schema,
  title: phrase('Let emoji drift'),
  make: () => ({ kind: 'drift', emoji: '🔥', count: 12 }),
  sentence: ({ emoji, count }) =>
    phrase('let <set-count>{count}</set-count> <set-emoji>{emoji}</set-emoji> drift', {
      count,
      emoji: firstEmoji(emoji) ?? '…',
    }),
  settings: [
    { field: 'emoji', label: phrase('Which emoji'), setting: 'text', most: 40, placeholder: '🔥' },
    { field: 'count', label: phrase('How many'), setting: 'number', least: 1, most: 60, step: 3 },
  ],
  problem(step, of) {
    if (firstEmoji(step.emoji) === null) return phrase('It has no emoji to show.');
    return of.pieces.some(({ kind }) => kind === 'drift')
      ? null
      : phrase('There is no drift on the stage, where emoji float. Add one there.');
  },
  run: (state, { emoji, count }) => throwEmoji(state, emoji, count),
};
