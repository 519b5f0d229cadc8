import { z } from 'zod';
import { NEVER, type OwnMoment, type WhenKind } from '@/core/engine/kernel/when';
import { phrase } from '@/core/words/phrase';

/** `least`: how many. */
const schema = z.object({ kind: z.literal('watching'), least: z.number().int().min(1).max(10_000_000) });

/** It has been said how many watch now. */
export interface WatchingMoment extends OwnMoment {
  watching: number;
}

/** It is not told again before it has fallen to this share of what is waited for: a figure that wavers about it would tell it each time. */
const FALLEN = 0.9;

/** So many watch: each time it rises to that. What it remembers is whether it stands above, in its one entry. */
export const watching: WhenKind<z.infer<typeof schema>, WatchingMoment> = {
  kind: 'watching',
  schema,
  title: phrase('So many people watch'),
  group: phrase('The show'),
  triggers: () => ['watching'],
  make: () => ({ kind: 'watching', least: 100 }),
  fires({ least }, moment, memory) {
    const isAbove = memory.recent.length > 0;
    if (isAbove && moment.watching < least * FALLEN) memory.recent = [];
    if (isAbove || moment.watching < least) return NEVER;
    memory.recent = [{ at: moment.now, count: 1 }];
    return [{ count: moment.watching, total: moment.watching }];
  },
  sample: ({ least }) => ({ count: least, total: least }),
  sentence: ({ least }) =>
    phrase(
      'at least <set-least>{least, number}</set-least> {least, plural, one {person watches} other {people watch}}',
      {
        least,
      },
    ),
  settings: [{ field: 'least', label: phrase('How many'), setting: 'number', least: 1, most: 10_000_000, step: 10 }],
};
