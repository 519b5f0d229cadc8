import { SeenIds } from '@/core/intake/seen';

const MESSAGES = 1_000_000;
const BOUND_MIB = 32;
const mib = (bytes: number): string => `${(bytes / 2 ** 20).toFixed(1)} MiB`;

/** Memory after a million messages with once-only bookkeeping, against a set of the ids themselves. Needs --expose-gc. */
export function benchSeen(): string[] {
  const used = (): number => {
    globalThis.gc?.();
    const { heapUsed, arrayBuffers } = process.memoryUsage();
    return heapUsed + arrayBuffers;
  };
  const id = (n: number): string => `msg_${n.toString(36).padStart(24, '0')}`;
  const measure = (keep: { add: (id: string) => unknown }): number => {
    const before = used();
    for (let n = 0; n < MESSAGES; n += 1) keep.add(id(n));
    const after = used();
    // Used once more, so that it is still there when it is measured.
    keep.add(id(0));
    return after - before;
  };
  const plain = measure(new Set<string>());
  const ours = measure(new SeenIds());
  return [
    `memory of ${MESSAGES.toLocaleString('en')} ids let in once / a set of them: ${(ours / plain).toFixed(2)}  (${mib(ours)} / ${mib(plain)}; never more than ${BOUND_MIB} MiB a feed)`,
  ];
}
