import { json, Router } from 'express';
import { z } from 'zod';
import { createParser } from 'eventsource-parser';
import { PLATFORMS, type PlatformAddresses } from '@/server/feed/platform';
import { problem } from '@/server/problem';

const CHECK_MS = 5000;
const checkSchema = z.object({ platform: z.enum(['brindle']), handle: z.string().min(1).max(64) });
const giftsSchema = z.array(z.object({ id: z.string().max(100), name: z.string().max(200), coins: z.number() })).max(5000);

/** What a look at a handle found. `unreachable`: the platform does not answer; that says nothing of the handle. */
export type HandleCheck = { found: 'live' | 'offline' | 'nobody' | 'unreachable' };

/** What the app asks of platforms, below /api/platforms. */
export function platforms(addresses: PlatformAddresses): Router {
  const router = Router();

  router.post('/check', json(), async (req, res) => {
    const asked = checkSchema.safeParse(req.body);
    if (!asked.success) return problem(res, 400, 'Not understood', 'A platform and a handle were expected.');
    const { platform, handle } = asked.data;
    res.json(await check(PLATFORMS[platform].eventsUrl(addresses[platform], handle)));
  });

  router.get('/:platform/gifts', async (req, res) => {
    const platform = checkSchema.shape.platform.safeParse(req.params.platform);
    if (!platform.success) return problem(res, 404, 'No such platform', 'Gavirn does not know this platform.');
    const answer = await fetch(PLATFORMS[platform.data].giftsUrl(addresses[platform.data]), { signal: AbortSignal.timeout(CHECK_MS) }).catch(() => null);
    const gifts = giftsSchema.safeParse(answer?.ok ? await answer.json().catch(() => null) : null);
    if (gifts.success) res.json(gifts.data);
    else problem(res, 502, 'No list of gifts', 'The platform does not answer. Any gift it sends can be chosen once it has been seen.');
  });

  return router;
}

/** Opens the handle's event stream, reads what its room says first, and leaves. */
async function check(url: string): Promise<HandleCheck> {
  const abort = new AbortController();
  const timer = setTimeout(() => abort.abort(), CHECK_MS);
  try {
    const response = await fetch(url, { headers: { accept: 'text/event-stream' }, signal: abort.signal });
    if (response.status === 404) return { found: 'nobody' };
    if (!response.ok || !response.body) return { found: 'unreachable' };
    let found: HandleCheck | null = null;
    const parser = createParser({
      onEvent: ({ event, data }) => {
        if (event === 'room') found ??= { found: data.includes('"live"') ? 'live' : 'offline' };
      },
    });
    const decoder = new TextDecoder();
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      parser.feed(decoder.decode(chunk, { stream: true }));
      if (found) return found;
    }
  } catch {
    // Refused or too slow.
  } finally {
    clearTimeout(timer);
    abort.abort();
  }
  return { found: 'unreachable' };
}
