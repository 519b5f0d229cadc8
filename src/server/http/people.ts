import { Router, type RequestHandler } from 'express';
import { z } from 'zod';
import { ROLL_ORDERS } from '@/core/people/roll';
import type { ShowHost } from '@/server/live/show-host';
import { problem } from '@/server/problem';
import type { WithShow } from './with-show';
import { readBody } from './body';
import { phrase } from '@/core/words/phrase';

const MOST = 200_000;
const MOST_ROWS = 20_000;
const text = z.string().max(300).default('');
const listSchema = z.object({
  q: text,
  by: z.enum(ROLL_ORDERS).default('last'),
  from: z.coerce.number().int().min(0).default(0),
  most: z.coerce.number().int().min(1).max(MOST).default(50),
});
const someone = z.object({ feed: z.string().min(1).max(100), viewer: z.string().min(1).max(300) });
const importSchema = z.object({
  feed: z.string().min(1).max(100),
  rows: z
    .array(
      z.object({
        handle: z.string().max(200),
        viewer: z.string().min(1).max(200).optional(),
        name: z.string().max(200).optional(),
        points: z.number().int().min(0).max(1e12),
      }),
    )
    .max(MOST_ROWS),
});

/** Everybody who was ever seen, below /api/shows/<id>/people. */
export function people(host: ShowHost, withShow: WithShow): Router {
  const router = Router({ mergeParams: true });

  router.get('/', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    const asked = listSchema.safeParse(req.query);
    if (!asked.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase('People are listed by {rollOrders}.', { rollOrders: ROLL_ORDERS.join(', ') }),
      });
    const { q: sought, by: order, from, most } = asked.data;
    res.json(await show.people({ sought, order, from, most }));
  });

  router.get('/one', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    const asked = someone.safeParse(req.query);
    const person = asked.success ? await show.person(asked.data.feed, asked.data.viewer) : null;
    if (!person) return problem(res, 404, { title: 'Nobody', detail: phrase('Nothing is known of this viewer.') });
    res.json(person);
  });

  router.post('/import', importOf(withShow));

  router.post('/forget', async (req, res) => {
    if (!withShow(req, res)) return;
    await readBody(req, res);
    const asked = someone.safeParse(req.body);
    if (!asked.success)
      return problem(res, 400, { title: 'Not understood', detail: phrase('A feed and a viewer were expected.') });
    const notForgotten = await host.forget(String((req.params as Record<string, string>).id), asked.data);
    if (notForgotten !== null)
      return problem(res, 507, {
        title: 'Not forgotten',
        detail: phrase(
          'The viewer could not be taken out of the server’s files: {notForgotten}. Nothing else was changed; ask again once there is room.',
          { notForgotten },
        ),
      });
    res.status(204).end();
  });

  return router;
}

/** Points from a table: all of them, or none. */
const importOf =
  (withShow: WithShow): RequestHandler =>
  async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    await readBody(req, res, '8mb');
    const { rows: given } = (req.body ?? {}) as { rows?: unknown };
    if (Array.isArray(given) && given.length > MOST_ROWS)
      return problem(res, 413, {
        title: 'Too many',
        detail: phrase('A table of {given, number} lines was sent; no more than {most, number} are taken at once.', {
          given: given.length,
          most: MOST_ROWS,
        }),
      });
    const asked = importSchema.safeParse(req.body);
    if (!asked.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase('A feed and lines with a handle and points were expected.'),
      });
    const { feed, rows } = asked.data;
    if (!(await show.importPoints(feed, rows)))
      return problem(res, 409, {
        title: 'No such feed',
        detail: phrase('The feed that the viewers are of is not in this show.'),
      });
    res.json({ rows: rows.length });
  };
