import type { Alert } from './alert';
import { AlertQueue } from './queue';
import type { Say } from './alert-list';
import { withoutIsolates } from '@/core/words/isolate';
import { takeApart } from '@/core/words/message';

export const asked = (id: string, at: number, length: number, more: Partial<Alert> = {}): Alert => ({
  id,
  at,
  length,
  from: 0,
  until: 0,
  place: 0,
  text: '',
  sounds: [],
  begun: false,
  cue: 'c',
  spotlight: 's',
  words: '{viewer} sent {count}',
  values: { viewer: id, count: 1 },
  trial: false,
  joins: null,
  key: null,
  names: [],
  worth: 0,
  ...more,
});
export const say: Say = (_words, values) => withoutIsolates(takeApart('{viewer} × {count}', 'en-GB')(values));
export const add = (queue: AlertQueue, id: string, now: number, length: number, more: Partial<Alert> = {}) =>
  queue.add(asked(id, now, length, more), now);
/** One gift of a viewer, for a queue that joins. */
export const gift = (by: string, what = 'pot'): Partial<Alert> => ({
  joins: 'add',
  key: `f/${by}/${what}`,
  names: [by],
  values: { viewer: by, count: 1 },
});
