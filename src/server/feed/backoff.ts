export const LEAST_MS = 1000;
export const MOST_MS = 30_000;

/**
 * How long to wait before the next try: between 1 s and a bound that doubles with each failure up to 30 s, by chance, so that a
 * thousand feeds dropped at once do not come back at once.
 * @param failures how many tries have failed in a row, from 1
 * @param random a number in [0, 1)
 */
export function backoff(failures: number, random: number): number {
  const bound = Math.min(MOST_MS, LEAST_MS * 2 ** Math.min(failures, 10));
  return Math.round(LEAST_MS + random * (bound - LEAST_MS));
}
