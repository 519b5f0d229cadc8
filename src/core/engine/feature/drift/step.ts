import { z } from 'zod';
import { firstEmoji } from './slice';
import type { StepKind } from '@/core/engine/cue/step/step';

const schema = z.object({
  kind: z.literal('drift'),
  emoji: z.string().max(40),
  count: z.number().int().min(1).max(60),
});

/** Lets emoji float across the frame. */
export const drift: StepKind<'drift', typeof schema> = {
  kind: 'drift',
  schema,
  title: 'Let emoji drift',
  make: () => ({ kind: 'drift', emoji: '🔥', count: 12 }),
  sentence: ({ emoji, count }) => [
    { text: 'let ' },
    { text: String(count), field: 'count' },
    { text: ' ' },
    { text: firstEmoji(emoji) ?? '…', field: 'emoji' },
    { text: ' drift' },
  ],
  settings: [
    { field: 'emoji', label: 'Which emoji', setting: 'text', most: 40, placeholder: '🔥' },
    { field: 'count', label: 'How many', setting: 'number', least: 1, most: 60, step: 3 },
  ],
  trouble(step, of) {
    if (firstEmoji(step.emoji) === null) return 'It has no emoji to show.';
    return of.pieces.some(({ kind }) => kind === 'drift')
      ? null
      : 'There is no drift on the stage, where emoji float. Add one there.';
  },
};
