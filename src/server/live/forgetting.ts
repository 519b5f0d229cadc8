import { viewerKey } from '@/core/event/viewer-key';
import { withoutViewer, type Forgotten } from '@/core/people/forget';
import type { SessionState } from '@/core/session/state';
import type { Journals } from '@/server/door/journal';
import { notKeptSays } from '@/server/door/not-kept';
import type { KeptShow } from '@/server/door/shows';
import { phrase, type Sayable } from '@/core/words/phrase';
import type { Running } from './running';

/** A viewer with the name that they are known by: it stands in the inputs too. */
function viewerToForget({ viewers, past, ledger }: SessionState, { feed, viewer }: Forgotten): Forgotten {
  const known = viewers.get(feed, viewer) ?? past.viewers.get(viewerKey(feed, viewer)) ?? ledger.get(feed, viewer);
  return { feed, viewer, ...(known?.name ? { name: known.name } : {}) };
}

/**
 * Writes every journal anew without a viewer.
 * @returns why it could not be done, in words; null when it was. Those that were not written anew are as they were
 */
function forgetIn(journals: Journals, viewer: Forgotten, failed: (error: unknown) => void): Sayable | null {
  try {
    for (const number of journals.numbers()) journals.rewrite(number, (input) => withoutViewer(input, viewer));
    return null;
  } catch (error) {
    // Whatever it is, the streamer is told that the viewer still stands there.
    failed(error);
    return notKeptSays(error) ?? phrase('a journal cannot be read');
  }
}

/** So often a show that others keep starting is stopped, to be written anew. */
const MOST_STOPS = 20;

/** Forgets a viewer of a show that runs: it is stopped, written anew, and started. @returns why it could not be done; null when it was */
export async function forgetWholly(
  entry: { kept: KeptShow; running: Running | null },
  who: Forgotten,
  {
    stop,
    wake,
    failed,
  }: { stop: (running: Running) => Promise<void>; wake: () => void; failed: (error: unknown) => void },
): Promise<Sayable | null> {
  if (!entry.running) return null;
  const { live } = entry.running;
  const viewer = viewerToForget(live.state, who);
  // What waits for the disk would be lost with the show that is closed.
  if (!(await live.flushed())) return phrase('the disk takes nothing just now');
  // Somebody who asks for the show meanwhile starts it again, with the viewer: then it is stopped once more.
  for (let times = 0; entry.running && times < MOST_STOPS; times += 1) {
    const on: Running = entry.running;
    entry.running = null;
    await stop(on);
  }
  if (entry.running) return phrase('too much is asked of the show just now');
  const problem = forgetIn(entry.kept.journals, viewer, failed);
  wake();
  return problem;
}
