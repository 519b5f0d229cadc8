import type { Feed } from '@/core/platform/feed';
import { linearPatterns } from '@/core/platform/linear-patterns';
import WebSocket from 'ws';
import type { Reading } from '@/core/intake/received';
import type { FeedState } from '@/core/platform/feed-state';
import { tellsRoom } from '@/core/platform';
import { mapper } from '@/core/platform/mapping';
import { rejected, readJson } from '@/core/platform/reading';
import { backoff } from './backoff';
import { boundedText } from './bounded';
import { keepOn, type CheckStep, type FeedClient, type Room } from './client';
import type { Connect, Connecting } from './connecting';
import { InboxClient, ownId } from './inbox';
import type { Outward } from './outward';
import { SseClient } from './sse';
import { retryAfterMs } from './retry-after';
import { Inflow, Turn } from './turn';
import { phrase } from '@/core/words/phrase';

type MappedFeed = Extract<Feed, { platform: 'mapped' }>;
const ANSWER_MS = 15_000;
const MOST_BYTES = 4 << 20;

/** An address with the feed's secret in it, if it has a place for one. It is never shown and never logged. */
function addressed(url: string, token: string | undefined): { url: string; headers: Record<string, string> } {
  if (token === undefined || token === '') return { url, headers: {} };
  return url.includes('{secret}')
    ? { url: url.replaceAll('{secret}', encodeURIComponent(token)), headers: {} }
    : { url, headers: { authorization: `Bearer ${token}` } };
}

/** Any other platform: its transport, and the rules that say what its messages are. */
export const connectMapped: Connect<'mapped'> = (connecting) => {
  const { feed, listener, position, room, secrets, now, outward } = connecting;
  const rules = mapper({ rules: feed.rules }, linearPatterns());
  const read = (text: string, fallbackId: string): Reading[] => {
    const json = readJson(text, MOST_BYTES);
    return json.ok ? rules.read(json.json, { feed: feed.id, seenAt: now() }, fallbackId) : [rejected(json.reason)];
  };
  switch (feed.source.transport) {
    case 'sse': {
      const { url, headers } = addressed(feed.source.url, secrets.token);
      return new SseClient({
        url,
        headers,
        listener,
        position,
        room,
        tellsRoom: tellsRoom(feed),
        read: (frame) => read(frame.data, frame.id || ownId(now())),
        check: () => checkAddress(url, headers, outward),
        ask: outward.fetch,
      });
    }
    case 'websocket':
    case 'poll':
      return new MappedClient(connecting, feed.source, read);
    case 'webhook':
      return new InboxClient(listener, secrets, ({ headers, body }) => {
        const readings = read(body, headers['webhook-id'] ?? headers['ce-id'] ?? ownId(now()));
        return { ok: true, messages: [{ readings, raw: body }] };
      });
  }
};

async function checkAddress(url: string, headers: Record<string, string>, outward: Outward): Promise<CheckStep[]> {
  const refused = outward.refuses(url);
  if (refused !== null) return [{ step: phrase('Address'), outcome: 'bad', says: refused }];
  const abort = new AbortController();
  const timer = setTimeout(() => abort.abort(), 5000);
  const answer = await outward.fetch(url.replace(/^ws/, 'http'), { headers, signal: abort.signal }).catch(() => null);
  clearTimeout(timer);
  abort.abort();
  if (!answer)
    return [
      {
        step: phrase('Address'),
        outcome: 'bad',
        says: phrase(
          'Nothing answers at this address. Check it, and whether it needs to be reached from the internet.',
        ),
      },
    ];
  if (answer.status === 401 || answer.status === 403)
    return [
      {
        step: phrase('Address'),
        outcome: 'bad',
        says: phrase(
          'The address answers, and lets nobody in without the right secret ({status}). Put it in on this page.',
          { status: answer.status },
        ),
      },
    ];
  if (answer.status >= 400 && answer.status !== 426)
    return [
      {
        step: phrase('Address'),
        outcome: 'bad',
        says: phrase('The address answers with {status}. Check it against your platform’s own words.', {
          status: answer.status,
        }),
      },
    ];
  return [{ step: phrase('Address'), outcome: 'good', says: phrase('The address answers.') }];
}

/** A WebSocket that is listened to, or an address that is asked every so often. */
class MappedClient implements FeedClient {
  private readonly stopped = new AbortController();
  private state: FeedState | null = null;
  private failures = 0;
  private etag: string | null = null;
  private socket: WebSocket | null = null;
  private readonly address: { url: string; headers: Record<string, string> };
  room: Room | null;

  constructor(
    private readonly connecting: Connecting<MappedFeed>,
    private readonly source: Extract<MappedFeed['source'], { transport: 'websocket' | 'poll' }>,
    private readonly read: (text: string, fallbackId: string) => Reading[],
  ) {
    this.room = connecting.room;
    this.address = addressed(source.url, connecting.secrets.token);
    this.say('looking');
    void keepOn(
      () => (source.transport === 'poll' ? this.poll(source.everyMs) : this.listen()),
      this.stopped.signal,
      connecting.listener.onFault,
    );
  }

  stop(): void {
    this.stopped.abort();
    this.socket?.terminate();
    this.say('stopped');
  }

  setRoom(live: boolean): void {
    this.room = live ? 'live' : 'off';
    if (tellsRoom(this.connecting.feed)) this.say(live ? 'connected' : 'waiting');
  }

  readonly check = (): Promise<CheckStep[]> =>
    checkAddress(this.address.url, this.address.headers, this.connecting.outward);

  private say(state: FeedState): void {
    if (state === this.state) return;
    this.state = state;
    this.connecting.listener.onState(state);
  }

  private up(): void {
    this.failures = 0;
    if (!tellsRoom(this.connecting.feed)) this.say('connected');
    else this.say(this.room === 'live' ? 'connected' : 'waiting');
  }

  private failed(): number {
    this.failures += 1;
    if (!this.stopped.signal.aborted) this.say('reconnecting');
    return backoff(this.failures, Math.random());
  }

  private async take(text: string): Promise<void> {
    const { listener } = this.connecting;
    listener.onRaw(text);
    const turn = new Turn();
    for (const reading of this.readOrSay(text)) {
      listener.onReading(reading, text);
      await turn.rest();
    }
  }

  private readOrSay(text: string): Reading[] {
    try {
      return this.read(text, ownId(this.connecting.now()));
    } catch (error) {
      // Adapters never throw, whatever comes: where one does, the fault is ours, and this message is all that it costs.
      this.connecting.listener.onFault(error);
      return [rejected(phrase('Gavirn could not read this message.'))];
    }
  }

  private async poll(everyMs: number): Promise<number> {
    let answer: Response;
    let body: string;
    try {
      answer = await this.connecting.outward.fetch(this.address.url, {
        headers: {
          accept: 'application/json',
          ...this.address.headers,
          ...(this.etag === null ? {} : { 'if-none-match': this.etag }),
        },
        signal: AbortSignal.any([this.stopped.signal, AbortSignal.timeout(ANSWER_MS)]),
      });
      body = await boundedText(answer, MOST_BYTES);
    } catch {
      // Nothing but the asking stands above: nobody answers, or what is said has no end.
      return this.failed();
    }
    const asked = retryAfterMs(answer.headers.get('retry-after'), Date.now()) ?? 0;
    if (answer.status === 404) {
      this.say('notFound');
      return Math.max(30_000, asked);
    }
    // Somebody else may ask from here as well: by chance, so that two do not meet for ever.
    if (answer.status === 429) return Math.max(everyMs, asked) + Math.random() * everyMs;
    if (!answer.ok && answer.status !== 304) return Math.max(this.failed(), asked);
    this.up();
    this.etag = answer.headers.get('etag') ?? this.etag;
    if (answer.status !== 304) await this.take(body);
    return Math.max(everyMs, asked);
  }

  private listen(): Promise<number> {
    const { outward } = this.connecting;
    if (outward.refuses(this.address.url) !== null) return Promise.resolve(this.failed());
    return new Promise((resolve) => {
      const socket = new WebSocket(this.address.url, {
        headers: this.address.headers,
        handshakeTimeout: 10_000,
        maxPayload: MOST_BYTES,
        lookup: outward.lookup,
      });
      this.socket = socket;
      socket.on('open', () => this.up());
      const inflow = new Inflow((text) => this.take(text), socket, this.connecting.listener.onFault);
      socket.on('message', (data) => inflow.add(String(data)));
      // An error is followed by a close.
      socket.on('error', () => undefined);
      socket.on('close', () => resolve(this.failed()));
    });
  }
}
