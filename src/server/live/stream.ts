import type { Request, Response } from 'express';

const KEEP_ALIVE_MS = 10_000;
/** A browser's event source tries again after this long: short, since "resumes within 2 s of the server's return" includes it. */
const RETRY_MS = 700;

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
  res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
  req.socket.setNoDelay(true);
  res.write(`retry: ${RETRY_MS}\n\n`);
  const alive = setInterval(() => {
    if (!res.writableEnded) res.write(': \n\n');
  }, KEEP_ALIVE_MS);
  res.on('close', () => {
    clearInterval(alive);
    closed();
  });
  return {
    send: (event, id, data) => {
      // Ended from here, it closes a little later: what comes in between is nobody's.
      if (!res.writableEnded) res.write(`id: ${id}\nevent: ${event}\ndata: ${data}\n\n`);
    },
    get full() {
      return res.writableNeedDrain;
    },
    end: () => void res.end(),
  };
}
