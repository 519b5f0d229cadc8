import type { RequestHandler } from 'express';
import { z } from 'zod';
import { readShowDocument } from '@/core/show/file';
import { secretsSchema } from '@/server/door/shows';
import { brokenWords } from '@/server/live/publishing';
import type { ShowHost } from '@/server/live/show-host';
import { problem } from '@/server/problem';
import { readBody, run } from './body';
import { keyOf } from './with-show';
import { phrase } from '@/core/words/phrase';

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

const countOf = (value: unknown): number =>
  typeof value === 'object' && value !== null ? Object.keys(value).length : 0;

/**
 * Takes a show as a browser publishes it. The key is looked at before anything else that comes.
 * @param newcomers limits how many shows one address may begin
 */
export const publish =
  (host: ShowHost, newcomers: RequestHandler): RequestHandler<{ id: string }> =>
  async (req, res) => {
    const desk = keyOf(req);
    if (desk === '')
      return problem(res, 401, { title: 'No key', detail: phrase('A show is published with its desk key.') });
    const may = host.mayPublish(String(req.params.id), desk);
    if (typeof may === 'object')
      return problem(res, 503, { title: 'The show’s files cannot be used', detail: brokenWords(may.broken) });
    if (may === 'notYours')
      return problem(res, 403, {
        title: 'Not your show',
        detail: phrase('The key is not this show’s, or its device may not change it.'),
      });
    if (host.kept(String(req.params.id))?.docs.read())
      return problem(res, 409, {
        title: 'In step',
        detail: phrase(
          'This page is of an earlier version of Gavirn: it shows the show, and cannot change it any more. Reload it.',
        ),
      });
    if (may === 'new') await run(newcomers, req, res);
    if (res.headersSent) return;
    await readBody(req, res, '8mb');
    const given = req.body as { outletKeys?: unknown; secrets?: unknown } | undefined;
    if (countOf(given?.outletKeys) > MOST_OUTLETS || countOf(given?.secrets) > MOST_SECRETS)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase('A show has {most} outlets and {mostSecrets} feeds at most.', {
          most: MOST_OUTLETS,
          mostSecrets: MOST_SECRETS - 1,
        }),
      });
    const body = publishSchema.safeParse(given);
    const read = body.success ? readShowDocument(body.data.show) : null;
    if (!body.success || !read)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase('A show and the keys of its outlets were expected.'),
      });
    if (!read.ok) return problem(res, 422, { title: 'Not a show', detail: read.reason });
    if (read.show.id !== req.params.id)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase('The address names another show than the document.'),
      });
    const published = host.publish(read.show, desk, body.data.outletKeys, { secrets: body.data.secrets });
    if (published.ok) return void res.status(204).end();
    problem(
      res,
      published.status,
      { title: 'Not published', detail: published.detail },
      published.taken ? { taken: published.taken } : {},
    );
  };
