import { code } from 'currency-codes';
import { z } from 'zod';
import type { StreamEvent } from './event';
import { figure, plainDecimal } from './figures';
import { WORTH_PARTS } from './worth-parts';

/** How many digits stand behind the point in a currency (ISO 4217, "minor unit"): JPY 0, EUR 2, KWD 3; null for what is no currency. */
export const minorDigits = (currency: string): number | null => code(currency)?.digits ?? null;

/** A currency's code as ISO 4217 has it. */
export const currencySchema = z.string().regex(/^[A-Z]{3}$/);

/** The streamer's currency, and what one unit of another is in it. Rates are the streamer's own: Gavirn asks nobody. */
export const moneySchema = z.object({
  currency: currencySchema.default('EUR'),
  rates: z.record(currencySchema, z.number().min(0).max(1e9)).default({}),
});
export type Money = z.infer<typeof moneySchema>;

/** What a feed's coins and subscriptions are worth, and the percentage that the platform keeps of all worth. `coin`: minor units of the streamer's currency each. */
export const feedRateSchema = z.object({
  coin: z.number().min(0).max(1e6).default(0),
  kept: z.number().min(0).max(100).default(0),
  /** What a subscription brings, by tier from the first on, in minor units of the streamer's currency; a tier beyond the list is as its last. Absent: it is not counted as earnings. */
  subs: z.array(z.number().min(0).max(1e7)).min(1).max(10).optional(),
});
export type FeedRate = z.infer<typeof feedRateSchema>;

/** A whole unit of a currency, in thousandths of its minor unit. */
export const wholeUnit = (currency: string): number => 10 ** (minorDigits(currency) ?? 2) * WORTH_PARTS;

/** Makes the function that says what an event is worth, in thousandths of a minor unit; null where a rate is missing. */
export function worthBy(
  money: Money,
  rateOf: (feed: string) => FeedRate | undefined,
): (event: StreamEvent) => number | null {
  const own = 10 ** (minorDigits(money.currency) ?? 2);
  return (event) => {
    if (event.kind === 'gift')
      return Math.round(event.count * event.unitCoins * (rateOf(event.feed)?.coin ?? 0) * WORTH_PARTS);
    if (event.kind === 'subscribe') return event.gifted ? 0 : subWorth(rateOf(event.feed), event.tier);
    // Those that are given away are of the first tier, where the platform says no other.
    if (event.kind === 'giftSubs') return event.count * subWorth(rateOf(event.feed), 1);
    if (event.kind !== 'tip') return 0;
    if (event.currency === money.currency) return event.amountMinor * WORTH_PARTS;
    const rate = money.rates[event.currency];
    const digits = minorDigits(event.currency);
    if (rate === undefined || digits === null) return null;
    return Math.round((event.amountMinor / 10 ** digits) * rate * own * WORTH_PARTS);
  };
}

const subWorth = (rate: FeedRate | undefined, tier: number): number =>
  Math.round((rate?.subs?.[tier - 1] ?? rate?.subs?.at(-1) ?? 0) * WORTH_PARTS);

/** What stays with the streamer of that worth, by the feed's rate: an estimate, since contracts differ. */
export const keptByStreamer = (worth: number, rate: FeedRate | undefined): number =>
  Math.round(worth * (1 - (rate?.kept ?? 0) / 100));

/** An amount of minor units with its currency's digits, in a language: 500 EUR minor → "5.00", in German "5,00". The one place where money becomes words. */
export function amountFigure(minor: number, currency: string, language = 'en'): string {
  const digits = minorDigits(currency) ?? 2;
  return figure(minor / 10 ** digits, language, digits);
}

/** The same as a number that any program reads, for tables: 123,450 EUR minor → "1234.50". */
export function amountDecimal(minor: number, currency: string): string {
  const digits = minorDigits(currency) ?? 2;
  return (minor / 10 ** digits).toFixed(digits);
}

/** The same as people write it: "5.00 EUR". */
export const amountWords = (minor: number, currency: string, language = 'en'): string =>
  `${amountFigure(minor, currency, language)} ${currency}`;

/** An amount as `amountWords` writes it in a language, or as it is typed: "1,234.50 EUR", "5", "5,50"; null when it is none. Minor units. */
export function readAmount(text: string, currency: string, language = 'en'): number | null {
  const plain = plainDecimal(text.trim().replace(/\s*[A-Z]{3}$/, ''), language);
  return plain === null ? null : toMinor(plain, currency);
}

/**
 * A decimal amount in minor units.
 * @param value as written, "5.00"; digits beyond the currency's are rounded half away from zero
 * @returns null when it is no amount, or no currency
 */
export function toMinor(value: string, currency: string): number | null {
  const digits = minorDigits(currency);
  const parts = /^(\d{1,12})(?:\.(\d{1,12}))?$/.exec(value.trim());
  if (digits === null || !parts) return null;
  // By digits, not by multiplying: 1.15 × 100 is 114.99999999999999.
  const fraction = (parts[2] ?? '').padEnd(digits + 1, '0');
  const minor = Number(`${parts[1] ?? ''}${fraction.slice(0, digits)}`) + (Number(fraction[digits] ?? 0) >= 5 ? 1 : 0);
  return Number.isSafeInteger(minor) ? minor : null;
}

/** Micros (1,000,000 to the unit) in minor units of a currency, rounded half up; null for what is no currency. */
export function microsToMinor(micros: number, currency: string): number | null {
  const digits = minorDigits(currency);
  return digits === null ? null : Math.round(micros / 10 ** (6 - digits));
}

/** How many whole units of the streamer's currency an amount in words ("500 JPY") comes to; null: it is none, or its rate is missing. */
export function wholeUnitsOf(words: string, { currency, rates }: Money, language = 'en'): number | null {
  const own = /[A-Z]{3}$/.exec(words.trim())?.[0] ?? currency;
  const minor = readAmount(words, own, language);
  const rate = own === currency ? 1 : rates[own];
  return minor === null || rate === undefined ? null : Math.trunc((minor / 10 ** (minorDigits(own) ?? 2)) * rate);
}
