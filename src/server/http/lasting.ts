import type { Readable } from 'node:stream';
import type { CarryOver } from '@/core/session/carry-over';
import { setImmediate as afterOthers } from 'node:timers/promises';
import { CarryOverReader, carryOverLines, LONGEST_LINE } from '@/core/file/carry-over-lines';
import type { Sayable } from '@/core/words/phrase';
import { linesOf, TooMuch } from './lines';

/* What earlier sessions left, on its way to a browser and back, in turns: nobody else should have to wait for it. */

/** In all, bytes. */
const MOST = 64 << 20;

export async function* lastingInTurns(lasting: CarryOver): AsyncGenerator<string> {
  for (const line of carryOverLines(lasting)) {
    yield line;
    await afterOthers();
  }
}

export type ReadLasting = { ok: true; lasting: CarryOver } | { ok: false; reason: Sayable };

const TOO_MUCH = 'That is more than earlier sessions can have left.';

export async function readLasting(req: Readable): Promise<ReadLasting> {
  const reader = new CarryOverReader();
  try {
    for await (const line of linesOf(req, { most: MOST, longest: LONGEST_LINE })) {
      const refused = reader.take(line);
      if (refused !== null) return { ok: false, reason: refused };
    }
  } catch (error) {
    if (error instanceof TooMuch) return { ok: false, reason: TOO_MUCH };
    // It was cut off.
    throw error;
  }
  return { ok: true, lasting: reader.lasting };
}
