import { z } from 'zod';

const chance = z.number().min(0).max(1);

/** The faults that a stand-in makes, each a chance from 0 to 1; `skewMs` is added to every time it states. */
export const faultSchema = z.object({
  repeat: chance.optional(),
  reorder: chance.optional(),
  malformed: chance.optional(),
  skewMs: z.number().int().min(-86_400_000).max(86_400_000).optional(),
});

export interface PlainFaults {
  repeat: number;
  reorder: number;
  malformed: number;
  skewMs: number;
}

export const noPlainFaults = (): PlainFaults => ({ repeat: 0, reorder: 0, malformed: 0, skewMs: 0 });

/** Calls `step` so many times a second until it is stopped; returns how to stop it. */
export function atRate(rate: number, step: () => void): () => void {
  const TICK_MS = 50;
  let last = performance.now();
  let owed = 0;
  const timer = setInterval(() => {
    const now = performance.now();
    // After a pause no more than a second's worth is made up for, but always a whole step.
    owed = Math.min(owed + ((now - last) / 1000) * rate, Math.max(1, rate));
    last = now;
    for (; owed >= 1; owed -= 1) step();
  }, TICK_MS);
  return () => clearInterval(timer);
}
