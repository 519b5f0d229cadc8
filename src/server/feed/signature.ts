import { createHmac, timingSafeEqual } from 'node:crypto';
import type { InboxRequest } from './client';
import type { FeedSecrets } from './secrets';
import { phrase, type Sayable } from '@/core/words/phrase';

/** How far a webhook's time may be from ours, both ways: Standard Webhooks 1.0, "Verifying webhook authenticity". */
export const TOLERANCE_MS = 5 * 60_000;

/** The signature of a webhook: HMAC-SHA256 over `id.timestamp.body` by the secret's bytes, in base64. */
export function sign(secret: string, id: string, timestamp: string, body: string): string {
  const key = Buffer.from(secret.replace(/^whsec_/, ''), 'base64');
  return `v1,${createHmac('sha256', key).update(`${id}.${timestamp}.${body}`).digest('base64')}`;
}

export type Verified = { ok: true; id: string } | { ok: false; reason: Sayable };

/**
 * Verifies a webhook (Standard Webhooks 1.0): its time, and that one of its signatures is by the present secret or, for as long as a
 * rotation overlaps, by the one before.
 * @param now ms since the epoch, by the wall's clock
 */
export function verify({ headers, body }: InboxRequest, { signing, previous }: FeedSecrets, now: number): Verified {
  const id = headers['webhook-id'] ?? '';
  const timestamp = headers['webhook-timestamp'] ?? '';
  if (id === '' || !/^\d{1,12}$/.test(timestamp))
    return { ok: false, reason: phrase('The webhook lacks its id or its time.') };
  if (Math.abs(Number(timestamp) * 1000 - now) > TOLERANCE_MS)
    return {
      ok: false,
      reason: phrase('The webhook is older or newer than five minutes: an old one sent again, or a clock that is off.'),
    };
  const secrets = [...(signing ? [signing] : []), ...(previous && previous.until > now ? [previous.signing] : [])];
  if (secrets.length === 0)
    return { ok: false, reason: phrase('The feed has no secret yet, so that no webhook can be trusted.') };
  const given = (headers['webhook-signature'] ?? '').split(' ').map((part) => Buffer.from(part));
  const right = secrets.some((secret) => {
    const expected = Buffer.from(sign(secret, id, timestamp, body));
    return given.some((part) => part.length === expected.length && timingSafeEqual(part, expected));
  });
  return right
    ? { ok: true, id }
    : { ok: false, reason: phrase('The webhook’s signature is not by this feed’s secret.') };
}
