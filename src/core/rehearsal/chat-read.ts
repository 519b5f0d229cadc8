import type { StreamEvent } from '@/core/event/event';
import type { Show } from '@/core/show/show';

/**
 * A word takes as long to be read as subtitles allow for it, s: 0.33 (BBC Subtitle Guidelines, 160 to 180 words a minute; from memory). A line that was
 * gone before that was read by nobody.
 */
const WORD_S = 0.33;
/** And to be found at all, s. */
const FOUND_S = 0.4;
/** A line of chat takes this much of its letters' size, with the room around it. */
const LEADING = 1.5;

/** How many lines of chat were pushed out by others before they could be read; null where no piece shows chat. */
export function chatRead(show: Show, events: readonly StreamEvent[]): { gone: number; of: number } | null {
  const piece = show.pieces.find((each) => each.kind === 'chat');
  if (piece?.kind !== 'chat') return null;
  const rows = Math.max(1, Math.floor(piece.place.h / (piece.size * LEADING)));
  const lines = events.filter((event) => event.kind === 'chat' && (piece.feeds?.includes(event.feed) ?? true));
  let gone = 0;
  for (const [n, line] of lines.entries()) {
    const pushedAt = lines[n + rows]?.seenAt ?? Infinity;
    const leavesAt = piece.seconds > 0 ? line.seenAt + piece.seconds * 1000 : Infinity;
    const words = line.kind === 'chat' ? line.text.split(/\s+/).length : 0;
    if (Math.min(pushedAt, leavesAt) - line.seenAt < (FOUND_S + words * WORD_S) * 1000) gone += 1;
  }
  return { gone, of: lines.length };
}
