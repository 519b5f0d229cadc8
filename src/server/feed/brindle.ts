import { readBrindle } from '@/core/platform/brindle';
import type { Connect } from './connecting';
import { handleSteps, lookAt, PLACES } from './look';
import { SseClient } from './sse';

/** Brindle: one event stream. */
export const connectBrindle: Connect<'brindle'> = ({ feed, platform, listener, position, room, now }) => {
  const place = PLACES.brindle(platform, feed.handle);
  return new SseClient({
    url: `${place}/events`,
    listener,
    position,
    room,
    read: (frame) => [readBrindle(frame, { feed: feed.id, seenAt: now() })],
    check: async () => handleSteps('Brindle', feed.handle, await lookAt(place)),
  });
};
