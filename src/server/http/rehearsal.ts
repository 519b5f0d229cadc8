import { Router, type Request, type Response } from 'express';
import { z } from 'zod';
import type { StreamEvent } from '@/core/event/event';
import { CROWDS, CROWD_NAMES, FACTOR_LEAST, FACTOR_MOST, PACES } from '@/core/rehearsal/crowd';
import { pastEvent } from '@/core/rehearsal/past';
import { MAX_MESSAGE } from '@/core/platform/sse-message';
import { phrase } from '@/core/words/phrase';
import type { RehearsalAsked, ShowOwner } from '@/server/door/bus';
import { problem } from '@/server/problem';
import { readBody } from './body';
import { linesOf, TooMuch } from './lines';
import type { WithShow } from './with-show';

/** A past session that is rehearsed on outlets: its log, bytes, and so many things that happened. */
const MOST_LOG = 64 << 20;
export const MOST_EVENTS = 100_000;

const factor = z.coerce.number().min(FACTOR_LEAST).max(FACTOR_MOST);
const about = {
  seed: z.coerce.number().int().min(0).max(1e9),
  size: factor,
  gifts: factor,
  from: z.enum(['beginning', 'busiest']),
};
const crowdSchema = z.object({ ...about, crowd: z.enum(CROWD_NAMES) });
const pastSchema = z.object({
  ...about,
  title: z.string().max(200),
  pace: z.coerce.number().refine((pace) => (PACES as readonly number[]).includes(pace)),
});

const notUnderstood = (res: Response): void =>
  problem(res, 400, {
    title: 'Not understood',
    detail: phrase('A rehearsal needs a crowd, its seed, its factors and where it begins (docs/rehearsal.md).'),
  });

async function begin(show: ShowOwner, res: Response, asked: RehearsalAsked): Promise<void> {
  switch (await show.rehearse(asked)) {
    case 'on':
      res.status(204).end();
      break;
    case 'live':
      problem(res, 409, { title: 'Live', detail: phrase('You are live: nothing is rehearsed on the outlets now.') });
      break;
    case 'full':
      problem(res, 503, {
        title: 'Too many',
        detail: phrase('Too many past sessions are rehearsed on this server just now. Try again in some minutes.'),
      });
  }
}

/** Rehearsals on outlets and desks, below /api/shows/:id/rehearsal. */
export function rehearsal(withShow: WithShow): Router {
  const router = Router({ mergeParams: true });

  router.post('/', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    await readBody(req, res);
    const asked = crowdSchema.safeParse(req.body);
    if (!asked.success) return notUnderstood(res);
    const { from, ...crowd } = asked.data;
    await begin(show, res, { title: CROWDS[crowd.crowd].title, from, crowd });
  });

  /** What a past session's log says, as the body: NDJSON. */
  router.post('/past', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    const asked = pastSchema.safeParse(req.query);
    if (!asked.success) return notUnderstood(res);
    const events = await readLog(req);
    if (events === null)
      return problem(res, 413, {
        title: 'Too long',
        detail: phrase(
          'This session is too long for a rehearsal on the outlets: {most, number} things may happen in one.',
          { most: MOST_EVENTS },
        ),
      });
    if (events.length === 0)
      return problem(res, 400, {
        title: 'Nothing',
        detail: phrase('In this session nothing happened that a crowd does.'),
      });
    const { from, title, ...past } = asked.data;
    await begin(show, res, { title, from, past: { ...past, events } });
  });

  router.delete('/', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    await show.endRehearsal();
    res.status(204).end();
  });

  return router;
}

/** Null: it is too long. Lines that cannot be read are left out, as everywhere in a rehearsal. */
async function readLog(req: Request): Promise<StreamEvent[] | null> {
  const events: StreamEvent[] = [];
  try {
    for await (const line of linesOf(req, { most: MOST_LOG, longest: MAX_MESSAGE })) {
      const event = pastEvent(line);
      if (event) events.push(event);
      if (events.length > MOST_EVENTS) return null;
    }
  } catch (error) {
    if (error instanceof TooMuch) return null;
    // It was cut off.
    throw error;
  }
  return events;
}
