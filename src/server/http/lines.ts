import { Turn } from '@/server/feed/turn';

/** More came, or a longer line, than may. */
export class TooMuch extends Error {}

/**
 * The lines of a body, in turns: nobody else should have to wait for them. Counted as they come: a line without an end must not fill the memory.
 * @param most in all, bytes
 * @param longest one line, UTF-16 units
 * @throws TooMuch, or whatever the body breaks off with
 */
export async function* linesOf(
  body: AsyncIterable<Uint8Array>,
  { most, longest }: { most: number; longest: number },
): AsyncGenerator<string> {
  const turn = new Turn();
  const decoder = new TextDecoder();
  let bytes = 0;
  let rest = '';
  for await (const piece of body) {
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
}
