import { viewerKey } from '@/core/event/viewer-key';
import { withoutViewer, type Forgotten } from '@/core/people/forget';
import type { SessionState } from '@/core/session/state';
import type { Journals } from '@/server/door/journal';
import { notKeptSays } from '@/server/door/not-kept';
import { phrase, type Sayable } from '@/core/words/phrase';

/** A viewer with the name that they are known by: it stands in the inputs too. */
export function viewerToForget({ viewers, past, ledger }: SessionState, { feed, viewer }: Forgotten): Forgotten {
  const known = viewers.get(feed, viewer) ?? past.viewers.get(viewerKey(feed, viewer)) ?? ledger.get(feed, viewer);
  return { feed, viewer, ...(known?.name ? { name: known.name } : {}) };
}

/**
 * Writes every journal anew without a viewer.
 * @returns why it could not be done, in words; null when it was. Those that were not written anew are as they were
 */
export function forgetIn(journals: Journals, viewer: Forgotten, failed: (error: unknown) => void): Sayable | null {
  try {
    for (const number of journals.numbers()) journals.rewrite(number, (input) => withoutViewer(input, viewer));
    return null;
  } catch (error) {
    // Whatever it is, the streamer is told that the viewer still stands there.
    failed(error);
    return notKeptSays(error) ?? phrase('a journal cannot be read');
  }
}
