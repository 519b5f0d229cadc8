import { z } from 'zod';
import type { Feature, Host } from '@/core/engine/kernel/feature';
import { emptyShelf, shelve, type ShelfState } from './slice';

/* The shelf: the gifts of a session, in the order in which they came. */

export interface ShelfSlice {
  shelf: ShelfState;
}
export type ShelfHost = Host<object, ShelfSlice>;

export const shelf = {
  name: 'shelf',
  create: (): ShelfSlice => ({ shelf: emptyShelf() }),
  saved: {
    shelf: z.object({ latest: z.array(z.object({ name: z.string(), coins: z.number() })), all: z.number() }),
  },
  serialize: ({ shelf: state }) => ({ shelf: state }),
  deserialize: (saved: ShelfSlice) => saved,
  listens: () => ({ record: ['gift'] }),
  record(state, event) {
    if (event.kind === 'gift') shelve(state.shelf, event);
  },
} satisfies Feature<object, ShelfSlice>;
