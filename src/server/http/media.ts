import { raw, Router, type Request, type Response } from 'express';
import { MOST_BYTES } from '@/core/media/media';
import type { ShowHost } from '@/server/live/show-host';
import type { LiveShow } from '@/server/live/live-show';
import { problem } from '@/server/problem';
import { run } from './body';

const bytes = raw({ type: () => true, limit: Math.max(...Object.values(MOST_BYTES)) });

/** A show's own files, below /api/shows/:id/media: which are here, one that is not, and one to look at. */
export function media(host: ShowHost, withShow: (req: Request, res: Response) => LiveShow | null): Router {
  const router = Router({ mergeParams: true });
  const fileOf = (show: LiveShow, req: Request) => show.state.show.media.find(({ id }) => id === req.params.file);

  router.get('/', (req, res) => {
    const show = withShow(req, res);
    if (show) res.json(host.mediaOf(show.state.show.id)?.list() ?? []);
  });

  router.get('/:file', (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const file = fileOf(show, req);
    const path = file && host.mediaOf(show.state.show.id)?.path(file.id);
    if (!file || !path) return problem(res, 404, 'No such file', 'This server does not have the file.');
    res.sendFile(path, {
      headers: {
        'content-type': file.type,
        'x-content-type-options': 'nosniff',
        'content-security-policy': "default-src 'none'; sandbox",
      },
      dotfiles: 'allow',
    });
  });

  router.put('/:file', async (req, res) => {
    const show = withShow(req, res);
    if (!show) return;
    const { id } = show.state.show;
    const file = fileOf(show, req);
    if (!file) return problem(res, 404, 'No such file', 'The show names no such file.');
    const store = host.mediaOf(id);
    if (!store) return problem(res, 404, 'No such show', 'The show has just been removed.');
    const refused = host.refuses(id, file.bytes);
    if (refused !== null && !store.path(file.id)) return problem(res, 413, 'Too much', refused);
    await run(bytes, req, res);
    const trouble = await store.keep(file, Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0));
    host.recount(id);
    if (trouble) return problem(res, 422, 'Not kept', trouble);
    res.status(204).end();
  });

  return router;
}
