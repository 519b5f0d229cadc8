import type { Feed } from '@/core/platform/feed';
import { readTarn } from '@/core/platform/tarn';
import type { FeedState } from '@/core/platform/feed-state';
import { backoff } from './backoff';
import { boundedText } from './bounded';
import { retryAfterMs } from './retry-after';
import { takeTurn } from './room-turns';
import { keepOn, type CheckStep, type FeedClient, type Room } from './client';
import type { Connect, Connecting } from './connecting';
import { handleSteps, lookAt, PLACES } from './look';
import { Turn } from './turn';

const LOOK_AGAIN_MS = 30_000;
const ANSWER_MS = 15_000;
const LEAST_PAUSE_MS = 200;
/** After a refusal no more than this is waited by chance, ms. */
const MOST_CHANCE_MS = 15_000;

type TarnFeed = Extract<Feed, { platform: 'tarn' }>;

/** Tarn's pages of activity, asked for one after another and never sooner than it allows. */
class TarnClient implements FeedClient {
  private readonly stopped = new AbortController();
  private cursor: string;
  private etag: string | null = null;
  /** What the last page allowed: one that has not changed says nothing of it. */
  private pollAfterMs = 2000;
  /** How long nobody may ask for the room after this one has, ms. */
  private pause = 0;
  private failures = 0;
  /** How often in a row it was too soon. */
  private refusals = 0;
  private state: FeedState | null = null;
  private last: { state: string; watching: number | null } | null;
  room: Room | null;

  constructor(private readonly connecting: Connecting<TarnFeed>) {
    this.cursor = connecting.position ?? 'latest';
    this.room = connecting.room;
    this.last = connecting.room && { state: connecting.room === 'live' ? 'live' : 'offline', watching: null };
    this.say('looking');
    void keepOn(() => this.inTurn(), this.stopped.signal, connecting.listener.onFault);
  }

  stop(): void {
    this.stopped.abort();
    this.say('stopped');
  }

  setRoom(live: boolean): void {
    this.room = live ? 'live' : 'off';
    this.say(live ? 'connected' : 'waiting');
  }

  private say(state: FeedState): void {
    if (state === this.state) return;
    this.state = state;
    this.connecting.listener.onState(state);
  }

  private get address(): string {
    return PLACES.tarn(this.connecting.platform, this.connecting.feed.handle);
  }

  readonly check = async (): Promise<CheckStep[]> =>
    handleSteps('Tarn', this.connecting.feed.handle, await lookAt(this.address));

  private async inTurn(): Promise<number> {
    const done = await takeTurn(this.address);
    let wait = LEAST_PAUSE_MS;
    try {
      if (!this.stopped.signal.aborted) wait = Math.max(LEAST_PAUSE_MS, await this.poll());
    } finally {
      done(this.stopped.signal.aborted ? 0 : this.pause);
    }
    return wait;
  }

  /** Asks for one page; returns how long to wait before the next, ms. */
  private async poll(): Promise<number> {
    const { listener, now } = this.connecting;
    this.pause = 0;
    let answer: Response;
    let body: string;
    try {
      answer = await fetch(`${this.address}/activity?after=${encodeURIComponent(this.cursor)}`, {
        headers: this.etag === null ? {} : { 'if-none-match': this.etag },
        signal: AbortSignal.any([this.stopped.signal, AbortSignal.timeout(ANSWER_MS)]),
      });
      body = await boundedText(answer);
    } catch {
      // Nothing but the asking stands above: nobody answers, or what is said has no end.
      return this.failed();
    }
    if (this.stopped.signal.aborted) return 0;
    const date = answer.headers.get('date');
    const stated = date === null ? NaN : Date.parse(date);
    if (Number.isFinite(stated)) listener.onClock(stated - Date.now());
    const asked = retryAfterMs(answer.headers.get('retry-after'), Date.now());
    switch (answer.status) {
      case 200:
        return this.take(body, answer.headers.get('etag'));
      case 304:
        this.failures = 0;
        this.refusals = 0;
        if (this.room) this.setRoom(this.room === 'live');
        this.pause = asked ?? this.pollAfterMs;
        return this.pause;
      case 404:
        this.say('notFound');
        return LOOK_AGAIN_MS;
      case 410:
        // The cursor is older than Tarn remembers: what lay between is lost, how much nobody knows.
        this.cursor = 'latest';
        this.etag = null;
        listener.onReading({ kind: 'gap', lost: null, at: now() }, '', 'latest');
        return LEAST_PAUSE_MS;
      case 429:
        return this.tooSoon(asked ?? 2000);
      default:
        return Math.max(this.failed(), asked ?? 0);
    }
  }

  /**
   * Somebody else, on another server, asks for the same room and has just been answered. Two that wait for the same moment would meet there
   * for ever: each waits a little more by chance, the more the oftener it was refused.
   */
  private tooSoon(asked: number): number {
    this.refusals += 1;
    this.pause = asked;
    return asked + Math.random() * Math.min(MOST_CHANCE_MS, this.pollAfterMs * this.refusals);
  }

  private failed(): number {
    this.failures += 1;
    if (!this.stopped.signal.aborted) this.say('reconnecting');
    return backoff(this.failures, Math.random());
  }

  private async take(body: string, etag: string | null): Promise<number> {
    const { listener, now, feed } = this.connecting;
    const page = readTarn(body, { feed: feed.id, seenAt: now() }, this.last);
    if (!page.ok) {
      listener.onReading({ kind: 'bad', reason: page.reason }, body);
      return this.failed();
    }
    this.failures = 0;
    this.refusals = 0;
    if (page.readings.length > 0) listener.onRaw(body);
    // The position belongs to the page's last reading: a crash in its middle asks for the whole page again, and "once" does the rest.
    const turn = new Turn();
    for (const [n, { reading, raw }] of page.readings.entries()) {
      listener.onReading(reading, raw, n === page.readings.length - 1 ? page.next : undefined);
      await turn.rest();
      if (this.stopped.signal.aborted) return 0;
    }
    this.cursor = page.next;
    this.etag = etag;
    this.last = page.room ?? this.last;
    this.setRoom(page.live);
    this.pollAfterMs = page.pollAfterMs;
    this.pause = page.pollAfterMs;
    return page.pollAfterMs;
  }
}

/** Tarn: polled pages. */
export const connectTarn: Connect<'tarn'> = (connecting) => new TarnClient(connecting);
