import { raw, Router, type Request } from 'express';
import { MOST_BYTES, type Media } from '@/core/media/media';
import type { ShowOwner } from '@/server/door/bus';
import type { Homes } from '@/server/live/homes';
import type { ShowHost } from '@/server/live/show-host';
import { problem } from '@/server/problem';
import { run } from './body';
import type { WithShow } from './with-show';
import { phrase } from '@/core/words/phrase';

const bytes = raw({ type: () => true, limit: Math.max(...Object.values(MOST_BYTES)) });

/** A show's own files, below /api/shows/:id/media: which are here, one that is not, and one to look at. */
export function media(host: ShowHost, homes: Homes, withShow: WithShow): Router {
  const router = Router({ mergeParams: true });
  const showOf = (req: Request): string => String((req.params as Record<string, string>).id);
  /** Also one that another show of the home uses: it is to be there when that is put on. */
  const find = async (req: Request, show: ShowOwner): Promise<Media | null> =>
    (await show.media(String(req.params.file))) ?? homes.media(showOf(req), String(req.params.file));

  router.get('/', (req, res) => {
    const show = withShow(req, res, 'look');
    if (show) res.json(host.files.mediaOf(showOf(req))?.list() ?? []);
  });

  router.get('/:file', async (req, res) => {
    const show = withShow(req, res, 'look');
    if (!show) return;
    const file = await find(req, show);
    const path = file && host.files.mediaOf(showOf(req))?.path(file.id);
    if (!file || !path)
      return problem(res, 404, { title: 'No such file', detail: phrase('This server does not have the file.') });
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
    const id = showOf(req);
    const file = await find(req, show);
    if (!file) return problem(res, 404, { title: 'No such file', detail: phrase('The show names no such file.') });
    const refused = host.files.refuses(id, file.bytes);
    if (refused !== null && !host.files.mediaOf(id)?.path(file.id))
      return problem(res, 413, { title: 'Too much', detail: refused });
    await run(bytes, req, res);
    const notKept = await host.files.keepMedia(id, file, Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0));
    if (notKept) return problem(res, 422, { title: 'Not kept', detail: notKept });
    res.status(204).end();
  });

  return router;
}
