import { createParser } from 'eventsource-parser';
import type { Reading } from '@/core/intake/heard';
import type { FeedState } from '@/core/platform/feed-state';
import { backoff } from './backoff';
import type { Frame } from '@/core/platform/frame';
import { Turn } from './turn';
import { pause, type CheckStep, type FeedClient, type FeedListener, type Room } from './client';

/** No byte for this long, and the connection counts as lost: a platform keeps it alive every 15 s. */
export const SILENCE_MS = 35_000;
/** So much of a stream is read between two looks at the clock, UTF-16 units: some thirty messages. */
const PIECE = 8192;
/** A handle that was not found may be opened later; it is looked for again this often. */
const LOOK_AGAIN_MS = 30_000;

export interface SseOptions {
  url: string;
  /** Beside the stream's own. */
  headers?: Readonly<Record<string, string>>;
  listener: FeedListener;
  /** What a message comes to. */
  read: (frame: Frame) => Reading[];
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
    void this.run();
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

  private async run(): Promise<void> {
    const { random = Math.random } = this.options;
    this.say('looking');
    while (!this.stopped.signal.aborted) {
      const outcome = await this.connect();
      if (this.stopped.signal.aborted) return;
      this.failures += 1;
      this.say(outcome === 'notFound' ? 'notFound' : 'reconnecting');
      await pause(outcome === 'notFound' ? LOOK_AGAIN_MS : backoff(this.failures, random()), this.stopped.signal);
    }
  }

  /** One connection, from asking to its end. */
  private async connect(): Promise<'notFound' | 'lost'> {
    const { url, listener, silenceMs = SILENCE_MS, ask = fetch } = this.options;
    const silence = new AbortController();
    let timer = setTimeout(() => silence.abort(), silenceMs);
    const heard = (): void => {
      clearTimeout(timer);
      timer = setTimeout(() => silence.abort(), silenceMs);
    };
    try {
      const response = await ask(url, {
        headers: { accept: 'text/event-stream', ...this.options.headers, ...(this.position ? { 'last-event-id': this.position } : {}) },
        signal: AbortSignal.any([this.stopped.signal, silence.signal]),
      });
      const stated = Date.parse(response.headers.get('date') ?? '');
      if (Number.isFinite(stated)) listener.onClock(stated - Date.now());
      if (response.status === 404) return 'notFound';
      if (!response.ok || !response.body || !response.headers.get('content-type')?.startsWith('text/event-stream')) return 'lost';
      // A resumed stream says nothing of the room until it changes: what it was still holds.
      if (this.options.tellsRoom === false) this.say('connected');
      else if (this.position && this.told) this.setRoom(this.told === 'live');
      await this.read(response.body, heard);
    } catch {
      // Refused, dropped or silent: all mean that it has to be tried again.
    } finally {
      clearTimeout(timer);
    }
    return 'lost';
  }

  private async read(body: ReadableStream<Uint8Array>, heard: () => void): Promise<void> {
    const parser = createParser({
      onEvent: (message) => {
        this.failures = 0;
        if (message.id !== undefined) this.position = message.id;
        const frame = { event: message.event ?? 'message', data: message.data, id: this.position ?? '' };
        this.options.listener.onRaw(frame.data);
        for (const reading of this.options.read(frame)) this.options.listener.onReading(reading, frame.data, frame.id.slice(0, 200));
      },
    });
    const turn = new Turn();
    const text = new TextDecoderStream();
    // The stream's pieces are the web's types and Node's: the same objects.
    for await (const chunk of body.pipeThrough(text as unknown as TransformStream<Uint8Array, string>) as unknown as AsyncIterable<string>) {
      heard();
      for (let from = 0; from < chunk.length; from += PIECE) {
        parser.feed(chunk.slice(from, from + PIECE));
        await turn.rest();
        if (this.stopped.signal.aborted) return;
      }
    }
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
