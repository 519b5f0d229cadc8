import { Router, type Request, type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { UPLINK_BYTES, type UplinkAnswer } from '@/core/uplink/run';
import { phrase } from '@/core/words/phrase';
import { problem } from '@/server/problem';
import type { WithShow } from './with-show';

/** So many requests a show may make in ten minutes: a dozen measurements. */
const MOST = 5000;
/** What arrives within so long is one entry of the answer, ms. */
const TOGETHER_MS = 50;
/** Nobody sends a piece for longer, ms. */
const LONGEST_MS = 30_000;

/** How fast bytes arrive: they are counted and thrown away, and the answer says when how many came, by this server's clock. */
export function uplink(withShow: WithShow): Router {
  const router = Router({ mergeParams: true });
  const often = rateLimit({
    windowMs: 600_000,
    limit: MOST,
    keyGenerator: (req) => String((req.params as Record<string, string>)['id']),
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_req, res) =>
      problem(res, 429, { title: 'Too often', detail: phrase('This was measured too often. Wait ten minutes.') }),
  });
  const mayAct: RequestHandler = (req, res, next) => {
    if (withShow(req, res, 'desk')) next();
  };
  router.post('/', mayAct, often, (req, res) => {
    const tooLarge = (): void =>
      problem(res, 413, { title: 'Too large', detail: phrase('That is more at once than is measured with.') });
    if (Number(req.get('content-length') ?? 0) > UPLINK_BYTES) return tooLarge();
    counted(req).then(
      (answer) => (answer ? void res.json(answer) : tooLarge()),
      // It was cut off: nobody is left to be answered.
      () => res.destroy(),
    );
  });
  return router;
}

/** Null: more than may come at once. */
function counted(req: Request): Promise<UplinkAnswer | null> {
  return new Promise((resolve, reject) => {
    const arrived: [number, number][] = [];
    let all = 0;
    req.setTimeout(LONGEST_MS, () => req.destroy());
    req.on('data', ({ length }: Buffer) => {
      all += length;
      if (all > UPLINK_BYTES) return resolve(null);
      const at = Math.floor(performance.now() / TOGETHER_MS) * TOGETHER_MS;
      const last = arrived.at(-1);
      if (last?.[0] === at) last[1] += length;
      else arrived.push([at, length]);
    });
    req.on('end', () => resolve({ arrived }));
    req.on('error', reject);
    req.on('close', () => reject(new Error('Cut off.')));
  });
}
