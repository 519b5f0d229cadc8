import { z } from 'zod';

/** At least, at most, or between; either end may be open. */
export const rangeSchema = z.object({
  least: z.number().min(0).max(1e12).nullable(),
  most: z.number().min(0).max(1e12).nullable(),
});
export type Range = z.infer<typeof rangeSchema>;

export const ANY: Range = { least: null, most: null };

export const within = ({ least, most }: Range, value: number): boolean =>
  (least === null || value >= least) && (most === null || value <= most);

/** The range in a sentence: " of at least 100 coins"; empty where everything is within it. */
export function rangeWords(
  { least, most }: Range,
  unit: string,
  n = (value: number): string => value.toLocaleString('en'),
): string {
  const what = unit === '' ? '' : ` ${unit}`;
  if (least !== null && most !== null)
    return least === most ? `of ${n(least)}${what}` : `of ${n(least)} to ${n(most)}${what}`;
  if (least !== null) return `of at least ${n(least)}${what}`;
  if (most !== null) return `of at most ${n(most)}${what}`;
  return '';
}

/** Why nothing can be within it; null when something can. */
export const rangeProblem = ({ least, most }: Range): string | null =>
  least !== null && most !== null && least > most ? 'Its least is above its most: nothing is between them.' : null;
