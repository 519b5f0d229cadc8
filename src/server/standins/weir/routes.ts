import { json, Router, type Response } from 'express';
import { z } from 'zod';
import { problem } from '@/server/problem';
import { Behind } from './behind';

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
/** How far viewers are behind, ms. */
const behindSchema = z.object({ ms: z.number().int().min(0).max(60_000) });

/**
 * Weir, the stand-in cloud compositor: it lays web pages over a moving picture and hands the result to viewers. One broadcast, kept
 * for as long as the process runs.
 */
export function weir(): Router {
  let scene: WeirScene = { handle: 'odavarn.kiln', layers: [] };
  const watching = new Set<Response>();
  const viewing = new Set<Response>();
  let behind = new Behind(0);
  const router = Router();
  /** What viewers see: the same layers, each so much later. */
  const seen = async (): Promise<WeirScene> => ({
    ...scene,
    layers: await Promise.all(scene.layers.map(async (layer) => ({ ...layer, url: await behind.at(layer.url) }))),
  });
  const tellViewers = async (): Promise<void> => {
    const data = `data: ${JSON.stringify(await seen())}\n\n`;
    for (const viewer of viewing) viewer.write(data);
  };
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
    void tellViewers();
    res.json(scene);
  });
  router.get('/behind', (_req, res) => void res.json({ ms: behind.ms }));
  router.put('/behind', json(), async (req, res) => {
    const parsed = behindSchema.safeParse(req.body);
    if (!parsed.success) return problem(res, 400, { title: 'Not a delay', detail: 'From 0 to 60,000 ms, and whole.' });
    behind.close();
    behind = new Behind(parsed.data.ms);
    await tellViewers();
    res.json(parsed.data);
  });
  router.get('/scene/:who', async (req, res) => {
    const to = req.params.who === 'seen' ? viewing : watching;
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
    res.write(`retry: 1000\ndata: ${JSON.stringify(to === viewing ? await seen() : scene)}\n\n`);
    to.add(res);
    const alive = setInterval(() => res.write(': \n\n'), 15_000);
    res.on('close', () => {
      clearInterval(alive);
      to.delete(res);
    });
  });
  return router;
}
