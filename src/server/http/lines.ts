import type { Readable } from 'node:stream';
import { Turn } from '@/server/feed/turn';

/** More came, or a longer line, than may. */
export class TooMuch extends Error {}

/** Whoever still sends when the answer is known is heard out for so long at most, ms: cut off, they would never have it. */
const HEARD_OUT_MS = 10_000;

/** Throws away what still comes of a body, up to so many bytes. */
function hearOut(body: Readable, most: number): void {
  if (body.readableEnded || body.destroyed) return;
  let bytes = 0;
  const cut = (): void => void body.destroy();
  const timer = setTimeout(cut, HEARD_OUT_MS);
  timer.unref();
  body.on('data', ({ length }: Uint8Array) => {
    bytes += length;
    if (bytes > most) cut();
  });
  // Its end was all that it was waited for.
  body.on('error', () => undefined);
  body.on('close', () => clearTimeout(timer));
  body.resume();
}

/**
 * The lines of a body, in turns: nobody else should have to wait for them. Counted as they come: a line without an end must not fill the memory.
 * @param most in all, bytes
 * @param longest one line, UTF-16 units
 * @throws TooMuch, or whatever the body breaks off with
 */
export async function* linesOf(
  body: Readable,
  { most, longest }: { most: number; longest: number },
): AsyncGenerator<string> {
  const turn = new Turn();
  const decoder = new TextDecoder();
  let bytes = 0;
  let rest = '';
  try {
    // Left early it stays open, so that whoever sends it can be answered.
    for await (const piece of body.iterator({ destroyOnReturn: false }) as AsyncIterable<Uint8Array>) {
      bytes += piece.byteLength;
      const lines = (rest + decoder.decode(piece, { stream: true })).split('\n');
      rest = lines.pop() ?? '';
      if (bytes > most || rest.length > longest) throw new TooMuch();
      for (const line of lines) {
        yield line;
        await turn.rest();
      }
    }
    if (rest.trim() !== '') yield rest;
  } finally {
    hearOut(body, most);
  }
}
