/** A timer takes no more than this, ms: a longer one would run at once (Node.js, "setTimeout": 2³¹ − 1). */
const LONGEST_MS = 2 ** 31 - 1;

/**
 * Calls back after any number of milliseconds; a longer time than a timer can hold is cut into pieces. Infinity never comes.
 * @returns how to stop it
 */
export function later(ms: number, call: () => void): () => void {
  if (ms === Infinity) return () => undefined;
  let timer: ReturnType<typeof setTimeout>;
  const wait = (left: number): void => {
    timer = setTimeout(
      () => (left > LONGEST_MS ? wait(left - LONGEST_MS) : call()),
      Math.min(Math.max(left, 0), LONGEST_MS),
    );
  };
  wait(ms);
  return () => clearTimeout(timer);
}
