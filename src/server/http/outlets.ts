import { Router, type Response } from 'express';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { House } from '@/server/live/house';
import { openStream } from '@/server/live/stream';

const OUTLET_KEY = /^[\w-]{16,100}$/;

/**
 * Outlets' addresses: the page at /o/<key>, and its stream at /o/<key>/stream. A key lets one look and do nothing else; a wrong one
 * gets the same page with 404, which paints nothing and asks again now and then: a show that the server had lost comes back under
 * the same address.
 */
export function outlets(house: House, built: string): Router {
  const router = Router();
  const page = readFileSync(join(built, 'outlet.html'), 'utf8');
  const known = (key: string): boolean => OUTLET_KEY.test(key) && house.hasOutlet(key);
  const nobody = (res: Response): void => void res.status(404).type('text/plain').send('No outlet has this address.');

  router.get('/:key', (req, res) => {
    res.status(known(req.params.key) ? 200 : 404).type('html').set('cache-control', 'no-store').send(page);
  });

  router.get('/:key/stream', (req, res) => {
    const found = OUTLET_KEY.test(req.params.key) ? house.outlet(req.params.key) : null;
    if (!found) return nobody(res);
    const stream = openStream(req, res, () => {
      found.channel.remove(stream);
      found.changed();
    });
    found.channel.add(stream);
    found.changed();
  });

  return router;
}
