/** One message as a transport delivers it: for an event stream the three fields of WHATWG HTML, section 9.2.6. */
export interface SseMessage {
  event: string;
  data: string;
  id: string;
}

/** Where a message came from, for the adapter to write into the event. `seenAt`: ms since the epoch, or null to take the platform's. */
export interface Origin {
  feed: string;
  seenAt: number | null;
}

/** A message longer than this (UTF-16 units) is refused unread: nothing a viewer does is that long. */
export const MAX_MESSAGE = 65_536;
