import Papa from 'papaparse';

/* Tables as files (RFC 4180: lines end with CR LF, quotes are doubled). */

/**
 * What a spreadsheet takes for the beginning of a formula, full-width forms included, and the mark that is put before it. The mark itself
 * is marked as well, so that reading takes off exactly what writing put there.
 */
const RISKY = /^['=+\-@\t\r\n＝＋－＠]/;

/** A text cell as it may stand in a table: nothing that somebody sent is run by the program that opens it. */
const harmless = (cell: string): string => (RISKY.test(cell) ? `'${cell}` : cell);

/** A cell of a table as it was before it was written. */
export const plainCell = (cell: string): string =>
  cell.startsWith("'") && RISKY.test(cell.slice(1)) ? cell.slice(1) : cell;

/** Writes a table: every cell of text, whatever its column, is harmless; numbers stay numbers. */
export function writeTable(
  columns: readonly string[],
  rows: readonly (readonly (string | number | boolean | undefined)[])[],
): string {
  const safe = rows.map((row) => row.map((cell) => (typeof cell === 'string' ? harmless(cell) : cell)));
  return `${Papa.unparse([[...columns], ...safe], { newline: '\r\n' })}\r\n`;
}
