import { Transform, type Readable } from 'node:stream';
import { z } from 'zod';
import { pipeline } from 'node:stream/promises';
import type { Response, Router } from 'express';
import { phrase } from '@/core/words/phrase';
import { problem } from '@/server/problem';
import type { LogRelay } from '@/server/live/log-relay';
import type { ShowHost } from '@/server/live/show-host';
import type { WithShow } from './with-show';

/** A device waits at most so many seconds for another that has it: no proxy should end it before. */
const MOST_WAIT_S = 25;
const waitSchema = z.object({ wait: z.coerce.number().min(0).max(MOST_WAIT_S).default(MOST_WAIT_S) });
/** The longest log, bytes. */
const MOST = 512 << 20;

/** Logs of finished sessions, from one device to another. */
export function sessionLogs(
  router: Router,
  { host, relay, withShow }: { host: ShowHost; relay: LogRelay; withShow: WithShow },
): void {
  router.get('/sessions/:session/log', (req, res) => {
    if (!withShow(req, res)) return;
    const asked = waitSchema.safeParse(req.query);
    if (!asked.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase('Say how many seconds you wait, {most} at most: ?wait=N.', { most: MOST_WAIT_S }),
      });
    const { id = '', session = '' } = req.params as Record<string, string>;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = relay.wait(id, session, (log) => {
      clearTimeout(timer);
      return take(log, res);
    });
    if (!stop)
      return problem(res, 503, { title: 'Too many wait', detail: phrase('Too many devices wait for logs just now.') });
    timer = setTimeout(() => {
      stop();
      host.refreshDesk(id);
      if (!res.headersSent)
        problem(res, 404, { title: 'Not here', detail: phrase('No device that has this session is here just now.') });
    }, asked.data.wait * 1000);
    res.on('close', () => {
      clearTimeout(timer);
      stop();
      host.refreshDesk(id);
    });
    // The others see on their desks that it is wanted.
    host.refreshDesk(id);
  });

  router.put('/sessions/:session/log', async (req, res) => {
    if (!withShow(req, res)) return;
    const { id = '', session = '' } = req.params as Record<string, string>;
    const taker = relay.next(id, session);
    if (!taker) return problem(res, 404, { title: 'Not wanted', detail: phrase('No device waits for this session.') });
    try {
      await taker(req);
      res.status(204).end();
    } catch {
      // Whoever waited, or whoever gives it, is gone.
      problem(res, 502, { title: 'Cut off', detail: phrase('The log did not get to the other device as a whole.') });
    }
  });
}

/** Hands it on as it comes; what breaks off, or is too long, breaks off for whoever takes it. */
async function take(log: Readable, res: Response): Promise<void> {
  let bytes = 0;
  const counted = new Transform({
    transform(piece: Buffer, _encoding, done) {
      bytes += piece.length;
      done(bytes > MOST ? new Error('The log is too long.') : null, piece);
    },
  });
  res.type('application/x-ndjson');
  await pipeline(log, counted, res);
}
