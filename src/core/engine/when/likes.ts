import { z } from 'zod';
import { SAMPLE_VIEWER, viewerValues, type WhenKind } from './when';

const schema = z.object({
  kind: z.literal('likes'),
  /** Likes of one viewer from one time to the next. */
  every: z.number().int().min(1).max(1_000_000),
});

/** One message sets a cue off no more often than this; beyond it the latest count. A batch that large is a fault, not a viewer. */
const MOST_AT_ONCE = 50;

export const likes: WhenKind<'likes', typeof schema> = {
  kind: 'likes',
  schema,
  listens: 'like',
  title: 'One viewer keeps liking',
  make: () => ({ kind: 'likes', every: 100 }),
  fires({ every }, { event, likes: { before, after } }) {
    if (event.kind !== 'like' || !event.viewer) return [];
    const last = Math.floor(after / every);
    const first = Math.max(Math.floor(before / every) + 1, last - MOST_AT_ONCE + 1);
    const values = [];
    for (let n = first; n <= last; n += 1) values.push({ ...viewerValues(event), count: String(n * every), total: String(after) });
    return values;
  },
  sample: ({ every }) => ({ ...SAMPLE_VIEWER, count: String(every), total: String(every) }),
  sentence: ({ every }) => [
    { text: 'one viewer reaches every ' },
    { text: every === 1 ? '1 like' : `${every.toLocaleString('en')} likes`, field: 'every' },
  ],
};
