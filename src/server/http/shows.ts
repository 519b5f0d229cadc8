import { Router, type RequestHandler } from 'express';
import { commandSchema } from '@/core/session/input';
import type { ShowHost } from '@/server/live/show-host';
import { openStream } from '@/server/live/stream';
import { problem } from '@/server/problem';
import type { LogRelay } from '@/server/live/log-relay';
import type { Homes } from '@/server/live/homes';
import type { Buttons } from '@/server/live/buttons';
import { readBody } from './body';
import { buttons } from './buttons';
import { devices } from './devices';
import { feeds } from './feeds';
import { media } from './media';
import { people } from './people';
import { publish } from './publish';
import { rehearsal } from './rehearsal';
import { sessions } from './sessions';
import { foundFor, ownerFor, type WithShow } from './with-show';
import { step } from './step';
import { uplink } from './uplink';
import { phrase } from '@/core/words/phrase';

/**
 * What the app does with a show, below /api/shows. Everything needs a device's key, which is looked at before anything else that comes.
 * @param newcomers limits how many shows one address may begin
 */
export function shows(
  { host, homes, relay, elsewhere }: { host: ShowHost; homes: Homes; relay: LogRelay; elsewhere: Buttons },
  newcomers: RequestHandler,
): Router {
  const router = Router();

  const withShow: WithShow = (req, res, needs) => ownerFor(host, req, res, needs);

  router.put('/:id', publish(host, newcomers));

  router.delete('/:id', async (req, res) => {
    if (!withShow(req, res)) return;
    await host.remove(String(req.params.id));
    res.status(204).end();
  });

  router.post('/:id/step', step(host, homes, newcomers));
  router.use('/:id/devices', devices(host, homes));
  router.use('/:id/buttons', buttons(elsewhere, withShow));
  router.use('/:id/uplink', uplink(withShow));
  router.use('/:id/rehearsal', rehearsal(withShow));

  router.get('/:id/desk', deskOf(host, homes));

  router.post('/:id/commands', async (req, res) => {
    const show = withShow(req, res, 'desk');
    if (!show) return;
    await readBody(req, res);
    const command = commandSchema.safeParse(req.body);
    // Points that come as a table are no business of an evening.
    if (command.data?.command === 'import' && !withShow(req, res)) return;
    if (!command.success)
      return problem(res, 400, { title: 'Not understood', detail: phrase('This is no command of the desk.') });
    await show.command(command.data);
    res.status(204).end();
  });

  router.use('/:id/feeds', feeds(host, withShow));
  router.use('/:id/media', media(host, homes, withShow));

  router.get('/:id/draws/:draw', async (req, res) => {
    const show = withShow(req, res, 'look');
    if (!show) return;
    const drawn = await show.drawn(String(req.params.draw));
    if (!drawn)
      return problem(res, 404, {
        title: 'Not drawn',
        detail: phrase('This reel has drawn nothing yet, or still turns.'),
      });
    res.json(drawn);
  });

  router.get('/:id/goals/:goal/course', async (req, res) => {
    const show = withShow(req, res, 'look');
    if (show) res.json(await show.course(String(req.params.goal)));
  });

  router.use('/:id/people', people(host, withShow));

  router.use('/:id', sessions(host, relay, withShow));

  return router;
}

/** The desk's stream, for as long as somebody looks. */
const deskOf =
  (host: ShowHost, homes: Homes): RequestHandler =>
  (req, res) => {
    const found = foundFor(host, req, res, 'look');
    if (!found) return;
    let stop: (() => void) | null = null;
    const stream = openStream(req, res, () => stop?.());
    stop = homes.devices.lookAtDesk(String(req.params.id), found.device.id, stream);
    if (!stop) stream.end();
  };
