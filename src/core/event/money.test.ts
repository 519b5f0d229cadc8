import { codes } from 'currency-codes';
import fc from 'fast-check';
import { aGift, aLike } from './examples';
import { amountWords, keptByStreamer, microsToMinor, minorDigits, toMinor, worthBy } from './money';
import type { StreamEvent } from './event';

// ISO 4217:2015, table A.1, minor units (from memory).
test.each([
  ['EUR', 2],
  ['USD', 2],
  ['JPY', 0],
  ['KRW', 0],
  ['KWD', 3],
  ['BHD', 3],
  ['TND', 3],
  ['CLF', 4],
  ['ISK', 0],
])('%s has %i digits', (currency, digits) => expect(minorDigits(currency)).toBe(digits));

test('where the platform’s own data (ECMA-402, CurrencyDigits) names a currency with 3 or 4 digits, so does ours', () => {
  for (const currency of codes()) {
    const own =
      new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
    if (own > 2) expect([currency, minorDigits(currency)]).toEqual([currency, own]);
  }
});

test('amounts are read by their digits: no cent is lost to binary fractions', () => {
  fc.assert(
    fc.property(fc.nat(99_999_999), fc.constantFrom('EUR', 'JPY', 'KWD'), (minor, currency) => {
      const digits = minorDigits(currency) ?? 0;
      const text =
        digits === 0
          ? String(minor)
          : `${Math.floor(minor / 10 ** digits)}.${String(minor % 10 ** digits).padStart(digits, '0')}`;
      expect(toMinor(text, currency)).toBe(minor);
      expect(microsToMinor(minor * 10 ** (6 - digits), currency)).toBe(minor);
    }),
  );
  expect([
    toMinor('1.15', 'EUR'),
    toMinor('1.155', 'EUR'),
    toMinor('1.154', 'EUR'),
    toMinor('7', 'EUR'),
    toMinor('1.999', 'JPY'),
  ]).toEqual([115, 116, 115, 700, 2]);
});

test.each([
  ['-1', 'EUR'],
  ['1e3', 'EUR'],
  ['', 'EUR'],
  ['1,5', 'EUR'],
  ['5', 'XQX'],
  ['9'.repeat(13), 'EUR'],
  ['½', 'EUR'],
])('%s %s is no amount', (value, currency) => expect(toMinor(value, currency)).toBeNull());

test('worth makes coins and tips comparable, and the platform’s share is an estimate beside it', () => {
  const tip = (amountMinor: number, currency: string): StreamEvent => ({
    id: 't',
    feed: 'f',
    at: 1,
    seenAt: 1,
    kind: 'tip',
    amountMinor,
    currency,
  });
  const rate = { coin: 0.8, kept: 40 };
  const worth = worthBy({ currency: 'EUR', rates: { USD: 0.9, JPY: 0.006, KWD: 3 } }, () => rate);
  expect(worth(aGift({ count: 3, unitCoins: 10 }))).toBe(24_000);
  expect([worth(tip(500, 'EUR')), worth(tip(500, 'USD')), worth(tip(500, 'JPY')), worth(tip(1250, 'KWD'))]).toEqual([
    500_000, 450_000, 300_000, 375_000,
  ]);
  expect([worth(tip(5, 'CHF')), worth(aLike())]).toEqual([null, 0]);
  expect(keptByStreamer(24_000, rate)).toBe(14_400);
  expect([amountWords(1250, 'EUR'), amountWords(1250, 'JPY'), amountWords(1250, 'KWD')]).toEqual([
    '12.50 EUR',
    '1,250 JPY',
    '1.250 KWD',
  ]);
});
