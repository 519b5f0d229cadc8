import { createParser } from 'eventsource-parser';

/** What a page hears of one of Gavirn's streams (docs/outlet-stream.md). */
export interface StreamListener {
  onOpen?: () => void;
  onMessage: (event: string, data: string) => void;
  /** The stream is not there: `status` is the server's answer, or null when there was none. It is tried again all the same. */
  onLost: (status: number | null) => void;
}

/** How long to wait before trying again: short after a loss, since the server may be back; longer after a clear no. */
const AGAIN_MS = 600;
const AGAIN_AFTER_NO_MS = 800;
/** The server sends something every 10 s; nothing for this long means that the connection is dead without having said so. */
const SILENCE_MS = 25_000;

/**
 * Reads one of Gavirn's event streams and never gives up. On fetch, for the status that an EventSource hides and the header that it
 * cannot send.
 * @returns how to stop it
 */
export function readStream(
  url: string,
  listener: StreamListener,
  headers: Readonly<Record<string, string>> = {},
): () => void {
  let stopped = false;
  // One abort serves both ends: `AbortSignal.any` is of 2023, and compositors embed older browsers.
  let present: AbortController | null = null;
  let lastId: string | null = null;

  const once = async (): Promise<number | null> => {
    const connection = new AbortController();
    present = connection;
    let timer = setTimeout(() => connection.abort(), SILENCE_MS);
    try {
      const response = await fetch(url, {
        headers: { accept: 'text/event-stream', ...headers, ...(lastId === null ? {} : { 'last-event-id': lastId }) },
        cache: 'no-store',
        signal: connection.signal,
      });
      if (!response.ok || !response.body) return response.status;
      listener.onOpen?.();
      const parser = createParser({
        onEvent: ({ event, data, id }) => {
          lastId = id ?? lastId;
          listener.onMessage(event ?? 'message', data);
        },
      });
      const reader = response.body.getReader();
      const decoder = new TextDecoder();
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        clearTimeout(timer);
        timer = setTimeout(() => connection.abort(), SILENCE_MS);
        parser.feed(decoder.decode(part.value, { stream: true }));
      }
      return null;
    } catch {
      return null;
    } finally {
      clearTimeout(timer);
    }
  };

  const run = async (): Promise<void> => {
    while (!stopped) {
      const status = await once();
      if (stopped) return;
      listener.onLost(status);
      await new Promise((resolve) => setTimeout(resolve, status === null ? AGAIN_MS : AGAIN_AFTER_NO_MS));
    }
  };
  void run();
  return () => {
    stopped = true;
    present?.abort();
  };
}

/** The engine's clock as a page knows it: from what the messages state and the page's own steady clock. */
export class RemoteClock {
  private offset: number | null = null;

  /** Takes note of a message's time; `fresh` forgets what was known (another server, or the same started again). */
  heard(now: number, fresh: boolean): void {
    const offset = now - performance.now();
    // A message that was underway longer states an older time: the largest offset is nearest to the truth.
    this.offset = fresh || this.offset === null ? offset : Math.max(offset, this.offset - 1);
  }

  now(): number {
    return this.offset === null ? Date.now() : performance.now() + this.offset;
  }
}
