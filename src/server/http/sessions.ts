import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router, type Request, type Response } from 'express';
import { z } from 'zod';
import type { StreamEvent } from '@/core/event/event';
import { feedIdSchema } from '@/core/event/viewer-key';
import { withFeeds } from '@/core/event/with-feeds';
import { writeEventLine } from '@/core/file/events';
import { problem } from '@/server/problem';
import { lastingInTurns, readLasting } from './lasting';
import { took, toTake } from '@/server/live/taken-sessions';
import type { ShowHost } from '@/server/live/show-host';
import type { LogRelay } from '@/server/live/log-relay';
import { sessionLogs } from './session-logs';
import { foundFor, type WithShow } from './with-show';
import { phrase } from '@/core/words/phrase';

const joinQuerySchema = z.object({
  from: z.string().min(1).max(100),
  setup: z.string().min(1).max(100),
  feeds: z
    .string()
    .max(10_000)
    .transform((text, context): unknown => {
      try {
        return JSON.parse(text);
      } catch {
        // No JSON.
        context.addIssue('No JSON.');
        return z.NEVER;
      }
    })
    .pipe(z.record(feedIdSchema, feedIdSchema)),
});

const notKept = (res: Response): void =>
  problem(res, 503, {
    title: 'Not kept',
    detail: phrase('It cannot be kept just now. Send it again.'),
  });

const showOf = (req: Request): string => String((req.params as Record<string, string>).id);

/** A show's sessions, and what they leave to later ones, below /api/shows/<id>. */
export function sessions(host: ShowHost, relay: LogRelay, withShow: WithShow): Router {
  const router = Router({ mergeParams: true });

  endings(router, withShow);
  taken(router, host);
  lastings(router, withShow);
  sessionLogs(router, { host, relay, withShow });

  router.get('/sessions', async (req, res) => {
    const found = foundFor(host, req, res, 'desk');
    const kept = found && host.kept(showOf(req));
    if (found && kept) res.json(await toTake(kept, found.owner, found.device.id));
  });

  router.get('/sessions/running', async (req, res) => {
    const show = withShow(req, res);
    if (show) res.json({ session: await show.running() });
  });

  router.get('/sessions/:session/events', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    const events = await show.events(String(req.params.session));
    if (!events)
      return problem(res, 404, {
        title: 'No such session',
        detail: phrase('This server does not have the session any more.'),
      });
    res.type('application/x-ndjson');
    await send(res, linesOf(events));
  });

  router.get('/sessions/:session/inputs', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const inputs = await show.inputs(String(req.params.session));
    if (!inputs)
      return problem(res, 404, {
        title: 'No such session',
        detail: phrase('This server does not have the session any more.'),
      });
    res.type('application/x-ndjson');
    await send(res, jsonLines(inputs));
  });

  return router;
}

/** What sessions leave to later ones, as a browser keeps it, or as another show of this streamer had it. */
function lastings(router: Router, withShow: WithShow): void {
  router.get('/lasting', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    res.type('application/x-ndjson');
    await send(res, lastingInTurns(await show.carryOver()));
  });

  router.put('/lasting', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const read = await readLasting(req);
    if (!read.ok) return problem(res, 400, { title: 'Not understood', detail: read.reason });
    if (await show.takeLasting(read.lasting, null)) res.status(204).end();
    else notKept(res);
  });

  router.post('/lasting/of/:from', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const asked = joinQuerySchema.safeParse({ ...req.query, from: req.params.from });
    if (!asked.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase(
          'Say which of the home’s shows it is (?setup=ID), and which feeds are which (&feeds=…, a JSON object of ids).',
        ),
      });
    const read = await readLasting(req);
    if (!read.ok) return problem(res, 400, { title: 'Not understood', detail: read.reason });
    const { from, setup, feeds } = asked.data;
    const lasting = withFeeds(read.lasting, new Map(Object.entries(feeds)));
    if (await show.takeLasting(lasting, { from, setup })) res.status(204).end();
    else notKept(res);
  });
}

/** A browser says that it has a session. */
function taken(router: Router, host: ShowHost): void {
  router.delete('/sessions/:session', async (req, res) => {
    const found = foundFor(host, req, res);
    const kept = found && host.kept(showOf(req));
    if (!found || !kept) return;
    const events = z.coerce.number().int().min(0).safeParse(req.query.events);
    if (!events.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase('Say how many events were taken over: ?events=N.'),
      });
    const dropped = await took(kept, found.owner, {
      device: found.device.id,
      session: String(req.params.session),
      events: events.data,
    });
    if (dropped === 'more')
      return problem(res, 409, {
        title: 'More has come',
        detail: phrase('More has been counted since: take the session again.'),
      });
    if (dropped === 'none')
      return problem(res, 404, {
        title: 'No such session',
        detail: phrase('This server has no finished session of that name.'),
      });
    res.status(204).end();
  });
}

/** A session is ended, or another begun, by the streamer's hand. */
function endings(router: Router, withShow: WithShow): void {
  router.post('/end', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    await show.endSession();
    res.status(204).end();
  });

  router.post('/anew', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    await show.beginAnew();
    res.status(204).end();
  });

  router.post('/go-on', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    if (await show.goOnWithEarlier()) res.status(204).end();
    else
      problem(res, 409, {
        title: 'Too late',
        detail: phrase(
          'The last session cannot be gone on with any more. It can be in the first ten minutes of a new one, while nothing was drawn in that.',
        ),
      });
  });
}

/** Sends lines as they come. Whoever asked may go meanwhile, which ends it; anything else is a fault of ours. */
async function send(res: Response, lines: AsyncIterable<string>): Promise<void> {
  try {
    await pipeline(Readable.from(lines), res);
  } catch (error) {
    if (!res.destroyed) throw error;
  }
}

async function* jsonLines(values: AsyncIterable<unknown>): AsyncGenerator<string> {
  for await (const value of values) yield `${JSON.stringify(value)}\n`;
}

async function* linesOf(events: AsyncIterable<StreamEvent>): AsyncGenerator<string> {
  for await (const event of events) yield writeEventLine(event);
}
