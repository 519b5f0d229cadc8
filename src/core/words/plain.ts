/** As two messages are compared: compatibility forms are one (Unicode UAX #15, NFKC), and case does not count. */
export const plain = (text: string): string =>
  (BEYOND_ASCII.test(text) ? text.normalize('NFKC') : text).toLowerCase().trim();
// ASCII has no other forms, and most keywords are in it.
const BEYOND_ASCII = /[^\u0000-\u007f]/;

/** The first word of a message: what a keyword is compared with. */
export function firstWord(text: string): string {
  const end = text.search(/\s/);
  return end < 0 ? text : text.slice(0, end);
}
