import type { CarryOver } from '@/core/session/carry-over';
import { setImmediate as afterOthers } from 'node:timers/promises';
import { CarryOverReader, carryOverLines, LONGEST_LINE } from '@/core/file/carry-over-lines';
import { Turn } from '@/server/feed/turn';
import type { Sayable } from '@/core/words/phrase';

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

export async function readLasting(req: AsyncIterable<Uint8Array>): Promise<ReadLasting> {
  const reader = new CarryOverReader();
  const turn = new Turn();
  const decoder = new TextDecoder();
  let bytes = 0;
  let rest = '';
  for await (const piece of req) {
    bytes += piece.byteLength;
    const lines = (rest + decoder.decode(piece, { stream: true })).split('\n');
    rest = lines.pop() ?? '';
    // Counted as it comes: a line without an end must not fill the memory.
    if (bytes > MOST || rest.length > LONGEST_LINE) return { ok: false, reason: TOO_MUCH };
    for (const line of lines) {
      const refused = reader.take(line);
      if (refused !== null) return { ok: false, reason: refused };
      await turn.rest();
    }
  }
  const refused = rest.trim() === '' ? null : reader.take(rest);
  return refused === null ? { ok: true, lasting: reader.lasting } : { ok: false, reason: refused };
}
