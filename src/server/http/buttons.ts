import { Router, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { z } from 'zod';
import { buttonDoesSchema, buttonNameSchema } from '@/core/home/button';
import { english, phrase, type Phrase, type Sayable } from '@/core/words/phrase';
import type { Buttons } from '@/server/live/buttons';
import { problem } from '@/server/problem';
import { readBody } from './body';
import { kept } from './kept';
import type { WithShow } from './with-show';

const KEY = /^[\w-]{16,100}$/;
/** So often one button may be called in ten seconds: faster than that nobody presses. */
const MOST_CALLS = 50;
/** So many wrong addresses one client may call in a minute. */
const MOST_WRONG = 60;
const newSchema = z.object({ name: buttonNameSchema, does: buttonDoesSchema });
type Params = Record<string, string>;

/** A home's buttons elsewhere, below /api/shows/<id>/buttons: whoever may do everything makes and removes them. */
export function buttons(all: Buttons, withShow: WithShow): Router {
  const router = Router({ mergeParams: true });

  router.get('/', (req, res) => {
    if (withShow(req, res)) res.json(all.views(String((req.params as Params)['id']), Date.now()));
  });

  router.post('/', async (req, res) => {
    if (!withShow(req, res)) return;
    await readBody(req, res, '4kb');
    const body = newSchema.safeParse(req.body);
    if (!body.success)
      return problem(res, 400, { title: 'Not understood', detail: phrase('What was sent cannot be read.') });
    const { name, does } = body.data;
    kept(
      res,
      () => {
        const made = all.make(String((req.params as Params)['id']), name, does, Date.now());
        if ('key' in made) res.status(201).json(made);
        else problem(res, 409, { title: 'Not made', detail: made.says });
      },
      notKept,
    );
  });

  router.delete('/:button', (req, res) => {
    const { id = '', button = '' } = req.params as Params;
    if (!withShow(req, res)) return;
    kept(
      res,
      () => {
        all.remove(id, button);
        res.status(204).end();
      },
      notKept,
    );
  });

  return router;
}

const notKept = (says: Sayable): Phrase => phrase('The buttons cannot be kept on the server: {says}.', { says });

const tooOften: RequestHandler = (_req, res) =>
  problem(res, 429, { title: 'Too often', detail: phrase('This is called too often. Wait a few seconds.') });

/** Where a button elsewhere is called: POST /b/<key>, with nothing in it. The answer says what was done. */
export function calls(all: Buttons): Router {
  const router = Router();
  const each = rateLimit({
    windowMs: 10_000,
    limit: MOST_CALLS,
    keyGenerator: (req) => String(req.params['key']),
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: tooOften,
  });
  // Guessing is hopeless, and nobody needs to be let try. Only wrong ones count.
  const wrong = rateLimit({
    windowMs: 60_000,
    limit: MOST_WRONG,
    skipSuccessfulRequests: true,
    requestWasSuccessful: (_req, res) => res.statusCode !== 404,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: tooOften,
  });
  router.post('/:key', wrong, each as RequestHandler<{ key: string }>, (req: Request<{ key: string }>, res, next) => {
    void call(all, req.params.key, res).catch(next);
  });
  router.all('/:key', (_req, res) => {
    res.set('allow', 'POST');
    problem(res, 405, {
      title: 'Only by POST',
      detail: phrase('A button is called by POST, so that nothing presses it by looking.'),
    });
  });
  return router;
}

async function call(all: Buttons, key: string, res: Response): Promise<void> {
  const called = KEY.test(key) ? await all.call(key, Date.now()) : ({ called: 'unknown' } as const);
  switch (called.called) {
    case 'done':
      return void res.json({ did: english(called.says) });
    case 'gone':
      return problem(res, 409, {
        title: 'Nothing to do',
        detail: phrase('The show that is on has nothing that this button is for, or it is switched off.'),
      });
    case 'unknown':
      return problem(res, 404, { title: 'No such button', detail: phrase('No button has this address.') });
  }
}
