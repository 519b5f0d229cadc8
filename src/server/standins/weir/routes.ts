import { json, Router, type Response } from 'express';
import { z } from 'zod';
import { problem } from '@/server/problem';

/** A web page laid over the picture: where on the frame (px of 1080×1920), and the size that the page itself is given. */
const layerSchema = z.object({
  id: z.string().min(1).max(60),
  url: z.url({ protocol: /^https?$/ }).max(2000),
  width: z.number().int().min(16).max(4096),
  height: z.number().int().min(16).max(4096),
  x: z.number().int().min(-4096).max(4096),
  y: z.number().int().min(-4096).max(4096),
  scale: z.number().min(0.05).max(4),
  shown: z.boolean(),
});
const sceneSchema = z.object({ handle: z.string().max(64), layers: z.array(layerSchema).max(20) });
export type WeirScene = z.infer<typeof sceneSchema>;

/**
 * Weir, the stand-in cloud compositor: it lays web pages over a moving picture and hands the result to viewers. One broadcast, kept
 * for as long as the process runs.
 */
export function weir(): Router {
  let scene: WeirScene = { handle: 'odavarn.kiln', layers: [] };
  const watching = new Set<Response>();
  const router = Router();
  router.get('/scene', (_req, res) => void res.json(scene));
  router.put('/scene', json(), (req, res) => {
    const parsed = sceneSchema.safeParse(req.body);
    if (!parsed.success) {
      const field = parsed.error.issues[0]?.path.at(-1);
      return problem(res, 400, {
        title: 'Not a scene',
        detail:
          field === 'url'
            ? 'A layer needs a whole web address, with http:// or https:// in front.'
            : `A layer’s ${String(field ?? 'content')} cannot be used.`,
      });
    }
    scene = parsed.data;
    for (const viewer of watching) viewer.write(`data: ${JSON.stringify(scene)}\n\n`);
    res.json(scene);
  });
  router.get('/scene/events', (_req, res) => {
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
    res.write(`retry: 1000\ndata: ${JSON.stringify(scene)}\n\n`);
    watching.add(res);
    const alive = setInterval(() => res.write(': \n\n'), 15_000);
    res.on('close', () => {
      clearInterval(alive);
      watching.delete(res);
    });
  });
  return router;
}
