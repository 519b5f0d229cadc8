import type { ViewerTally } from '@/core/engine/tally';

/** A viewer found, as an interface needs it. */
export interface FoundViewer {
  feed: string;
  viewer: string;
  name: string;
  handle: string;
}

/** So many are found at most. */
const MOST = 40;

/** Viewers whose name or handle contains what is sought, those who were last seen first; all when nothing is sought. */
export function searchViewers(viewers: Iterable<ViewerTally>, sought: string): FoundViewer[] {
  const wanted = sought.trim().replace(/^@/, '').toLocaleLowerCase();
  const found: ViewerTally[] = [];
  for (const tally of viewers) if (wanted === '' || tally.name.toLocaleLowerCase().includes(wanted) || tally.handle.toLocaleLowerCase().includes(wanted)) found.push(tally);
  return found.sort((a, b) => b.lastAt - a.lastAt || (a.key < b.key ? -1 : 1)).slice(0, MOST).map(({ feed, id, name, handle }) => ({ feed, viewer: id, name, handle }));
}
