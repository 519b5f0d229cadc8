import { amountDecimal } from '@/core/event/money';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { writeTable } from '@/core/file/csv';
import { FIGURES, type Summed } from './figures';
import { phrase, english } from '@/core/words/phrase';

/** A table of sessions, a row each, oldest first: times in ISO 8601, money in whole units. */
export function totalsCsv(sessions: readonly Summed[], currency: string): string {
  const sorted = [...sessions].sort((a, b) => a.startedAt - b.startedAt);
  const tips = [...new Set(sorted.flatMap(({ recap }) => Object.keys(recap.totals.tips)))].sort();
  return writeTable(
    [
      'began',
      'ended',
      ...FIGURES.map(({ title, money }) => english(money ? phrase('{title}, {currency}', { title, currency }) : title)),
      ...tips.map((each) => `Tips, ${each}`),
    ],
    sorted.map(({ startedAt, endedAt, recap }, n) => [
      new Date(startedAt).toISOString(),
      new Date(endedAt).toISOString(),
      ...FIGURES.map(({ of, money, share }) => {
        const value = of(
          recap,
          sorted.slice(0, n).map((each) => each.recap),
        );
        if (money) return amountDecimal(Math.round(value / WORTH_PARTS), currency);
        return share ? value.toFixed(3) : Math.round(value);
      }),
      ...tips.map((each) => amountDecimal(recap.totals.tips[each] ?? 0, each)),
    ]),
  );
}
