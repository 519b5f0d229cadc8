import type { Reading } from '@/core/intake/received';
import type { FeedState } from '@/core/platform/feed-state';
import type { Sayable } from '@/core/words/phrase';

/** What the platform last said of the broadcast. */
export type Room = 'live' | 'off';

/** What a feed's client tells the session that it feeds. */
export interface FeedListener {
  /**
   * What one message came to, in the order of arrival. `raw` is the message as it came; `position` is where the stream can be resumed
   * behind it, for transports that can.
   */
  onReading: (reading: Reading, raw: string, position?: string) => void;
  /** A message as it came, whatever it comes to: for the streamer to look at, and to make rules from. */
  onRaw: (raw: string) => void;
  onState: (state: FeedState) => void;
  /** Something else has changed that is shown of the feed. */
  onChanged?: () => void;
  /** Something of Gavirn's own went wrong, which is neither the network's doing nor a message's. */
  onFault: (error: unknown) => void;
  /** How far the platform's clock is ahead of this machine's, ms, whenever the platform states its time. */
  onClock: (aheadMs: number) => void;
}

/** A request that came to a feed's own address. Header names are in lower case. */
export interface InboxRequest {
  headers: Readonly<Record<string, string | undefined>>;
  body: string;
}

/** What is answered: a status, and a sentence where it is a refusal. */
export interface InboxAnswer {
  status: number;
  detail: Sayable | null;
}

/** One step of what must be true before a feed can work: what was found, and the next thing to do when it is not so. */
export interface CheckStep {
  step: Sayable;
  outcome: 'good' | 'bad' | 'unknown';
  says: Sayable;
}

export type Posted = { ok: true } | { ok: false; reason: Sayable };

/** A connection that lives until it is stopped, whatever the platform does. One class a transport; a platform may use several. */
export interface FeedClient {
  stop: () => void;
  /** Null before the platform has said anything. */
  readonly room: Room | null;
  /** The session says what the platform's room is, since a message that says so passes through intake first. */
  setRoom: (live: boolean) => void;
  /** Takes a request at the feed's own address; absent where a feed has none. It is answered once what it brought is on the disk. */
  receive?: (request: InboxRequest) => InboxAnswer | Promise<InboxAnswer>;
  /** Looks at everything that must be true. */
  check: () => Promise<CheckStep[]>;
  /** Posts in the platform's chat, as the streamer's helper. */
  post?: (text: string) => Promise<Posted>;
}

/** A platform that asks to be left alone for longer is asked again after this all the same, ms. */
const LONGEST_PAUSE_MS = 3_600_000;
/** After a fault of ours a feed is left in peace for this long, ms. */
const FAULT_PAUSE_MS = 30_000;

/** Waits, an hour at most, or less when `signal` is aborted. */
export function pause(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    if (signal.aborted) return resolve();
    const timer = setTimeout(done, Math.min(Math.max(0, ms), LONGEST_PAUSE_MS));
    signal.addEventListener('abort', done, { once: true });
    function done(): void {
      clearTimeout(timer);
      signal.removeEventListener('abort', done);
      resolve();
    }
  });
}

/**
 * Does one thing after another until it is stopped, each time after as long as the last one asked for (ms). What the network does is dealt
 * with in `once`; what it throws is a fault of ours, is told as such, and ends nothing.
 */
export async function keepOn(
  once: () => Promise<number>,
  signal: AbortSignal,
  fault: (error: unknown) => void,
): Promise<void> {
  while (!signal.aborted) {
    let wait = FAULT_PAUSE_MS;
    try {
      wait = await once();
    } catch (error) {
      fault(error);
    }
    if (!signal.aborted) await pause(wait, signal);
  }
}
