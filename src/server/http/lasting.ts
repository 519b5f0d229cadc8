import { createInterface } from 'node:readline';
import { setImmediate as afterOthers } from 'node:timers/promises';
import type { Request } from 'express';
import type { Lasting } from '@/core/engine/lasting';
import { LastingReader, lastingLines } from '@/core/file/lasting-lines';
import { Turn } from '@/server/feed/turn';

/* What earlier sessions left, on its way to a browser and back, in turns: nobody else should have to wait for it. */

/** In all, UTF-16 units. */
const MOST = 64 << 20;

export async function* lastingInTurns(lasting: Lasting): AsyncGenerator<string> {
  for (const line of lastingLines(lasting)) {
    yield line;
    await afterOthers();
  }
}

export type ReadLasting = { ok: true; lasting: Lasting } | { ok: false; reason: string };

export async function readLasting(req: Request): Promise<ReadLasting> {
  const reader = new LastingReader();
  const turn = new Turn();
  let units = 0;
  for await (const line of createInterface({ input: req, crlfDelay: Infinity })) {
    units += line.length;
    const refused = units > MOST ? 'That is more than earlier sessions can have left.' : reader.take(line);
    if (refused !== null) return { ok: false, reason: refused };
    await turn.rest();
  }
  return { ok: true, lasting: reader.lasting };
}
