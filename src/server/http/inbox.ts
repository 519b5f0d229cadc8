import { Router, text } from 'express';
import type { House } from '@/server/live/house';
import { problem } from '@/server/problem';

const INBOX_KEY = /^[\w-]{16,100}$/;

/** Feeds' own addresses, /in/<key>: what is posted there is an event of that feed, or a refusal that says why. */
export function inbox(house: House): Router {
  const router = Router();
  router.post('/:key', text({ type: () => true, limit: '4mb', defaultCharset: 'utf-8' }), async (req, res) => {
    const found = INBOX_KEY.test(req.params.key) ? house.inbox(req.params.key) : null;
    if (!found) return problem(res, 404, 'No such address', 'No feed has this address.');
    const headers = Object.fromEntries(Object.entries(req.headers).map(([name, value]) => [name, Array.isArray(value) ? value.join(', ') : value]));
    const { status, detail } = await found.live.receive(found.feed, { headers, body: typeof req.body === 'string' ? req.body : '' });
    if (detail === null) res.status(status).end();
    else problem(res, status, 'Refused', detail);
  });
  return router;
}
