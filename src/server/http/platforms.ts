import { Router } from 'express';
import { z } from 'zod';
import type { PlatformAddresses } from '@/server/feed/connecting';
import { boundedJson } from '@/server/feed/bounded';
import { lookAt, PLACES, type Look } from '@/server/feed/look';
import { problem } from '@/server/problem';
import { readBody } from './body';
import { phrase } from '@/core/words/phrase';

const CHECK_MS = 5000;
const checkSchema = z.object({ platform: z.enum(['brindle', 'oxbow', 'tarn']), handle: z.string().min(1).max(64) });
const giftsSchema = z
  .array(z.object({ id: z.string().max(100), name: z.string().max(200), coins: z.number() }))
  .max(5000);

/** What a look at a handle found. `unreachable`: the platform does not answer; that says nothing of the handle. */
export type HandleCheck = { found: 'live' | 'offline' | 'nobody' | 'unreachable' };

/** What the app asks of platforms, below /api/platforms. */
export function platforms(addresses: PlatformAddresses): Router {
  const router = Router();

  router.post('/check', async (req, res) => {
    await readBody(req, res, '2kb');
    const asked = checkSchema.safeParse(req.body);
    if (!asked.success)
      return problem(res, 400, { title: 'Not understood', detail: phrase('A platform and a handle were expected.') });
    const { platform, handle } = asked.data;
    const at = addresses[platform];
    const look: Look = at === null ? { found: 'unreachable' } : await lookAt(PLACES[platform](at, handle));
    const found: HandleCheck = {
      found: look.found === 'yes' ? (look.info.state === 'live' ? 'live' : 'offline') : look.found,
    };
    res.json(found);
  });

  router.get('/brindle/gifts', async (_req, res) => {
    const at = addresses.brindle;
    const asked = at !== null && fetch(`${at}/gifts`, { signal: AbortSignal.timeout(CHECK_MS) });
    const answer = asked ? await asked.catch(() => null) : null;
    const gifts = giftsSchema.safeParse(answer?.ok ? await boundedJson(answer, 2 << 20) : null);
    if (gifts.success) res.json(gifts.data);
    else
      problem(res, 502, {
        title: 'No list of gifts',
        detail: phrase('The platform does not answer. Any gift it sends can be chosen once it has been seen.'),
      });
  });

  return router;
}
