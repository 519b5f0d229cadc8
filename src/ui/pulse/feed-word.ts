import { FEED_STATES, type FeedMood, type FeedState } from '@/core/platform/feed-state';
import type { FeedView } from '@/core/desk/view';
import type { ServerState } from '@/ui/data/desk';
import { say } from '@/ui/words/say';
import type { Sayable } from '@/core/words/phrase';

export interface FeedWord {
  word: Sayable;
  sentence: Sayable;
  mood: FeedMood;
}

/** How a feed stands, as far as this page can know: without the server nothing is known of it. */
export function feedWord(server: ServerState, feed: Pick<FeedView, 'state' | 'latencyMs'> | undefined): FeedWord {
  if (server === 'away')
    return {
      word: say('no server'),
      sentence: say(
        'Gavirn’s server does not answer from here. It may well go on without this page; trying again by itself.',
      ),
      mood: 'problem',
    };
  if (server === 'refused')
    return {
      word: say('refused'),
      sentence: say(
        'The server has this show from another browser. Save it as a file and open it again to have a copy of your own.',
      ),
      mood: 'problem',
    };
  const state: FeedState = feed?.state ?? 'looking';
  const { word, sentence, mood } = FEED_STATES[state];
  const latency = feed?.latencyMs;
  return {
    word: state === 'connected' && latency != null ? say('{s, number, ::.0} s behind', { s: latency / 1000 }) : word,
    sentence,
    mood,
  };
}
