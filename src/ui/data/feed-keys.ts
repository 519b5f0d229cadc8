import type { Feed } from '@/core/platform/feed';
import { uint8ArrayToBase64 } from 'uint8array-extras';
import { z } from 'zod';
import type { Show } from '@/core/show/show';
import { randomKey } from './random-key';

/* What a feed needs to know and nobody else may. It is kept beside the show, and goes into no file unless it is asked for. */

const signing = z.string().regex(/^whsec_/);
export const feedKeySchema = z.object({
  /** The unguessable part of the feed's own address. */
  inbox: z.string(),
  /** Signs what is posted there (Standard Webhooks 1.0). */
  signing: signing.optional(),
  /** The one before, taken until then (ms), so that nothing is lost while it is changed over there. */
  previous: z.object({ signing, until: z.number() }).optional(),
  /** For an address that lets nobody in without one. */
  token: z.string().optional(),
});
export type FeedKey = z.infer<typeof feedKeySchema>;

/** How long the old secret is still taken after a renewal. */
export const OVERLAP_MS = 24 * 3_600_000;

export function newSigning(): string {
  return `whsec_${uint8ArrayToBase64(crypto.getRandomValues(new Uint8Array(32)))}`;
}

/** Oxbow refuses to post without a secret; every other feed may do with its address alone. */
const newKey = ({ platform }: Feed): FeedKey => ({
  inbox: randomKey(),
  ...(platform === 'oxbow' ? { signing: newSigning() } : {}),
});

/** Under this name stands what is told to web addresses is signed with. */
export const ASKS = '#asks';

/** A key for each feed of the show: the known ones, and new ones for new feeds; and one for what is told to web addresses, where a cue does. */
export function feedKeysFor(show: Show, known: Readonly<Record<string, FeedKey>>): Record<string, FeedKey> {
  const keys = Object.fromEntries(show.feeds.map((feed) => [feed.id, known[feed.id] ?? newKey(feed)]));
  const asks = known[ASKS];
  // Once made it stays, whichever show is on: those who are told know it.
  if (asks) keys[ASKS] = asks;
  else if (show.cues.some(({ steps }) => steps.some(({ kind }) => kind === 'ask')))
    keys[ASKS] = { inbox: randomKey(), signing: newSigning() };
  return keys;
}

/** A new secret; the old one stays good for a day. */
export const renewed = (key: FeedKey, now: number): FeedKey => ({
  ...key,
  signing: newSigning(),
  ...(key.signing ? { previous: { signing: key.signing, until: now + OVERLAP_MS } } : {}),
});
