import type { Past } from '@/core/engine/count/past';
import type { Viewers } from '@/core/engine/count/viewers';
import type { WrittenLine } from '@/core/engine/feature/featured';
import { inRow } from '@/core/engine/count/row';
import type { EventOf } from '@/core/event/event';
import { viewerKey } from '@/core/event/viewer-key';

/** A line of chat as the desk shows it; `viewer` '' where the platform does not say who. `at`: ms, the engine's clock. */
export interface DeskChatLine extends WrittenLine {
  at: number;
  /** Its writer has never written before, as far as this show knows. */
  first: boolean;
}

/** So much of a line is shown, UTF-16 units. */
const LONGEST = 400;

export const deskChatLine = (event: EventOf<'chat'>, now: number, first: boolean): DeskChatLine => ({
  id: `${event.feed}/${event.id}`,
  feed: event.feed,
  viewer: event.viewer?.id ?? '',
  name: event.viewer?.name ?? '',
  roles: [...(event.viewer?.roles ?? [])],
  text: event.text.slice(0, LONGEST),
  at: now,
  first,
});

/** Whether a viewer has written nothing before the line that was counted last: neither in this session nor in any before it. */
export function isFirstLine(
  { viewers, past }: { viewers: Viewers; past: Past },
  { feed, viewer }: Pick<EventOf<'chat'>, 'feed' | 'viewer'>,
): boolean {
  if (!viewer || (viewers.get(feed, viewer.id)?.chats ?? 0) > 1) return false;
  return !past.viewers.get(viewerKey(feed, viewer.id))?.days.some(([, ...day]) => inRow(day, 'chats') > 0);
}

/** What a question ends with: Latin, Greek and others, Arabic, full width (Unicode 15, names with QUESTION MARK); closing marks may follow. */
const ENDS_ASKING =
  /[?\u037e\u061f\u055e\u1367\u2e2e\u203d\u2047-\u2049\uff1f][\p{Pf}\p{Pe}"'\s\p{Extended_Pictographic}\ufe0f\u200d]*$/u;

/** Whether a line asks something: it ends as a question does, or begins with the word that viewers were told to begin with. @param word '' where there is none */
export function asks(text: string, word: string): boolean {
  if (ENDS_ASKING.test(text)) return true;
  const start = word.trim().toLowerCase();
  if (start === '') return false;
  const said = text.trim().toLowerCase();
  return said.startsWith(start) && !/^[\p{L}\p{N}]/u.test(said.slice(start.length));
}
