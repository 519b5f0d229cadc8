import type { Request, Response } from 'express';

const KEEP_ALIVE_MS = 10_000;
/** A browser's event source tries again after this long: short, since "resumes within 2 s of the server's return" includes it. */
const RETRY_MS = 700;

const ALIVE = Buffer.from(': \n\n');

/** The last message as it goes out: a view sends the same to one stream after another. */
let last: { event: string; id: number; data: string; bytes: Buffer } | null = null;

function bytesOf(event: string, id: number, data: string): Buffer {
  if (last === null || last.data !== data || last.id !== id || last.event !== event)
    last = { event, id, data, bytes: Buffer.from(`id: ${id}\nevent: ${event}\ndata: ${data}\n\n`) };
  return last.bytes;
}

/** One open event stream to a browser. */
export interface Stream {
  /** Sends one message; its id lets the other side say where it was. */
  send: (event: string, id: number, data: string) => void;
  /** True while what was sent has not gone out: more would only pile up. */
  readonly full: boolean;
  end: () => void;
}

/** Opens an event stream (WHATWG HTML, section 9.2); `closed` is called once when the other side has gone. */
export function openStream(req: Request, res: Response, closed: () => void): Stream {
  // What follows the head ends with the connection (RFC 9112, section 6.3), so that messages are written to the socket as they are: chunks
  // of their own cost as much again, and a show may have a thousand who look.
  res.useChunkedEncodingByDefault = false;
  res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
  req.socket.setNoDelay(true);
  res.write(`retry: ${RETRY_MS}\n\n`);
  let open = true;
  // Ended from here, it closes a little later: what comes in between is nobody's.
  const write = (bytes: Buffer): void => {
    if (!open || res.writableEnded) return;
    // Without a socket of its own yet it stands behind another answer on this connection: then it waits there.
    if (res.socket) res.socket.write(bytes);
    else res.write(bytes);
  };
  const alive = setInterval(() => write(ALIVE), KEEP_ALIVE_MS);
  res.on('close', () => {
    open = false;
    clearInterval(alive);
    closed();
  });
  return {
    send: (event, id, data) => write(bytesOf(event, id, data)),
    get full() {
      return res.socket?.writableNeedDrain ?? res.writableNeedDrain;
    },
    end: () => void res.end(),
  };
}
