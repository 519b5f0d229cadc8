import { json, type Request, type RequestHandler, type Response } from 'express';
import { isTooDeep } from '@/core/platform/reading';

/** A body that cannot be taken, with its status: Express hands it to the error handler. */
class Unreadable extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

const readers = new Map<string, RequestHandler>();

/**
 * Reads a JSON body into `req.body`, once it is known that whoever sends it may: read before that, anyone could keep the server busy.
 * @param limit bytes, unpacked
 * @throws Unreadable, or body-parser's own errors with a status
 */
export function readBody(req: Request, res: Response, limit = '100kb'): Promise<void> {
  let reader = readers.get(limit);
  if (!reader) {
    reader = json({
      limit,
      verify: (_req, _res, bytes) => {
        if (isTooDeep(bytes.toString('latin1'))) throw new Unreadable(400, 'Nested too deep.');
      },
    });
    readers.set(limit, reader);
  }
  return run(reader, req, res);
}

/** Runs a middleware where it is needed. */
export function run(handler: RequestHandler, req: Request, res: Response): Promise<void> {
  return new Promise((resolve, reject) => {
    void handler(req, res, (error?: unknown) =>
      error === undefined ? resolve() : reject(error instanceof Error ? error : new Error(String(error))),
    );
  });
}
