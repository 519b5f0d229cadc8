import type { FeedView } from './view';
import { phrase, type Phrase } from '@/core/words/phrase';

const ago = (ms: number): Phrase =>
  ms < 90_000
    ? phrase('{n} s', { n: Math.max(1, Math.round(ms / 1000)) })
    : ms < 5_400_000
      ? phrase('{n} min', { n: Math.round(ms / 60_000) })
      : phrase('{n} h', { n: Math.round(ms / 3_600_000) });

/** Beyond this a feed is too far behind to talk with its viewers. */
const SLOW_MS = 10_000;
const CLOCK_MATTERS_MS = 2000;

/**
 * What is wrong with a feed, in sentences, the worst first; a single one when nothing is.
 * @param name what the streamer calls the feed
 * @param now the engine's clock, ms
 */
export function diagnosis(name: string, view: FeedView, now: number): Phrase[] {
  const found: Phrase[] = [];
  const since = ago(now - view.since);
  if (view.state === 'notFound')
    found.push(
      phrase('{name} does not know this handle or address. Nothing can come from it until that is put right.', {
        name,
      }),
    );
  if (view.state === 'reconnecting')
    found.push(
      phrase(
        '{name} has not answered for {since}. Gavirn tries again by itself; what the platform still remembers is caught up.',
        { name, since },
      ),
    );
  if (view.state === 'stopped')
    found.push(phrase('You have stopped this feed. Nothing comes from it until you start it.'));
  if (view.state === 'looking') found.push(phrase('{name} has not answered yet, for {since}.', { name, since }));
  const gap = view.gapsKept.at(-1);
  if (gap)
    found.push(
      phrase(
        '{n, plural, =0 {Some messages were} one {# message was} other {# messages were}} lost while the connection was away for longer than {name} remembers, last {ago} ago. They cannot be had again.',
        { n: view.lost, name, ago: ago(now - gap.at) },
      ),
    );
  const bad = view.rejectedKept.at(-1);
  if (bad)
    found.push(
      phrase(
        '{n, plural, one {# message} other {# messages}} could not be read, the last one {ago} ago: {reason} Everything else counts.',
        {
          n: view.rejected,
          ago: ago(now - bad.at),
          reason: bad.reason,
        },
      ),
    );
  if (view.latencyMs !== null && view.latencyMs > SLOW_MS)
    found.push(phrase('What viewers do arrives {n} s late.', { n: Math.round(view.latencyMs / 1000) }));
  if (Math.abs(view.clockAheadMs) > CLOCK_MATTERS_MS)
    found.push(
      view.clockAheadMs > 0
        ? phrase('{name}’s clock is {apart} ahead. Gavirn takes that into account.', {
            name,
            apart: ago(view.clockAheadMs),
          })
        : phrase('{name}’s clock is {apart} behind. Gavirn takes that into account.', {
            name,
            apart: ago(-view.clockAheadMs),
          }),
    );
  return found.length > 0 ? found : [phrase('Nothing is wrong. Every message that arrived could be read.')];
}
