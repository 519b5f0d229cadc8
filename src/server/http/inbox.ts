import { Router, text } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { ShowHost } from '@/server/live/show-host';
import { problem } from '@/server/problem';
import { run } from './body';
import { phrase } from '@/core/words/phrase';

const body = text({ type: () => true, limit: '4mb', defaultCharset: 'utf-8' });
const INBOX_KEY = /^[\w-]{16,100}$/;

/** What one address of a feed may be sent: so many requests within so long, ms. */
const MOST_REQUESTS = 3000;
const WITHIN_MS = 10_000;

/** Feeds' own addresses, /in/<key>: what is posted there is an event of that feed, or a refusal that says why. */
export function inbox(host: ShowHost): Router {
  const router = Router();
  const perFeed = rateLimit({
    windowMs: WITHIN_MS,
    limit: MOST_REQUESTS,
    keyGenerator: (req) => String(req.params.key),
    standardHeaders: 'draft-8',
    legacyHeaders: false,
  });
  router.post('/:key', async (req, res) => {
    // Who may send is known before what is sent is read.
    const found = INBOX_KEY.test(req.params.key) ? host.inbox(req.params.key) : null;
    if (!found) return problem(res, 404, { title: 'No such address', detail: phrase('No feed has this address.') });
    await run(perFeed, req, res);
    if (res.headersSent) return;
    await run(body, req, res);
    const headers = Object.fromEntries(
      Object.entries(req.headers).map(([name, value]) => [name, Array.isArray(value) ? value.join(', ') : value]),
    );
    const { status, detail } = await found.owner.feeds.receive(found.feed, {
      headers,
      body: typeof req.body === 'string' ? req.body : '',
    });
    if (detail === null) res.status(status).end();
    else problem(res, status, { title: 'Refused', detail });
  });
  return router;
}
