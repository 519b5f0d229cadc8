import { Router, text, type Request, type RequestHandler, type Response } from 'express';
import { z } from 'zod';
import type { Right } from '@/core/home/device';
import type { ShowHost } from '@/server/live/show-host';
import type { FeedRequests } from '@/server/door/bus';
import { notKeptSays } from '@/server/door/not-kept';
import { problem } from '@/server/problem';
import type { WithShow } from './with-show';
import { readBody, run } from './body';
import { phrase } from '@/core/words/phrase';

const playbackSchema = z.union([
  z.object({ play: z.boolean() }),
  z.object({ seek: z.number().min(0).max(1e10) }),
  z.object({ speed: z.number().min(1).max(100) }),
]);
const recordingText = text({ type: () => true, limit: '64mb', defaultCharset: 'utf-8' });
const postSchema = z.object({ text: z.string().trim().min(1).max(400) });

const feedOf = (req: Request): string => String(req.params.feed);

type Ask = <T>(
  req: Request,
  res: Response,
  of: (feeds: FeedRequests) => Promise<T | null>,
  needs?: Right,
) => Promise<T | null>;

/** What the app does with one feed of a show that runs, below /api/shows/:id/feeds/:feed. `withShow` answers for itself when it finds none. */
export function feeds(host: ShowHost, withShow: WithShow): Router {
  const router = Router({ mergeParams: true });

  const gone = (res: Response): void =>
    problem(res, 404, {
      title: 'No such feed',
      detail: phrase('The show has no such feed, or it has just been taken out.'),
    });
  /** What the show's owner answers of the feed; null, and said, where there is no such show or feed. */
  const ask: Ask = async (req, res, of, needs) => {
    const show = withShow(req, res, needs);
    if (!show) return null;
    const answer = await of(show.feeds);
    if (answer === null) gone(res);
    return answer;
  };

  router.get('/:feed/check', async (req, res) => {
    const steps = await ask(req, res, (show) => show.check(feedOf(req)), 'look');
    if (steps) res.json(steps);
  });

  /** Everything that is kept of a feed's problems, for its page. */
  router.get('/:feed/problems', async (req, res) => {
    const report = await ask(req, res, (show) => show.report(feedOf(req)), 'look');
    if (report) res.json(report);
  });

  router.post('/:feed/post', async (req, res) => {
    if (!withShow(req, res, 'desk')) return;
    await readBody(req, res);
    const body = postSchema.safeParse(req.body);
    if (!body.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: phrase('A line of text was expected, of 400 characters at most.'),
      });
    const posted = await ask(req, res, (show) => show.post(feedOf(req), body.data.text), 'desk');
    if (posted?.ok) res.status(204).end();
    else if (posted) problem(res, 409, { title: 'Not posted', detail: posted.reason });
  });

  router.post('/:feed/playback', async (req, res) => {
    if (!withShow(req, res, 'desk')) return;
    await readBody(req, res);
    const body = playbackSchema.safeParse(req.body);
    const played = body.success ? await ask(req, res, (show) => show.playback(feedOf(req), body.data), 'desk') : false;
    if (played === false)
      return problem(res, 400, { title: 'Not understood', detail: phrase('Only a recording can be played.') });
    if (played) res.status(204).end();
  });

  router.put('/:feed/recording', recordingOf(host, ask));

  return router;
}

/** Keeps a recording that a feed plays. */
const recordingOf =
  (host: ShowHost, ask: Ask): RequestHandler =>
  async (req, res) => {
    const plays = await ask(req, res, (show) => show.playsRecording(feedOf(req)));
    if (plays === null) return;
    if (!plays) return problem(res, 409, { title: 'Not kept', detail: phrase('This feed plays no recording.') });
    const id = String((req.params as Record<string, string>).id);
    const refused = host.files.refuses(id, Number(req.get('content-length') ?? 0));
    if (refused !== null) return problem(res, 413, { title: 'Too much', detail: refused });
    await run(recordingText, req, res);
    const given = typeof req.body === 'string' ? req.body : '';
    const after = host.files.refuses(id, Buffer.byteLength(given));
    if (after !== null) return problem(res, 413, { title: 'Too much', detail: after });
    try {
      await host.keepRecording(id, feedOf(req), given);
    } catch (error) {
      // Something that is not kept has its sentence; the rest is a fault of ours.
      const says = notKeptSays(error);
      if (says === null) throw error;
      return problem(res, 507, {
        title: 'Not kept',
        detail: phrase('The recording cannot be kept on the server: {says}. It stays in this browser.', { says }),
      });
    }
    res.status(204).end();
  };
