/** The other side has gone, is silent, or sends more than is taken: nothing of ours is wrong, and it is tried again. */
export class ConnectionLost extends Error {
  override name = 'ConnectionLost';
}

/** What a page of a platform may hold at most, unpacked. */
const MOST_ANSWER_BYTES = 4 << 20;

/**
 * The pieces of a body as they are unpacked.
 * @param most bytes in all; beyond it the connection is cut
 * @throws ConnectionLost
 */
export async function* pieces(body: ReadableStream<Uint8Array>, most: number): AsyncGenerator<Uint8Array> {
  const reader = body.getReader();
  let bytes = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read().catch((error: unknown) => {
        throw new ConnectionLost('The connection broke.', { cause: error });
      });
      if (done) return;
      bytes += value.byteLength;
      if (bytes > most) throw new ConnectionLost(`More than ${most.toLocaleString('en')} bytes came.`);
      yield value;
    }
  } finally {
    // Whoever stops listening, for whatever reason, lets the other side know.
    await reader.cancel().catch(() => undefined);
  }
}

/**
 * A body as text, read only as far as it is taken: a small packed one may unpack to far more than memory holds.
 * @throws ConnectionLost
 */
export async function boundedText(answer: Response, most = MOST_ANSWER_BYTES): Promise<string> {
  if (!answer.body) return '';
  const decoder = new TextDecoder();
  let text = '';
  for await (const piece of pieces(answer.body, most)) text += decoder.decode(piece, { stream: true });
  return text + decoder.decode();
}

/** A body as JSON; null where it is none, too large or cut off. */
export async function boundedJson(answer: Response, most = 256 << 10): Promise<unknown> {
  try {
    return JSON.parse(await boundedText(answer, most));
  } catch {
    // Neither whole nor JSON: for whoever asked it is no answer.
    return null;
  }
}
