import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router, type Request, type RequestHandler, type Response } from 'express';
import { z } from 'zod';
import { commandSchema } from '@/core/session/input';
import type { StreamEvent } from '@/core/event/event';
import { writeEventLine } from '@/core/file/events';
import { readShowDocument } from '@/core/show/file';
import type { ShowOwner } from '@/server/door/bus';
import { secretsSchema } from '@/server/door/shows';
import { brokenWords } from '@/server/live/publishing';
import type { ShowHost } from '@/server/live/show-host';
import { openStream } from '@/server/live/stream';
import { problem } from '@/server/problem';
import { readBody, run } from './body';
import { feeds } from './feeds';
import { lastingInTurns, readLasting } from './lasting';
import { media } from './media';
import { people } from './people';

const key = z.string().regex(/^[\w-]{16,100}$/);
/** Beside the show: the keys of its outlets, and what its feeds must know. */
const publishSchema = z.object({
  show: z.unknown(),
  outletKeys: z.record(z.string().max(100), key),
  secrets: secretsSchema.default({}),
});
/** A show has no more outlets than this, and no more feeds (and one signer of tellings). */
const MOST_OUTLETS = 50;
const MOST_SECRETS = 21;

/** The desk's key, from the Authorization header: never from the address, which ends up in logs and histories. */
const keyOf = (req: Request): string => /^Bearer ([\w-]{16,100})$/.exec(req.get('authorization') ?? '')?.[1] ?? '';

const countOf = (value: unknown): number =>
  typeof value === 'object' && value !== null ? Object.keys(value).length : 0;

/**
 * What the app does with a show, below /api/shows. Everything needs the desk's key, which is looked at before anything else that comes.
 * @param newcomers limits how many shows one address may begin
 */
export function shows(host: ShowHost, newcomers: RequestHandler): Router {
  const router = Router();

  const withShow = (req: Request, res: Response): ShowOwner | null => {
    const found = host.desk(String(req.params.id), keyOf(req));
    switch (found.found) {
      case 'show':
        return found.owner;
      case 'none':
        problem(
          res,
          404,
          'No such show',
          'This server does not have the show. The browser that has it publishes it again.',
        );
        break;
      case 'notYours':
        problem(res, 403, 'Not your show', 'The key is not this show’s.');
        break;
      case 'broken':
        problem(res, 503, 'The show’s files cannot be used', brokenWords(found.says));
        break;
    }
    return null;
  };

  router.put('/:id', async (req, res) => {
    const desk = keyOf(req);
    if (desk === '') return problem(res, 401, 'No key', 'A show is published with its desk key.');
    const may = host.mayPublish(String(req.params.id), desk);
    if (typeof may === 'object') return problem(res, 503, 'The show’s files cannot be used', brokenWords(may.broken));
    if (may === 'notYours')
      return problem(res, 403, 'Not your show', 'Another browser published this show with another key.');
    if (may === 'new') await run(newcomers, req, res);
    if (res.headersSent) return;
    await readBody(req, res, '8mb');
    const given = req.body as { outletKeys?: unknown; secrets?: unknown } | undefined;
    if (countOf(given?.outletKeys) > MOST_OUTLETS || countOf(given?.secrets) > MOST_SECRETS)
      return problem(
        res,
        400,
        'Not understood',
        `A show has ${MOST_OUTLETS} outlets and ${MOST_SECRETS - 1} feeds at most.`,
      );
    const body = publishSchema.safeParse(given);
    const read = body.success ? readShowDocument(body.data.show) : null;
    if (!body.success || !read)
      return problem(res, 400, 'Not understood', 'A show and the keys of its outlets were expected.');
    if (!read.ok) return problem(res, 422, 'Not a show', read.reason);
    if (read.show.id !== req.params.id)
      return problem(res, 400, 'Not understood', 'The address names another show than the document.');
    const published = host.publish(read.show, desk, body.data.outletKeys, body.data.secrets);
    if (published.ok) return void res.status(204).end();
    problem(
      res,
      published.status,
      'Not published',
      published.detail,
      published.taken ? { taken: published.taken } : {},
    );
  });

  router.delete('/:id', async (req, res) => {
    if (!withShow(req, res)) return;
    await host.remove(String(req.params.id));
    res.status(204).end();
  });

  router.get('/:id/desk', (req, res) => {
    if (!withShow(req, res)) return;
    let stop: (() => void) | null = null;
    const stream = openStream(req, res, () => stop?.());
    stop = host.lookAtDesk(String(req.params.id), stream);
    if (!stop) stream.end();
  });

  router.post('/:id/commands', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    await readBody(req, res);
    const command = commandSchema.safeParse(req.body);
    if (!command.success) return problem(res, 400, 'Not understood', 'This is no command of the desk.');
    await show.command(command.data);
    res.status(204).end();
  });

  router.use('/:id/feeds', feeds(host, withShow));
  router.use('/:id/media', media(host, withShow));

  router.get('/:id/draws/:draw', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const drawn = await show.drawn(String(req.params.draw));
    if (!drawn) return problem(res, 404, 'Not drawn', 'This reel has drawn nothing yet, or still turns.');
    res.json(drawn);
  });

  router.get('/:id/goals/:goal/course', async (req, res) => {
    const show = withShow(req, res);
    if (show) res.json(await show.course(String(req.params.goal)));
  });

  router.use('/:id/people', people(host, withShow));

  router.post('/:id/end', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    await show.endSession();
    res.status(204).end();
  });

  router.get('/:id/lasting', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    res.type('application/x-ndjson');
    await send(res, lastingInTurns(await show.carryOver()));
  });

  router.put('/:id/lasting', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const read = await readLasting(req);
    if (!read.ok) return problem(res, 400, 'Not understood', read.reason);
    await show.restore(read.lasting);
    res.status(204).end();
  });

  router.get('/:id/sessions', async (req, res) => {
    const show = withShow(req, res);
    if (show) res.json(await show.sessions());
  });

  router.get('/:id/sessions/:session/events', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const events = await show.events(String(req.params.session));
    if (!events) return problem(res, 404, 'No such session', 'This server does not have the session any more.');
    res.type('application/x-ndjson');
    await send(res, linesOf(events));
  });

  router.get('/:id/sessions/:session/inputs', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const inputs = await show.inputs(String(req.params.session));
    if (!inputs) return problem(res, 404, 'No such session', 'This server does not have the session any more.');
    res.type('application/x-ndjson');
    await send(res, jsonLines(inputs));
  });

  router.delete('/:id/sessions/:session', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    if (!(await show.drop(String(req.params.session))))
      return problem(res, 404, 'No such session', 'This server has no finished session of that name.');
    res.status(204).end();
  });

  return router;
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
