import { Router, text, type Request, type Response } from 'express';
import { z } from 'zod';
import { PlaybackClient } from '@/server/feed/playback';
import type { ShowHost } from '@/server/live/show-host';
import type { LiveShow } from '@/server/live/live-show';
import { diskProblem } from '@/server/live/disk';
import { problem } from '@/server/problem';
import { readBody, run } from './body';

const playbackSchema = z.union([
  z.object({ play: z.boolean() }),
  z.object({ seek: z.number().min(0).max(1e10) }),
  z.object({ speed: z.number().min(1).max(100) }),
]);
const recordingText = text({ type: () => true, limit: '64mb', defaultCharset: 'utf-8' });
const postSchema = z.object({ text: z.string().trim().min(1).max(400) });

/** What the app does with one feed of a show that runs, below /api/shows/:id/feeds/:feed. `withShow` answers for itself when it finds none. */
export function feeds(host: ShowHost, withShow: (req: Request, res: Response) => LiveShow | null): Router {
  const router = Router({ mergeParams: true });
  const feedOf = (req: Request): string => String(req.params.feed);

  const withConnection = (req: Request, res: Response) => {
    const show = withShow(req, res);
    const connection = show?.connections.get(feedOf(req)) ?? null;
    if (show && !connection)
      problem(res, 404, 'No such feed', 'The show has no such feed, or it has just been taken out.');
    return show && connection ? { show, connection } : null;
  };

  router.get('/:feed/check', async (req, res) => {
    const found = withConnection(req, res);
    if (!found) return;
    const { client } = found.connection;
    res.json(
      client
        ? await client.check()
        : [{ step: 'Feed', outcome: 'bad', says: 'This feed is stopped. Start it, then check again.' }],
    );
  });

  /** Everything that is kept of a feed's trouble, for its page. */
  router.get('/:feed/trouble', (req, res) => {
    const found = withConnection(req, res);
    if (!found) return;
    const { keeper, feed, raw } = found.connection;
    const trouble = found.show.state.problems.get(feed.id);
    res.json({
      bad: trouble?.bad ?? [],
      badCount: trouble?.badCount ?? 0,
      gaps: trouble?.gaps ?? [],
      outages: keeper.outages,
      latencies: keeper.latencies,
      raw,
    });
  });

  router.post('/:feed/post', async (req, res) => {
    const found = withConnection(req, res);
    if (!found) return;
    await readBody(req, res);
    const body = postSchema.safeParse(req.body);
    if (!body.success)
      return problem(res, 400, 'Not understood', 'A line of text was expected, of 400 characters at most.');
    const posted = (await found.connection.client?.post?.(body.data.text)) ?? {
      ok: false as const,
      reason: 'This platform’s chat takes no lines from Gavirn.',
    };
    if (posted.ok) res.status(204).end();
    else problem(res, 409, 'Not posted', posted.reason);
  });

  router.post('/:feed/playback', async (req, res) => {
    const found = withConnection(req, res);
    if (!found) return;
    await readBody(req, res);
    const body = playbackSchema.safeParse(req.body);
    if (!body.success || !(found.connection.client instanceof PlaybackClient))
      return problem(res, 400, 'Not understood', 'Only a recording can be played.');
    found.connection.client.command(body.data);
    res.status(204).end();
  });

  router.put('/:feed/recording', async (req, res) => {
    const found = withConnection(req, res);
    if (!found) return;
    const { feed } = found.connection;
    const { id } = found.show.state.show;
    if (feed.platform !== 'file') return problem(res, 409, 'Not kept', 'This feed plays no recording.');
    const refused = host.refuses(id, Number(req.get('content-length') ?? 0));
    if (refused !== null) return problem(res, 413, 'Too much', refused);
    await run(recordingText, req, res);
    const given = typeof req.body === 'string' ? req.body : '';
    const after = host.refuses(id, Buffer.byteLength(given));
    if (after !== null) return problem(res, 413, 'Too much', after);
    try {
      await host.keepRecording(id, feedOf(req), given);
    } catch (error) {
      const trouble = diskProblem(error);
      if (trouble === null) throw error;
      return problem(
        res,
        507,
        'Not kept',
        `The recording cannot be kept on the server: ${trouble}. It stays in this browser.`,
      );
    }
    res.status(204).end();
  });

  return router;
}
