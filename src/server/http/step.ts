import type { RequestHandler } from 'express';
import { z } from 'zod';
import type { Homes, StepAnswer, StepRequest } from '@/server/live/homes';
import { brokenWords } from '@/server/live/publishing';
import type { ShowHost } from '@/server/live/show-host';
import { problem } from '@/server/problem';
import { phrase } from '@/core/words/phrase';
import { deviceOf } from '@/server/live/devices';
import { readBody, run } from './body';
import { keyOf } from './with-show';

const base64 = z.base64().transform((text) => new Uint8Array(Buffer.from(text, 'base64')));
const having = z.object({ vector: base64, update: base64.nullable() });
const stepSchema = z.object({ version: z.number().int(), home: having, keys: having.optional() });

const text = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');

/**
 * Brings a device in step with its home: it says what it has of the documents (state vectors of Yjs) and what it has changed (updates of
 * Yjs), and is told what it lacks. The key is looked at before anything else that comes.
 * @param newcomers limits how many homes one address may begin
 */
export const step =
  (host: ShowHost, homes: Homes, newcomers: RequestHandler): RequestHandler<{ id: string }> =>
  async (req, res) => {
    const id = String(req.params.id);
    const key = keyOf(req);
    if (key === '')
      return problem(res, 401, { title: 'No key', detail: phrase('A show is published with its desk key.') });
    const found = host.desk(id, key, 'look');
    if (found.found === 'broken')
      return problem(res, 503, { title: 'The show’s files cannot be used', detail: brokenWords(found.says) });
    if (found.found === 'notYours' || found.found === 'less')
      return problem(res, 403, { title: 'Not your show', detail: phrase('The key is not this show’s.') });
    await readBody(req, res, '16mb');
    const body = stepSchema.safeParse(req.body);
    if (!body.success)
      return problem(res, 400, { title: 'Not understood', detail: phrase('What was sent cannot be read.') });
    const given: StepRequest = body.data;
    if (found.found === 'none' && given.home.update !== null) await run(newcomers, req, res);
    if (res.headersSent) return;
    const answer = homes.step(id, key, found.found === 'none' ? 'new' : found.device, given);
    if (!answer.ok) return refuse(res, answer);
    const device = deviceOf(homes.devices.of(id), key);
    res.json({
      now: Date.now(),
      step: host.kept(id)?.docs.revision ?? 0,
      device: device && { id: device.id, name: device.name, right: device.right },
      home: { update: text(answer.home.update), vector: text(answer.home.vector) },
      keys: answer.keys && { update: text(answer.keys.update), vector: text(answer.keys.vector) },
    });
  };

function refuse(res: Parameters<RequestHandler>[1], answer: Exclude<StepAnswer, { ok: true }>): void {
  problem(
    res,
    answer.status,
    { title: 'Not published', detail: answer.detail },
    {
      ...('taken' in answer && answer.taken ? { taken: answer.taken } : {}),
      ...(answer.older ? { older: true } : {}),
    },
  );
}
