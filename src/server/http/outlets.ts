import { Router, type Response } from 'express';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { House } from '@/server/live/house';
import { speak } from '@/server/live/speech';
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

  // Only what the show names is given out, as what it is and nothing else: a drawing that is opened by itself runs nothing and fetches nothing.
  router.get('/:key/media/:id', (req, res) => {
    const found = OUTLET_KEY.test(req.params.key) ? house.outlet(req.params.key) : null;
    const file = found?.live.state.show.media.find(({ id }) => id === req.params.id);
    const path = file && found?.media.path(file.id);
    if (!file || !path) return nobody(res);
    res.sendFile(path, { headers: { 'content-type': file.type, 'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox", 'x-content-type-options': 'nosniff', 'cache-control': 'private, max-age=31536000, immutable' }, dotfiles: 'allow' });
  });

  // What is to be heard now, said by this server; nothing else can be asked for.
  router.get('/:key/speech/:heard', async (req, res) => {
    const found = OUTLET_KEY.test(req.params.key) ? house.outlet(req.params.key) : null;
    const heard = found?.live.state.heard.find(({ id }) => id === req.params.heard);
    const wav = heard?.kind === 'speech' ? await speak(heard) : null;
    if (!wav) return nobody(res);
    res.type('audio/wav').set('cache-control', 'no-store').send(wav);
  });

  return router;
}
