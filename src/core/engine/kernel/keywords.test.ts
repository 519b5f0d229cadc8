import fc from 'fast-check';
import { Keywords } from './keywords';

/** The first word by its definition: compatibility forms are one (UAX #15, NFKC), case and blanks around do not count. */
const naive = (message: string): string => message.normalize('NFKC').toLowerCase().trim().split(/\s/)[0] ?? '';

const LETTERS = [
  'a',
  'A',
  'b',
  'k',
  'K',
  '!',
  ' ',
  '\t',
  '\u00a0',
  'é',
  'e\u0301',
  'É',
  '\u0301',
  'İ',
  'ı',
  'Å',
  '\u212b',
  'ﬁ',
  'Ｋ',
  '\u212a',
  '山',
  '🏺',
  '¨',
  '\u0000',
  '\u007f',
];
const text = fc.string({ unit: fc.constantFrom(...LETTERS), maxLength: 5 });

test('a message begins with a keyword where its first word, compared in full, is one of them', () => {
  let found = 0;
  fc.assert(
    fc.property(fc.array(text, { maxLength: 8 }), text, (words, message) => {
      const sought = words.map((word) => word.normalize('NFKC').toLowerCase().trim()).filter((word) => word !== '');
      const first = naive(message);
      const expected = sought.includes(first) ? first : '';
      if (expected !== '') found += 1;
      expect(new Keywords(words).of(message)).toBe(expected);
    }),
    { numRuns: 20_000 },
  );
  expect(found).toBeGreaterThan(200);
});
