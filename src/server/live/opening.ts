import type { Input } from '@/core/session/input';
import type { SessionState } from '@/core/session/state';
import type { Show } from '@/core/show/show';
import type { Journal, Journals } from '@/server/door/journal';
import { Runtime } from '@/server/runtime/runtime';

/**
 * The newest journal of a show, and what it comes to; a new one where there is none.
 * @param history makes the state again from all that the journal holds
 */
export function openRuntime(
  show: Show,
  journals: Journals,
  { now, history }: { now: () => number; history: () => SessionState },
): { journal: Journal; runtime: Runtime; again: boolean } {
  const last = journals.numbers().at(-1);
  if (last !== undefined) {
    const { journal, recovered } = journals.recover(last);
    return { journal, runtime: Runtime.readBack(show, recovered, () => journal.history(), history), again: true };
  }
  const first: Input = { input: 'show', at: now(), show };
  const runtime = Runtime.of(show, history);
  runtime.apply(first, false);
  return { journal: journals.create([first]), runtime, again: false };
}
