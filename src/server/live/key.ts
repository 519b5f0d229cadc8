import { createHash, timingSafeEqual } from 'node:crypto';

/** Keys are kept as their SHA-256 only: whoever reads the server's files cannot act with them. */
export const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex');

/** Whether a key is the one of this hash. */
export const sameKey = (key: string, hash: string): boolean =>
  timingSafeEqual(Buffer.from(hashOf(key)), Buffer.from(hash));
