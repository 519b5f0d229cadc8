import type { Request, Response } from 'express';
import type { ShowOwner } from '@/server/door/bus';
import { brokenWords } from '@/server/live/publishing';
import type { Right } from '@/core/home/device';
import type { Found } from '@/server/live/found';
import type { ShowHost } from '@/server/live/show-host';
import { problem } from '@/server/problem';
import { phrase } from '@/core/words/phrase';

/**
 * The owner of the show that a request names, if its key is a device's that may do this; null where the answer has been given already.
 * Whoever does not say what it needs needs every right.
 */
export type WithShow = (req: Request, res: Response, needs?: Right) => ShowOwner | null;

/** The device's key, from the Authorization header: never from the address, which ends up in logs and histories. */
export const keyOf = (req: Request): string =>
  /^Bearer ([\w-]{16,100})$/.exec(req.get('authorization') ?? '')?.[1] ?? '';

export const ownerFor = (host: ShowHost, req: Request, res: Response, needs?: Right): ShowOwner | null =>
  foundFor(host, req, res, needs)?.owner ?? null;

/** The same, with the device that asks. */
export function foundFor(
  host: ShowHost,
  req: Request,
  res: Response,
  needs?: Right,
): Extract<Found, { found: 'show' }> | null {
  const found = host.desk(String(req.params.id), keyOf(req), needs);
  switch (found.found) {
    case 'show':
      return found;
    case 'less':
      problem(res, 403, {
        title: 'Not allowed',
        detail: phrase('This device may not do that. Change what it may under Devices, on one that may do everything.'),
      });
      break;
    case 'none':
      problem(res, 404, {
        title: 'No such show',
        detail: phrase('This server does not have the show. The browser that has it publishes it again.'),
      });
      break;
    case 'notYours':
      problem(res, 403, { title: 'Not your show', detail: phrase('The key is not this show’s.') });
      break;
    case 'broken':
      problem(res, 503, { title: 'The show’s files cannot be used', detail: brokenWords(found.says) });
      break;
  }
  return null;
}
