import type { Show } from '@/core/show/show';
import { readBeginning } from './beginning';
import { readHistory } from './history-store';
import { readIndex, readStoredShow } from './library';
import { readSessions } from './session-store';

/** The show that a new browser begins with, where nothing has been done with it: whoever brings theirs has no use for it. */
export async function untouchedStarter(): Promise<Show | null> {
  const [only, ...others] = (await readIndex())?.shows ?? [];
  if (!only || others.length > 0) return null;
  // The questions may have been passed over, and the show used all the same.
  const show = await readStoredShow(only.id);
  if (!show) return null;
  const { done, undone } = await readHistory(show);
  const used = done.length + undone.length + (await readSessions(only.id)).length > 0;
  return used || (await readBeginning(only.id)).at !== 'ask' ? null : show;
}
