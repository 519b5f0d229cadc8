import type { EventOf } from '@/core/event/event';
import type { Role } from '@/core/event/viewer';
import type { Host } from '@/core/engine/kernel/feature';
import { pushKept } from '@/core/event/kept';

/** What was said in chat, as a chat column shows it. `at`: ms, the engine's clock. */
export interface ChatLine {
  id: string;
  at: number;
  feed: string;
  viewer: string;
  name: string;
  roles: Role[];
  text: string;
}

export interface ChatSlice {
  /** The latest lines, oldest first, where a piece shows them. */
  chats: ChatLine[];
  /** Lines that were made up to look at the columns, until `until`: they are shown, and are nobody's. */
  madeUp?: { until: number; lines: ChatLine[] } | undefined;
}
export interface ChatDerived {
  /** Some piece shows chat. */
  showsChat: boolean;
}
/** What is looked at of the show: which feeds there are. */
export type ChatHost = Host<{ feeds: readonly { id: string }[] }, ChatSlice, ChatDerived>;

/** So many are kept: no column on a frame holds more. */
const KEPT = 40;
/** Of a longer message this much is kept, UTF-16 units. */
const LONGEST = 400;

/** Keeps a line for the chat columns, where there are any. */
export function keepLine(state: ChatHost, { id, feed, viewer, text }: EventOf<'chat'>): void {
  if (!state.derived.showsChat || !viewer || text.trim() === '') return;
  const line: ChatLine = {
    id,
    at: state.now,
    feed,
    viewer: viewer.id,
    name: viewer.name,
    roles: [...viewer.roles],
    text: text.slice(0, LONGEST),
  };
  pushKept(state.chats, line, KEPT);
}
