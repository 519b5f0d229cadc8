import { createParser, type EventSourceMessage } from 'eventsource-parser';
import type { Reading } from '@/core/intake/received';
import type { FeedState } from '@/core/platform/feed-state';
import { backoff } from './backoff';
import type { SseMessage } from '@/core/platform/sse-message';
import { Turn } from './turn';
import { rejected } from '@/core/platform/reading';
import { ConnectionLost, pieces } from './bounded';
import { keepOn, type CheckStep, type FeedClient, type FeedListener, type Room } from './client';
import { retryAfterMs } from './retry-after';
import { phrase } from '@/core/words/phrase';

/** No byte for this long, and the connection counts as lost: a platform keeps it alive every 15 s. */
export const SILENCE_MS = 35_000;
/** So much of a stream is read between two looks at the clock, UTF-16 units: some thirty messages. */
const PIECE = 8192;
/** A message, all its lines together, is no longer than this (UTF-16 units): one that is has no end, and the connection is cut. */
const LONGEST_MESSAGE = 1 << 20;
/** A handle that was not found may be opened later; it is looked for again this often. */
const LOOK_AGAIN_MS = 30_000;

export interface SseOptions {
  url: string;
  /** Beside the stream's own. */
  headers?: Readonly<Record<string, string>>;
  listener: FeedListener;
  /** What a message comes to. */
  read: (frame: SseMessage) => Reading[];
  /** What must be true before it can work, and whether it is. */
  check: () => Promise<CheckStep[]>;
  /** False where the stream says nothing of a broadcast: then being connected is all there is to wait for. */
  tellsRoom?: boolean;
  /** The last position that was kept, to resume behind it, and what the room was then: a resumed stream does not say it again. */
  position: string | null;
  room?: Room | null;
  silenceMs?: number;
  /** How it is asked, where the address is the streamer's own. */
  ask?: typeof fetch;
  random?: () => number;
}

/**
 * A platform's event stream (WHATWG HTML, section 9.2) that connects by itself, resumes with Last-Event-ID, notices a silent
 * connection and never gives up. Written on fetch: what a browser's own EventSource hides (status, silence, waiting) must be known here.
 */
export class SseClient implements FeedClient {
  private readonly stopped = new AbortController();
  private position: string | null;
  private failures = 0;
  private state: FeedState | null = null;
  private told: Room | null;

  constructor(private readonly options: SseOptions) {
    this.position = options.position;
    this.told = options.room ?? null;
    this.say('looking');
    void keepOn(() => this.once(), this.stopped.signal, options.listener.onFault);
  }

  stop(): void {
    this.stopped.abort();
    this.say('stopped');
  }

  readonly check = (): Promise<CheckStep[]> => this.options.check();

  private say(state: FeedState): void {
    if (state === this.state) return;
    this.state = state;
    this.options.listener.onState(state);
  }

  private async once(): Promise<number> {
    const { random = Math.random } = this.options;
    const outcome = await this.connect();
    if (this.stopped.signal.aborted) return 0;
    this.failures += 1;
    this.say(outcome.lost === 'notFound' ? 'notFound' : 'reconnecting');
    return Math.max(outcome.wait, outcome.lost === 'notFound' ? LOOK_AGAIN_MS : backoff(this.failures, random()));
  }

  /** One connection, from asking to its end; `wait`: for how long the platform asks to be left alone, ms. */
  private async connect(): Promise<{ lost: 'notFound' | 'lost'; wait: number }> {
    const { url, listener, silenceMs = SILENCE_MS, ask = fetch } = this.options;
    const silence = new AbortController();
    let timer = setTimeout(() => silence.abort(), silenceMs);
    const heard = (): void => {
      clearTimeout(timer);
      timer = setTimeout(() => silence.abort(), silenceMs);
    };
    try {
      const response = await ask(url, {
        headers: {
          accept: 'text/event-stream',
          ...this.options.headers,
          ...(this.position ? { 'last-event-id': this.position } : {}),
        },
        signal: AbortSignal.any([this.stopped.signal, silence.signal]),
      }).catch((error: unknown) => {
        throw new ConnectionLost('Nobody answers.', { cause: error });
      });
      const stated = Date.parse(response.headers.get('date') ?? '');
      if (Number.isFinite(stated)) listener.onClock(stated - Date.now());
      const wait = retryAfterMs(response.headers.get('retry-after'), Date.now()) ?? 0;
      if (!response.ok || !response.body || !response.headers.get('content-type')?.startsWith('text/event-stream')) {
        // What is said instead of a stream is not read.
        await response.body?.cancel().catch(() => undefined);
        return { lost: response.status === 404 ? 'notFound' : 'lost', wait };
      }
      // A resumed stream says nothing of the room until it changes: what it was still holds.
      if (this.options.tellsRoom === false) this.say('connected');
      else if (this.position && this.told) this.setRoom(this.told === 'live');
      await this.read(response.body, heard);
    } catch (error) {
      // Refused, dropped, silent, or more than is taken: all mean that it has to be tried again. Anything else is no fault of the network.
      if (!(error instanceof ConnectionLost)) throw error;
    } finally {
      clearTimeout(timer);
    }
    return { lost: 'lost', wait: 0 };
  }

  private async read(body: ReadableStream<Uint8Array>, heard: () => void): Promise<void> {
    const parser = createParser({
      maxBufferSize: LONGEST_MESSAGE,
      onError: ({ type }) => {
        // All else that is wrong with a line is left out, as the standard says.
        if (type === 'max-buffer-size-exceeded') throw new ConnectionLost('A message without an end.');
      },
      onEvent: (message) => this.take(message),
    });
    const turn = new Turn();
    const decoder = new TextDecoder();
    for await (const bytes of pieces(body, Infinity)) {
      heard();
      const chunk = decoder.decode(bytes, { stream: true });
      for (let from = 0; from < chunk.length; from += PIECE) {
        parser.feed(chunk.slice(from, from + PIECE));
        await turn.rest();
        if (this.stopped.signal.aborted) return;
      }
    }
  }

  private take({ id, event = 'message', data }: EventSourceMessage): void {
    const { listener } = this.options;
    this.failures = 0;
    if (id !== undefined) this.position = id;
    const frame = { event, data, id: this.position ?? '' };
    listener.onRaw(data);
    let readings: Reading[];
    try {
      readings = this.options.read(frame);
    } catch (error) {
      // Adapters never throw, whatever comes: where one does, the fault is ours, and this message is all that it costs.
      listener.onFault(error);
      readings = [rejected(phrase('Gavirn could not read this message.'))];
    }
    for (const reading of readings) listener.onReading(reading, data, frame.id.slice(0, 200));
  }

  /** What the platform last said of the room; null before it has said anything. */
  get room(): Room | null {
    return this.told;
  }

  setRoom(live: boolean): void {
    this.told = live ? 'live' : 'off';
    if (this.options.tellsRoom !== false) this.say(live ? 'connected' : 'waiting');
  }
}
