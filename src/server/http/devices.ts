import { Router, type RequestHandler } from 'express';
import { z } from 'zod';
import { deviceNameSchema, rightSchema, typedCode } from '@/core/home/device';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';
import { changeDevice, removeDevice } from '@/server/live/devices';
import { WrongCodes } from '@/server/live/codes';
import type { Homes } from '@/server/live/homes';
import type { ShowHost } from '@/server/live/show-host';
import { problem } from '@/server/problem';
import { readBody } from './body';
import { kept } from './kept';
import { foundFor } from './with-show';

type Params = Record<string, string>;
const codeSchema = z.object({ right: rightSchema });
const changeSchema = z.object({ name: deviceNameSchema.optional(), right: rightSchema.optional() });
const joinSchema = z.object({
  code: z.string().max(80),
  name: deviceNameSchema,
  key: z.string().regex(/^[\w-]{16,100}$/),
});

const notUnderstood = (res: Parameters<RequestHandler>[1]): void =>
  problem(res, 400, { title: 'Not understood', detail: phrase('What was sent cannot be read.') });

/** A home's devices, below /api/shows/<id>/devices. */
export function devices(host: ShowHost, homes: Homes): Router {
  const router = Router({ mergeParams: true });

  router.get('/', (req, res) => {
    const found = foundFor(host, req, res, 'look');
    if (found) res.json(homes.devices.views(String((req.params as Params).id), found.device.id));
  });

  /** A code for one more. */
  router.post('/codes', async (req, res) => {
    if (!foundFor(host, req, res)) return;
    await readBody(req, res);
    const body = codeSchema.safeParse(req.body);
    if (!body.success) return notUnderstood(res);
    const { code, ms } = homes.invite(String((req.params as Params).id), body.data.right);
    res.status(201).json({ code, ms });
  });

  /** What is to stand on a recovery sheet; it is told this once. */
  router.post('/sheet', (req, res) => {
    if (!foundFor(host, req, res)) return;
    const made = kept(res, () => homes.makeSheet(String((req.params as Params).id)), notKept);
    if (made) res.status(201).json({ code: made.done });
  });

  router.put('/:device', async (req, res) => {
    const { id = '', device = '' } = req.params as Params;
    // Its own name any device may change.
    const found = foundFor(host, req, res, 'look');
    if (!found) return;
    await readBody(req, res);
    const body = changeSchema.safeParse(req.body);
    if (!body.success) return notUnderstood(res);
    const isOwnName = found.device.id === device && body.data.right === undefined;
    if (!isOwnName && !foundFor(host, req, res)) return;
    const { name, right } = body.data;
    const change = { ...(name === undefined ? {} : { name }), ...(right === undefined ? {} : { right }) };
    answer(res, () => homes.changeDevices(id, (all) => changeDevice(all, device, change)));
  });

  router.delete('/:device', (req, res) => {
    const { id = '', device = '' } = req.params as Params;
    // Itself any device may take out.
    const found = foundFor(host, req, res, 'look');
    if (!found || (found.device.id !== device && !foundFor(host, req, res))) return;
    answer(res, () => homes.changeDevices(id, (all) => removeDevice(all, device)));
  });

  return router;
}

const notKept = (says: Sayable): Phrase => phrase('The devices cannot be kept on the server: {says}.', { says });

/** Answers with what became of a change. */
function answer(res: Parameters<RequestHandler>[1], change: () => ReturnType<Homes['changeDevices']>): void {
  const changed = kept(res, change, notKept);
  if (!changed) return;
  if (changed.done === null) res.status(204).end();
  else problem(res, 409, { title: 'Not changed', detail: changed.done });
}

/** A device comes with a code: POST /api/join. */
export function join(homes: Homes): RequestHandler {
  const wrong = new WrongCodes();
  return async (req, res) => {
    const address = req.ip ?? '';
    const wait = await wrong.wait(address);
    if (wait > 0) {
      res.set('retry-after', String(wait));
      return problem(res, 429, {
        title: 'Too many wrong codes',
        detail: phrase(
          'Too many wrong codes came from here. Try again in {wait, plural, one {# second} other {# seconds}}.',
          { wait },
        ),
      });
    }
    await readBody(req, res);
    const body = joinSchema.safeParse(req.body);
    if (!body.success) return notUnderstood(res);
    const { key, name } = body.data;
    const code = typedCode(body.data.code);
    const joined = kept(res, () => (code === null ? NO_CODE : homes.join(code, key, name)), notKept);
    if (!joined) return;
    if (joined.done.ok) {
      const { home, device } = joined.done;
      return void res.status(201).json({ home, device: { id: device.id, name: device.name, right: device.right } });
    }
    if (joined.done.reason !== null) return problem(res, 409, { title: 'Not added', detail: joined.done.reason });
    await wrong.note(address);
    problem(res, 404, {
      title: 'No such code',
      detail: phrase(
        'This code is not good, or not any more: each is good for two minutes and for one device. Make a new one on the other device.',
      ),
    });
  };
}

const NO_CODE: ReturnType<Homes['join']> = { ok: false, reason: null };
