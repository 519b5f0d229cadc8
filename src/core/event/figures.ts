/** The number formats of a language that were asked for, by their digits. */
const made = new Map<string, Intl.NumberFormat>();

/** The parts of a language's numbers, for reading. */
interface Marks {
  digits: readonly string[];
  point: string;
  /** Beyond the last three, digits stand in twos: 1,00,000. */
  twos: boolean;
}

/** Digits in threes, all parted by the same mark; and in twos beyond the last three. */
const THREES = /^\d{1,3}([.,])\d{3}(?:\1\d{3})*$/;
const TWOS = /^\d{1,2}(?:,\d{2})*,\d{3}$/;
const marks = new Map<string, Marks>();

/** @param language BCP 47; one that Intl does not take is as English @param digits behind the point, exactly; absent: as many as there are, three at most */
function formatOf(language: string, digits: number | undefined): Intl.NumberFormat {
  const key = `${language}/${digits ?? ''}`;
  const known = made.get(key);
  if (known) return known;
  const options = digits === undefined ? {} : { minimumFractionDigits: digits, maximumFractionDigits: digits };
  let format: Intl.NumberFormat;
  try {
    format = new Intl.NumberFormat(language, options);
  } catch {
    // RangeError: the form of a language's name that a show takes is wider than that of Intl.
    format = new Intl.NumberFormat('en', options);
  }
  made.set(key, format);
  return format;
}

/** A number as people write it in a language (ECMA-402), with its thousands apart. The one place where numbers become words. */
export function figure(value: number, language = 'en', digits?: number): string {
  // Most are small and whole, and asking the formatter takes longer than all the rest of an alert's words.
  if (language === 'en' && digits === undefined && Number.isInteger(value) && value >= 0 && value < 1e6)
    return value < 1000 ? String(value) : `${Math.floor(value / 1000)},${String(value % 1000).padStart(3, '0')}`;
  return formatOf(language, digits).format(value);
}

function marksOf(language: string): Marks {
  const known = marks.get(language);
  if (known) return known;
  const format = formatOf(language, 1);
  const point = format.formatToParts(0.5).find(({ type }) => type === 'decimal')?.value ?? '.';
  const bare = formatOf(language, 0);
  const found = {
    digits: Array.from({ length: 10 }, (_, n) => bare.format(n)),
    point,
    twos: bare.formatToParts(100_000).some(({ type, value }) => type === 'integer' && value.length === 2),
  };
  marks.set(language, found);
  return found;
}

/** The noughts of digits that people type, whatever the language: Arabic, Persian, Devanagari, Bengali, and those as wide as a letter of Japanese (Unicode Nd). */
const NOUGHTS = [0x660, 0x6f0, 0x966, 0x9e6, 0xff10];

function digitOf(char: string, digits: readonly string[]): string | null {
  const own = digits.indexOf(char);
  if (own >= 0) return String(own);
  const code = char.codePointAt(0) ?? 0;
  const nought = NOUGHTS.find((first) => code >= first && code < first + 10);
  return nought === undefined ? null : String(code - nought);
}

/**
 * What a person has typed or `figure` has written, as plain digits with a point: "1.234,50" → "1234.50". A separator that stands alone before one or
 * two digits is the point in any language; one before three parts thousands, unless it is the language's own point.
 * @returns null when it is no such number
 */
export function plainDecimal(text: string, language = 'en'): string | null {
  const { digits, point, twos } = marksOf(language);
  const isGrouped = (whole: string): boolean => THREES.test(whole) || (twos && TWOS.test(whole));
  const western = [...text.trim()].map((char) => digitOf(char, digits) ?? char).join('');
  // Spaces of any width, apostrophes and the Arabic marks only ever stand where these do.
  const bare = western.replace(/(?<=\d)[\s'’\u066c](?=\d{3}(?!\d))/gu, '').replace('\u066b', '.');
  if (/^\d+$/.test(bare)) return bare;
  if (/^\d+[.,]\d{1,2}$/.test(bare)) return bare.replace(',', '.');
  const last = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
  const mark = bare[last] ?? '';
  const both = bare.includes('.') && bare.includes(',');
  const isPoint = both || mark === (point === ',' ? ',' : '.');
  if (isPoint && bare.indexOf(mark) === last) {
    const [whole = '', fraction = ''] = [bare.slice(0, last), bare.slice(last + 1)];
    const grouped = /^\d+$/.test(whole) || isGrouped(whole);
    return grouped && /^\d+$/.test(fraction) ? `${whole.replace(/[.,]/g, '')}.${fraction}` : null;
  }
  return isGrouped(bare) ? bare.replace(/[.,]/g, '') : null;
}
