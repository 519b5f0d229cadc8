import { z } from 'zod';
import { phrase, type Phrase, type PhraseValue } from '@/core/words/phrase';

/** At least, at most, or between; either end may be open. */
export const rangeSchema = z.object({
  least: z.number().min(0).max(1e12).nullable(),
  most: z.number().min(0).max(1e12).nullable(),
});
export type Range = z.infer<typeof rangeSchema>;

export const ANY: Range = { least: null, most: null };

export const within = ({ least, most }: Range, value: number): boolean =>
  (least === null || value >= least) && (most === null || value <= most);

/** The range in a sentence: "of at least 100 coins"; null where everything is within it. @param of a number with its unit @param both whether the lower of two bounds has it, too */
export function rangeWords(
  { least, most }: Range,
  of: (value: number) => PhraseValue = (value) => value,
  both = false,
): Phrase | null {
  if (least !== null && most !== null)
    return least === most
      ? phrase('of {n}', { n: of(least) })
      : phrase('of {least} to {most}', { least: both ? of(least) : least, most: of(most) });
  if (least !== null) return phrase('of at least {n}', { n: of(least) });
  return most === null ? null : phrase('of at most {n}', { n: of(most) });
}

/** Why nothing can be within it; null when something can. */
export const rangeProblem = ({ least, most }: Range): Phrase | null =>
  least !== null && most !== null && least > most
    ? phrase('Its least is above its most: nothing is between them.')
    : null;
