import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { aChat } from '@/core/event/examples';
import { peopleCsv, type Listed } from '@/core/people/table';
import { plainCell, writeTable } from './csv';
import { readRecording, writeCsv } from './recording';

/* No cell of text in any table is taken for a formula, whichever column it stands in (OWASP, "CSV Injection": its list, from memory). */

const FORMULAS = [
  '=HYPERLINK("http://example.org","x")',
  "=cmd|' /C calc'!A0",
  '@SUM(1)',
  '+1',
  '-1+1',
  '\tx',
  '\rx',
  '\nx',
  '＝1',
  '＋1',
  '－1',
  '＠x',
];
const cells = (text: string): string[] => (parse(text, { record_delimiter: '\r\n' }) as string[][]).slice(1).flat();
const risky = (cell: string): boolean => /^[=+\-@\t\r\n＝＋－＠]/.test(cell) && !/^-?\d/.test(cell);

test.each(FORMULAS)('%j is no formula in any table, and comes back as it was', (formula) => {
  expect(cells(writeTable(['a', 'b'], [[formula, 3]]))).toEqual([`'${formula}`, '3']);
  // A feed's id holds no slash.
  const feed = formula.replaceAll('/', '');
  const event = aChat({
    text: formula,
    viewer: { id: formula, handle: formula, name: formula, roles: [] },
    id: formula,
    feed,
  });
  const table = writeCsv([event]);
  expect(cells(table).filter(risky)).toEqual([]);
  expect(readRecording(table, 'csv', 'f')).toMatchObject([
    {
      reading: {
        kind: 'heard',
        heard: {
          event: {
            id: formula,
            feed,
            text: formula,
            viewer: { id: formula, handle: formula, name: formula.trim() },
          },
        },
      },
    },
  ]);
  const person = {
    feed: formula,
    viewer: formula,
    handle: formula,
    name: formula,
    firstAt: 1,
    lastAt: 2,
    coins: 3,
    worth: 4,
    likes: 5,
    balance: 6,
    level: 7,
    note: formula,
    leftOut: false,
  } as Listed;
  expect(cells(peopleCsv([person])).filter(risky)).toEqual([]);
});

test('whatever a cell holds comes back as it was, the mark itself as well; numbers stay numbers', () => {
  fc.assert(
    fc.property(fc.string(), (text) => {
      expect(plainCell(cells(writeTable(['a'], [[text]]))[0] ?? '')).toBe(text);
    }),
  );
  expect(cells(writeTable(['a'], [[-5]]))).toEqual(['-5']);
  expect(plainCell("'tis")).toBe("'tis");
});
