/** The id of one of a home's shows: no key, and told apart from one by its length. */
export const showId = (): string => randomKey().slice(0, 12);

/** The part of a Web Crypto id that is chance: 128 bits, for ids and keys. */
export function randomKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
}
