import type { Request, Response } from 'express';
import type { ShowOwner } from '@/server/door/bus';
import { brokenWords } from '@/server/live/publishing';
import type { ShowHost } from '@/server/live/show-host';
import { problem } from '@/server/problem';
import { phrase } from '@/core/words/phrase';

/** The owner of the show that a request names, if its key is the desk's; null where the answer has been given already. */
export type WithShow = (req: Request, res: Response) => ShowOwner | null;

/** The desk's key, from the Authorization header: never from the address, which ends up in logs and histories. */
export const keyOf = (req: Request): string =>
  /^Bearer ([\w-]{16,100})$/.exec(req.get('authorization') ?? '')?.[1] ?? '';

export function ownerFor(host: ShowHost, req: Request, res: Response): ShowOwner | null {
  const found = host.desk(String(req.params.id), keyOf(req));
  switch (found.found) {
    case 'show':
      return found.owner;
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
