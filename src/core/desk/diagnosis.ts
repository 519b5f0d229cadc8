import type { FeedView } from './view';

const ago = (ms: number): string =>
  ms < 90_000
    ? `${Math.max(1, Math.round(ms / 1000))} s`
    : ms < 5_400_000
      ? `${Math.round(ms / 60_000)} min`
      : `${Math.round(ms / 3_600_000)} h`;
const many = (n: number, one: string, more: string): string => `${n.toLocaleString('en')} ${n === 1 ? one : more}`;

/** Beyond this a feed is too far behind to talk with its viewers. */
const SLOW_MS = 10_000;
const CLOCK_MATTERS_MS = 2000;

/**
 * What is wrong with a feed, in sentences, the worst first; a single one when nothing is.
 * @param name what the streamer calls the feed
 * @param now the engine's clock, ms
 */
export function diagnosis(name: string, view: FeedView, now: number): string[] {
  const found: string[] = [];
  const since = ago(now - view.since);
  if (view.state === 'notFound')
    found.push(`${name} does not know this handle or address. Nothing can come from it until that is put right.`);
  if (view.state === 'reconnecting')
    found.push(
      `${name} has not answered for ${since}. Gavirn tries again by itself; what the platform still remembers is caught up.`,
    );
  if (view.state === 'stopped') found.push('You have stopped this feed. Nothing comes from it until you start it.');
  if (view.state === 'looking') found.push(`${name} has not answered yet, for ${since}.`);
  const gap = view.gapsKept.at(-1);
  if (gap) {
    const lost = view.lost > 0 ? many(view.lost, 'message was', 'messages were') : 'Some messages were';
    found.push(
      `${lost} lost while the connection was away for longer than ${name} remembers, last ${ago(now - gap.at)} ago. They cannot be had again.`,
    );
  }
  const bad = view.rejectedKept.at(-1);
  if (bad)
    found.push(
      `${many(view.rejected, 'message', 'messages')} could not be read, the last one ${ago(now - bad.at)} ago: ${bad.reason} Everything else counts.`,
    );
  if (view.latencyMs !== null && view.latencyMs > SLOW_MS)
    found.push(`What viewers do arrives ${Math.round(view.latencyMs / 1000)} s late.`);
  if (Math.abs(view.clockAheadMs) > CLOCK_MATTERS_MS)
    found.push(
      `${name}’s clock is ${ago(Math.abs(view.clockAheadMs))} ${view.clockAheadMs > 0 ? 'ahead' : 'behind'}. Gavirn takes that into account.`,
    );
  return found.length > 0 ? found : ['Nothing is wrong. Every message that arrived could be read.'];
}
