import { shownIn, type DeskView } from './view';
import { KEPT_CHAT, KEPT_LINES, type Happened } from './happened';

/** Marks are kept a little longer than the pulse shows, ms. */
const KEPT_MS = 65_000;

/** A view with what has changed in it. Lines with a known id replace the old one: where it stood (likes that were added), or as the newest (a streak that grew). */
export function merge(
  view: DeskView | null,
  { now, happened, chat, marks, ...changed }: { now: number } & Partial<DeskView>,
): DeskView | null {
  if (!view) return null;
  // A session or a rehearsal that has just begun, or is over, starts with an empty list.
  const begun = shownIn({ ...view, ...changed }) !== shownIn(view);
  const latest = new Map(
    [...(begun ? [] : view.marks), ...(marks ?? [])]
      .filter(({ t }) => t > now - KEPT_MS)
      .map((mark) => [`${mark.t}/${mark.feed}/${mark.kind}`, mark]),
  );
  return {
    ...view,
    ...changed,
    // The same list while nothing is new: who looks at it need not look again.
    happened: begun || happened ? grown(begun ? [] : view.happened, happened ?? []).slice(-KEPT_LINES) : view.happened,
    chat: begun || chat ? [...(begun ? [] : view.chat), ...(chat ?? [])].slice(-KEPT_CHAT) : view.chat,
    marks: [...latest.values()],
  };
}

function grown(lines: readonly Happened[], fresh: readonly Happened[]): Happened[] {
  if (fresh.length === 0) return [...lines];
  const byId = new Map(fresh.map((line) => [line.id, line]));
  const kept = lines.flatMap((line) => {
    const now = byId.get(line.id);
    if (now === undefined) return [line];
    if (now.at !== line.at) return [];
    byId.delete(line.id);
    return [now];
  });
  return [...kept, ...byId.values()];
}
