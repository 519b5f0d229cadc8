import type { InboxAnswer, InboxRequest } from '@/server/feed/client';
import type { Journal } from '@/server/door/journal';
import type { Connections } from './connections';
import { phrase } from '@/core/words/phrase';

const LATER: InboxAnswer = { status: 503, detail: phrase('It cannot be kept just now. Send it again.') };

/** A request at a feed's own address: answered with success only once what it brought is on the disk. */
export async function receiveAt(
  connections: Connections,
  journal: Journal,
  feed: string,
  request: InboxRequest,
): Promise<InboxAnswer> {
  if (connections.resting) return LATER;
  const client = connections.get(feed)?.client;
  if (!client?.receive) return { status: 404, detail: phrase('This feed is stopped, or takes no requests.') };
  const answer = await client.receive(request);
  // What came before may wait still, a repetition of it among them: it is no duplicate before it is on the disk.
  return (await journal.flush()) ? answer : LATER;
}
