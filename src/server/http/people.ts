import { Router, type Request, type Response } from 'express';
import { z } from 'zod';
import { idByHandle } from '@/core/engine/feature/points/ledger';
import { personView, roll, ROLL_ORDERS } from '@/core/people/roll';
import type { ShowHost } from '@/server/live/show-host';
import type { LiveShow } from '@/server/live/live-show';
import { problem } from '@/server/problem';
import { readBody } from './body';

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
export function people(host: ShowHost, withShow: (req: Request, res: Response) => LiveShow | null): Router {
  const router = Router({ mergeParams: true });

  router.get('/', (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const asked = listSchema.safeParse(req.query);
    if (!asked.success) return problem(res, 400, 'Not understood', `People are listed by ${ROLL_ORDERS.join(', ')}.`);
    res.json(
      roll(show.state, { sought: asked.data.q, order: asked.data.by, from: asked.data.from, most: asked.data.most }),
    );
  });

  router.get('/one', (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const asked = someone.safeParse(req.query);
    const person = asked.success ? personView(show.state, asked.data.feed, asked.data.viewer) : null;
    if (!person) return problem(res, 404, 'Nobody', 'Nothing is known of this viewer.');
    res.json(person);
  });

  /** Points from a table: the names are resolved here, the rest is one input: all of it, or nothing. */
  router.post('/import', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    await readBody(req, res, '8mb');
    const { rows: given } = (req.body ?? {}) as { rows?: unknown };
    if (Array.isArray(given) && given.length > MOST_ROWS)
      return problem(
        res,
        413,
        'Too many',
        `A table of ${given.length.toLocaleString('en')} lines was sent; no more than ${MOST_ROWS.toLocaleString('en')} are taken at once.`,
      );
    const asked = importSchema.safeParse(req.body);
    if (!asked.success)
      return problem(res, 400, 'Not understood', 'A feed and lines with a handle and points were expected.');
    const { feed, rows } = asked.data;
    if (!show.state.show.feeds.some(({ id }) => id === feed))
      return problem(res, 409, 'No such feed', 'The feed that the viewers are of is not in this show.');
    const { viewers, past, ledger } = show.state;
    const byHandle = new Map<string, string>();
    for (const each of [...ledger.accounts.values(), ...past.viewers.values(), ...viewers.values()])
      if (each.feed === feed) byHandle.set(each.handle.toLowerCase(), each.id);
    show.command({
      command: 'import',
      rows: rows.map(({ handle, viewer, name, points }) => ({
        feed,
        id: viewer ?? byHandle.get(handle.toLowerCase()) ?? idByHandle(handle),
        handle,
        name: name ?? handle,
        points,
      })),
    });
    res.json({ rows: rows.length });
  });

  router.post('/forget', async (req, res) => {
    if (!withShow(req, res)) return;
    await readBody(req, res);
    const asked = someone.safeParse(req.body);
    if (!asked.success) return problem(res, 400, 'Not understood', 'A feed and a viewer were expected.');
    const trouble = await host.forget(String((req.params as Record<string, string>).id), asked.data);
    if (trouble !== null)
      return problem(
        res,
        507,
        'Not forgotten',
        `The viewer could not be taken out of the server’s files: ${trouble}. Nothing else was changed; ask again once there is room.`,
      );
    res.status(204).end();
  });

  return router;
}
