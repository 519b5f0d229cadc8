import type { Journal } from '@/server/door/journal';

/** So often what came while it was written is written as well. */
const MOST_TIMES = 10;

/** Resolves to true at a moment when nothing waits to be kept, or to false where that cannot be, or does not come soon. */
export async function settled(journal: Pick<Journal, 'flush' | 'idle'>): Promise<boolean> {
  for (let times = 0; times < MOST_TIMES; times += 1) {
    if (!(await journal.flush())) return false;
    if (journal.idle) return true;
  }
  return false;
}
