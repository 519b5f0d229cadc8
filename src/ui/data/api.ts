import { say } from '@/ui/words/say';
import { english } from '@/core/words/phrase';

/** An answer of Gavirn's server: what it said, or a sentence and its status (null when there was no answer at all). */
export type Answer<T> =
  { ok: true; value: T } | { ok: false; status: number | null; reason: string; problem?: unknown };

/** What to say where there was no answer: what was to be read comes by itself, what was to be done has not been. */
const away = (method: string): string =>
  method === 'GET'
    ? say('Gavirn’s server does not answer just now. What you have set up is kept in this browser.')
    : say('Gavirn’s server does not answer, so that this was not done. Press it again when the server is back.');

/** Asks Gavirn's server. Problem documents (RFC 9457) become their `detail`. */
export async function ask<T>(
  method: 'GET' | 'PUT' | 'POST' | 'DELETE',
  path: string,
  options: { key?: string; body?: unknown; raw?: string; bytes?: Uint8Array<ArrayBuffer>; text?: boolean } = {},
): Promise<Answer<T>> {
  const headers: Record<string, string> = {};
  if (options.key) headers.authorization = `Bearer ${options.key}`;
  if (options.body !== undefined) headers['content-type'] = 'application/json';
  if (options.raw !== undefined) headers['content-type'] = 'text/plain; charset=utf-8';
  if (options.bytes !== undefined) headers['content-type'] = 'application/octet-stream';
  const body = options.bytes ?? options.raw ?? (options.body === undefined ? undefined : JSON.stringify(options.body));
  let response: Response;
  try {
    response = await fetch(path, { method, headers, cache: 'no-store', ...(body === undefined ? {} : { body }) });
  } catch {
    return { ok: false, status: null, reason: away(method) };
  }
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as { detail?: unknown; phrase?: unknown } | null;
    return {
      ok: false,
      status: response.status,
      reason:
        typeof problem?.detail === 'string'
          ? problem.detail
          : say('The server refused ({status}).', { status: response.status }),
      problem,
    };
  }
  if (response.status === 204) return { ok: true, value: undefined as T };
  // The server's own answers, whose forms the routes state.
  return { ok: true, value: (options.text ? await response.text() : await response.json()) as T };
}

/** Bytes from the server; null where there are none, or it does not answer. */
export async function fetchBytes(path: string, key: string): Promise<Uint8Array<ArrayBuffer> | null> {
  try {
    const response = await fetch(path, { headers: { authorization: `Bearer ${key}` } });
    return response.ok ? new Uint8Array(await response.arrayBuffer()) : null;
  } catch {
    // No answer, or it was cut off.
    return null;
  }
}

/** Asks and unwraps, for SWR: a refusal is thrown as its sentence. */
export async function fetchJson<T>(path: string): Promise<T> {
  const answer = await ask<T>('GET', path);
  if (!answer.ok) throw new Error(english(answer.reason));
  return answer.value;
}

/** Where a stand-in platform keeps a handle's room, for the demo's one-tap crowd. */
export const standinRoom = (platform: 'brindle' | 'oxbow' | 'tarn', handle: string): string =>
  `/standins/${platform}/${platform === 'tarn' ? 'v1/rooms' : 'live'}/${encodeURIComponent(handle)}`;
