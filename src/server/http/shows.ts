import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { json, Router, type Request, type Response } from 'express';
import { z } from 'zod';
import { courseOf } from '@/core/engine/course';
import { lastingOf, lastingSchema } from '@/core/engine/lasting';
import { commandSchema } from '@/core/engine/input';
import type { StreamEvent } from '@/core/event/event';
import { writeEventLine } from '@/core/file/events';
import { readShowDocument } from '@/core/show/file';
import type { House } from '@/server/live/house';
import type { LiveShow } from '@/server/live/live-show';
import { openStream } from '@/server/live/stream';
import { secretsSchema } from '@/server/live/vault';
import { problem } from '@/server/problem';
import { feeds } from './feeds';
import { media } from './media';
import { people } from './people';

const key = z.string().regex(/^[\w-]{16,100}$/);
const publishSchema = z.object({ show: z.unknown(), outletKeys: z.record(z.string().max(100), key), secrets: secretsSchema.default({}) });

/** The desk's key, from the Authorization header: never from the address, which ends up in logs and histories. */
const keyOf = (req: Request): string => /^Bearer ([\w-]{16,100})$/.exec(req.get('authorization') ?? '')?.[1] ?? '';

/** What the app does with a show, below /api/shows. Everything needs the desk's key. */
export function shows(house: House): Router {
  const router = Router();

  const withShow = (req: Request, res: Response): LiveShow | null => {
    const show = house.desk(String(req.params.id), keyOf(req));
    if (show === null) problem(res, 404, 'No such show', 'This server does not have the show. The browser that has it publishes it again.');
    if (show === false) problem(res, 403, 'Not your show', 'The key is not this show’s.');
    return show || null;
  };

  router.put('/:id', json({ limit: '8mb' }), (req, res) => {
    const body = publishSchema.safeParse(req.body);
    const read = body.success ? readShowDocument(body.data.show) : null;
    if (!body.success || !read) return problem(res, 400, 'Not understood', 'A show and the keys of its outlets were expected.');
    if (!read.ok) return problem(res, 422, 'Not a show', read.reason);
    if (read.show.id !== req.params.id) return problem(res, 400, 'Not understood', 'The address names another show than the document.');
    if (!key.safeParse(keyOf(req)).success) return problem(res, 401, 'No key', 'A show is published with its desk key.');
    if (!house.publish(read.show, keyOf(req), body.data.outletKeys, body.data.secrets)) return problem(res, 403, 'Not your show', 'Another browser published this show with another key.');
    res.status(204).end();
  });

  router.delete('/:id', async (req, res) => {
    if (!withShow(req, res)) return;
    await house.remove(String(req.params.id));
    res.status(204).end();
  });

  router.get('/:id/desk', (req, res) => {
    if (!withShow(req, res)) return;
    const channel = house.deskOf(String(req.params.id));
    if (!channel) return;
    const stream = openStream(req, res, () => channel.remove(stream));
    channel.add(stream);
  });

  router.post('/:id/commands', json(), (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const command = commandSchema.safeParse(req.body);
    if (!command.success) return problem(res, 400, 'Not understood', 'This is no command of the desk.');
    show.command(command.data);
    res.status(204).end();
  });

  router.use('/:id/feeds', feeds(house, withShow));
  router.use('/:id/media', media(house, withShow));

  router.get('/:id/draws/:draw', (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const draw = show.state.draws.get(String(req.params.draw));
    if (!draw?.last || draw.turns) return problem(res, 404, 'Not drawn', 'This reel has drawn nothing yet, or still turns.');
    res.json(draw.last);
  });

  router.get('/:id/goals/:goal/course', (req, res) => {
    const show = withShow(req, res);
    if (show) res.json(courseOf(show.state, String(req.params.goal)));
  });

  router.use('/:id/people', people(house, withShow));

  router.post('/:id/end', (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    show.endSession();
    res.status(204).end();
  });

  router.get('/:id/lasting', (req, res) => {
    const show = withShow(req, res);
    if (show) res.json(lastingOf(show.state));
  });

  router.put('/:id/lasting', json({ limit: '64mb' }), (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const lasting = lastingSchema.safeParse(req.body);
    if (!lasting.success) return problem(res, 400, 'Not understood', 'What earlier sessions left was expected.');
    show.restore(lasting.data);
    res.status(204).end();
  });

  router.get('/:id/sessions', (req, res) => {
    const show = withShow(req, res);
    if (show) res.json(show.sessions.list(show.state));
  });

  router.get('/:id/sessions/:session/events', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const events = await show.events(String(req.params.session));
    if (!events) return problem(res, 404, 'No such session', 'This server does not have the session any more.');
    res.type('application/x-ndjson');
    await pipeline(Readable.from(linesOf(events)), res).catch(() => {
      // Whoever asked has gone.
    });
  });

  router.get('/:id/sessions/:session/inputs', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const inputs = await show.inputs(String(req.params.session));
    if (!inputs) return problem(res, 404, 'No such session', 'This server does not have the session any more.');
    res.type('application/x-ndjson');
    await pipeline(Readable.from(jsonLines(inputs)), res).catch(() => {
      // Whoever asked has gone.
    });
  });

  router.delete('/:id/sessions/:session', (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    if (!show.sessions.drop(String(req.params.session), show.state)) return problem(res, 404, 'No such session', 'This server has no finished session of that name.');
    res.status(204).end();
  });

  return router;
}

async function* jsonLines(values: AsyncIterable<unknown>): AsyncGenerator<string> {
  for await (const value of values) yield `${JSON.stringify(value)}\n`;
}

async function* linesOf(events: AsyncIterable<StreamEvent>): AsyncGenerator<string> {
  for await (const event of events) yield writeEventLine(event);
}
