/** A seeded source of chance: numbers in [0, 1), the same for the same seed (mulberry32, public domain; from memory). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

export const pick = <T>(random: () => number, list: readonly T[]): T => {
  const found = list[Math.floor(random() * list.length)];
  if (found === undefined) throw new Error('Nothing to pick from.');
  return found;
};
