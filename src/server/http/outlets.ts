import { Router, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readBody } from './body';
import type { ShowHost } from '@/server/live/show-host';
import { Speech } from '@/server/live/speech';
import { openStream } from '@/server/live/stream';
import { outletReportSchema } from '@/core/desk/outlet-page';
import { phrase } from '@/core/words/phrase';

/** So many wrong addresses one client may ask for in a minute. */
const MOST_GUESSES = 300;
/** So many reports all the pages of one outlet may send in a minute; larger ones than this are not read. */
const MOST_REPORTS = 120;
const REPORT_SIZE = '2kb';
const OUTLET_KEY = /^[\w-]{16,100}$/;

/**
 * Outlets' addresses: the page at /o/<key>, and its stream at /o/<key>/stream. A key lets one look, and say how the page is that
 * looks (/report), and nothing else; a wrong one
 * gets the same page with 404, which paints nothing and asks again now and then: a show that the server had lost comes back under
 * the same address.
 * @param policy the page's Content-Security-Policy
 */
export function outlets(host: ShowHost, built: string, policy: string): Router {
  const router = Router();
  const page = readFileSync(join(built, 'outlet.html'), 'utf8');
  const known = (key: string): boolean => OUTLET_KEY.test(key) && host.hasOutlet(key);
  // Guessing keys is hopeless (128 bits), but nobody needs to be let try. Only wrong addresses count, and none that stays open for hours.
  const guesses = rateLimit({
    windowMs: 60_000,
    limit: MOST_GUESSES,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
  });
  router.use('/:key', (req, res, next) => (known(String(req.params.key)) ? next() : void guesses(req, res, next)));

  router.get('/:key', (req, res) => {
    // Made to be framed by a compositor, wherever that is; nothing else is.
    res.set('content-security-policy', policy);
    res.removeHeader('x-frame-options');
    res
      .status(known(req.params.key) ? 200 : 404)
      .type('html')
      .set('cache-control', 'no-store')
      .send(page);
  });

  router.get('/:key/stream', (req, res) => {
    const found = outletAt(host, req.params.key);
    if (!found) return nobody(res);
    let stop: (() => void) | null = null;
    const page = outletReportSchema.shape.page.safeParse(req.query['page']).data;
    const stream = openStream(req, res, () => {
      // Before the desk is told that one less looks.
      if (page !== undefined) void found.owner.outletLeft(found.outlet, page);
      stop?.();
    });
    stop = found.look(stream);
    if (!stop) stream.end();
  });

  // Each page of an outlet says something twice a minute, and when its window is drawn larger.
  const saying = rateLimit({
    windowMs: 60_000,
    limit: MOST_REPORTS,
    keyGenerator: (req) => String(req.params['key']),
    standardHeaders: 'draft-8',
    legacyHeaders: false,
  });
  router.post(
    '/:key/report',
    saying as RequestHandler<{ key: string }>,
    (req, res, next) => void reportTo(host, req, res).catch(next),
  );
  router.get('/:key/media/:id', mediaOf(host));
  router.get('/:key/speech/:heard', speechOf(host));
  router.use((_req, res) => nobody(res));

  return router;
}

const nobody = (res: Response): void =>
  void res.status(404).type('text/plain').send(phrase('No outlet has this address.'));

const outletAt = (host: ShowHost, key: string) => (OUTLET_KEY.test(key) ? host.outlet(key) : null);

/** How an outlet is there, as its page says; it changes nothing, and is shown on the desk. */
async function reportTo(host: ShowHost, req: Request<{ key: string }>, res: Response): Promise<void> {
  const found = outletAt(host, req.params.key);
  if (!found) return nobody(res);
  await readBody(req, res, REPORT_SIZE);
  const report = outletReportSchema.safeParse(req.body);
  if (!report.success) return void res.status(400).type('text/plain').send(phrase('What was sent cannot be read.'));
  await found.owner.outletSays(found.outlet, report.data, req.get('user-agent') ?? '');
  res.sendStatus(204);
}

/** Only what the show names is given out, as what it is and nothing else: a drawing that is opened by itself runs nothing and fetches nothing. */
const mediaOf =
  (host: ShowHost): RequestHandler<{ key: string; id: string }> =>
  async (req, res) => {
    const found = outletAt(host, req.params.key);
    const file = await found?.owner.media(req.params.id);
    const path = file && found?.media.path(file.id);
    if (!file || !path) return nobody(res);
    res.sendFile(path, {
      headers: {
        'content-type': file.type,
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
        'x-content-type-options': 'nosniff',
        'cache-control': 'private, max-age=31536000, immutable',
      },
      dotfiles: 'allow',
    });
  };

/** What is to be heard now, said by this server; nothing else can be asked for. */
const speechOf = (host: ShowHost): RequestHandler<{ key: string; heard: string }> => {
  const speech = new Speech();
  return async (req, res) => {
    const found = outletAt(host, req.params.key);
    const heard = await found?.owner.speech(req.params.heard);
    if (!heard) return nobody(res);
    const spoken = await speech.say(heard);
    if (spoken === 'busy')
      return void res
        .status(503)
        .set('retry-after', '1')
        .type('text/plain')
        .send(phrase('Too much is to be said already.'));
    if (!spoken) return nobody(res);
    res.type('audio/wav').set('cache-control', 'no-store').send(spoken);
  };
};
