import type { Effect } from '@/core/engine/kernel/effect';
import { withoutIsolates } from '@/core/words/isolate';
import type { Outward } from '@/server/feed/outward';
import { sign } from '@/server/feed/signature';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

/** How a telling came out, for the desk. */
export interface Told {
  id: string;
  at: number;
  /** Where it went, without path and query: they may hold a secret. */
  host: string;
  /** What went wrong, in a sentence; null when it was taken. */
  problem: Sayable | null;
}

type Asked = Extract<Effect, { effect: 'ask' }>;

/** An address that has not answered after so long is given up, and asked once more after a while, ms. */
export const TIMEOUT_MS = 5000;
const AGAIN_MS = 1000;

/**
 * Posts what a cue tells as a CloudEvent (CloudEvents 1.0, JSON format, structured mode), signed as Standard Webhooks 1.0 has it. Nothing
 * goes out but the cue's own name and the words that its streamer wrote; redirects are not followed.
 * @param secret `whsec_…`, or null: then it is not signed
 * @param at ms, UTC
 */
export async function tell(
  asked: Asked,
  { id, at, secret }: { id: string; at: number; secret: string | null },
  outward: Outward,
  againMs = AGAIN_MS,
): Promise<Told> {
  const { host } = new URL(asked.url);
  const refused = outward.refuses(asked.url);
  if (refused !== null) return { id, at, host, problem: refused };
  const body = JSON.stringify({
    specversion: '1.0',
    id,
    source: '/gavirn/cues',
    type: 'gavirn.cue',
    time: new Date(at).toISOString(),
    datacontenttype: 'application/json',
    data: { cue: asked.name, words: withoutIsolates(asked.text) },
  });
  const timestamp = String(Math.floor(at / 1000));
  const headers = {
    'content-type': 'application/cloudevents+json',
    ...(secret
      ? { 'webhook-id': id, 'webhook-timestamp': timestamp, 'webhook-signature': sign(secret, id, timestamp, body) }
      : {}),
  };
  let problem = await post(asked.url, headers, body, outward);
  if (problem?.again) {
    await new Promise((resolve) => setTimeout(resolve, againMs));
    problem = await post(asked.url, headers, body, outward);
  }
  return { id, at, host, problem: problem?.sentence ?? null };
}

async function post(
  url: string,
  headers: Record<string, string>,
  body: string,
  outward: Outward,
): Promise<{ sentence: Phrase; again: boolean } | null> {
  try {
    const response = await outward.fetch(url, {
      method: 'POST',
      headers,
      body,
      redirect: 'manual',
      signal: AbortSignal.timeout(TIMEOUT_MS),
    });
    await response.body?.cancel();
    if (response.ok) return null;
    if (response.status >= 300 && response.status < 400)
      return { sentence: phrase('It sends on to another address, which is not followed.'), again: false };
    return {
      sentence: phrase('It refused ({status}).', { status: String(response.status) }),
      again: response.status >= 500 || response.status === 429,
    };
  } catch (error) {
    const slow = error instanceof Error && error.name === 'TimeoutError';
    return {
      sentence: slow
        ? phrase('It did not answer within {n} s.', { n: TIMEOUT_MS / 1000 })
        : phrase('It cannot be reached.'),
      again: true,
    };
  }
}
