import { z } from 'zod';

/** A secret that signs webhooks, as Standard Webhooks 1.0 writes it: `whsec_` and 24 to 64 bytes in base64. */
export const webhookSecret = z.string().regex(/^whsec_[A-Za-z0-9+/]{32,88}={0,2}$/);

/**
 * What a feed needs to know and nobody else may: kept in the browser beside the show, handed to the server, never part of a show's
 * document. `inbox` is the unguessable part of the feed's own address. After a rotation the secret before it is still taken until `until` (ms).
 */
export const feedSecretsSchema = z.object({
  inbox: z.string().regex(/^[\w-]{16,100}$/),
  signing: webhookSecret.optional(),
  previous: z.object({ signing: webhookSecret, until: z.number().int().min(0) }).optional(),
  /** Put in the place of `{secret}` in a mapped feed's address, or sent as a bearer token where the address has no such place. */
  token: z.string().max(2000).optional(),
});
export type FeedSecrets = z.infer<typeof feedSecretsSchema>;
