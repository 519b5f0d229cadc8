import { phrase } from '@/core/words/phrase';
import type { FeedClient, FeedListener } from './client';

const UNKNOWN = phrase(
  'This server does not know where the platform is. Whoever runs it says so as it starts (docs/run.md).',
);

/** A feed of a platform whose address this server was not told. */
export function connectNowhere({ onState }: FeedListener): FeedClient {
  // Once whoever made it has it.
  queueMicrotask(() => onState('nowhere'));
  return {
    stop: () => undefined,
    room: null,
    setRoom: () => undefined,
    check: async () => [{ step: phrase('Platform'), outcome: 'bad', says: UNKNOWN }],
  };
}
