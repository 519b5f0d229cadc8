import { plainCell } from '@/core/file/csv';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { guessColumns, peopleCsv, readPeople, readTable, type Listed, type Table } from './table';
import { english } from '@/core/words/phrase';
import { inEnglish } from '@/core/words/in-english.setup';

const one = (more: Partial<Listed> = {}): Listed => ({
  feed: 'f',
  viewer: 'u1',
  handle: 'ines.barro',
  name: 'Inês',
  firstAt: 0,
  lastAt: 0,
  coins: 0,
  worth: 0,
  likes: 0,
  earned: 0,
  balance: 0,
  level: 1,
  note: '',
  leftOut: false,
  ...more,
});
const tableOf = (text: string): Table => {
  const read = readTable(text);
  if (!read.ok) throw new Error(english(read.reason));
  return read.table;
};

describe('out', () => {
  test('RFC 4180: what is written another reader of the format reads back, commas, quotes and lines in it and all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ name: fc.string(), note: fc.string(), balance: fc.nat() }), {
          minLength: 1,
          maxLength: 8,
        }),
        (people) => {
          const text = peopleCsv(people.map((each) => one(each)));
          const lines: string[][] = parse(text, { record_delimiter: '\r\n' });
          expect(text.endsWith('\r\n')).toBe(true);
          // A quote before what a spreadsheet would run is ours (see below).
          expect(lines.slice(1).map((line) => [plainCell(line[3] ?? ''), line[9], plainCell(line[11] ?? '')])).toEqual(
            people.map(({ name, balance, note }) => [name, String(balance), note]),
          );
        },
      ),
    );
  });

  test('a name that a spreadsheet would take for a formula is none there, and comes back as it was', () => {
    const text = peopleCsv([one({ name: '=1+1', note: '@here' })]);
    expect(text).toContain("'=1+1");
    const table = tableOf(text);
    expect(readPeople(table, guessColumns(table)).good[0]).toMatchObject({ name: '=1+1', note: '@here' });
  });
});

describe('in', () => {
  test('what went out comes in again, its columns known by their names', () => {
    const table = tableOf(
      peopleCsv([
        one({ balance: 40, note: 'likes blue, “cobalt”' }),
        one({ viewer: 'u2', handle: 'm', name: 'Mirek', leftOut: true }),
      ]),
    );
    expect(readPeople(table, guessColumns(table))).toEqual({
      bad: [],
      good: [
        {
          line: 2,
          handle: 'ines.barro',
          viewer: 'u1',
          name: 'Inês',
          points: 40,
          note: 'likes blue, “cobalt”',
          leftOut: false,
        },
        { line: 3, handle: 'm', viewer: 'u2', name: 'Mirek', points: 0, note: '', leftOut: true },
      ],
    });
  });

  test('columns of another’s table are matched by hand; separators and signs in it are understood', () => {
    const table = tableOf('Who;Total\r\n@Ines;"1,200"\r\nMirek;7\r\n');
    expect(guessColumns(table)).toEqual({});
    expect(readPeople(table, { handle: 0, points: 1 }).good).toEqual([
      { line: 2, handle: 'Ines', points: 1200 },
      { line: 3, handle: 'Mirek', points: 7 },
    ]);
  });

  test('each bad line has its number and a sentence, and the others are good', () => {
    const table = tableOf(
      'handle,points,left out\nines,5,\n,5,\nmirek,-3,\nhana,many,\naiko,1,perhaps\nINES,9,\nteo,1,yes\n',
    );
    const { good, bad } = readPeople(table, guessColumns(table));
    expect(good.map(({ handle }) => handle)).toEqual(['ines', 'teo']);
    expect(bad.map(({ line }) => line)).toEqual([3, 4, 5, 6, 7]);
    expect(bad.map(({ reason }) => english(reason).split(':')[0])).toEqual([
      'It names nobody',
      '“-3” are no points',
      '“many” are no points',
      '“perhaps” is neither yes nor no.',
      'The same viewer stands in line 2.',
    ]);
  });

  test.each([
    ['', 'empty'],
    ['handle,points\n', 'empty'],
    ['a,b\n"x,1\n', 'quotation mark'],
    [`h\n${'x\n'.repeat(20_001)}`, '20,000'],
  ])('no table: %#', (text, says) => {
    const read = readTable(text);
    expect(inEnglish(read.ok ? '' : read.reason)).toContain(says);
  });
});
