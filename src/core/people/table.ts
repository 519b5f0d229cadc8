import Papa from 'papaparse';
import { plainCell, writeTable } from '@/core/file/csv';
import type { RollEntry } from './roll';
import { phrase, type Phrase } from '@/core/words/phrase';

/* People as a table, out and in. */

const COLUMNS = [
  'feed',
  'viewer',
  'handle',
  'name',
  'first seen',
  'last seen',
  'coins',
  'worth',
  'likes',
  'points',
  'level',
  'note',
  'left out',
] as const;

export interface Listed extends RollEntry {
  note: string;
  leftOut: boolean;
}

const instant = (at: number): string => (at === 0 ? '' : new Date(at).toISOString());

export function peopleCsv(people: readonly Listed[]): string {
  return writeTable(
    COLUMNS,
    people.map((each) => [
      each.feed,
      each.viewer,
      each.handle,
      each.name,
      instant(each.firstAt),
      instant(each.lastAt),
      each.coins,
      each.worth,
      each.likes,
      each.balance,
      each.level,
      each.note,
      each.leftOut ? 'yes' : '',
    ]),
  );
}

/** What a column of a file can mean here. */
export const FIELDS = ['handle', 'viewer', 'name', 'points', 'note', 'leftOut'] as const;
export type Field = (typeof FIELDS)[number];
export const FIELD_TITLES: Record<Field, Phrase> = {
  handle: phrase('Handle'),
  viewer: phrase('The platform’s id'),
  name: phrase('Name'),
  points: phrase('Points'),
  note: phrase('Note'),
  leftOut: phrase('Left off the boards (yes or no)'),
};

export interface Table {
  columns: string[];
  rows: string[][];
}

const MOST_ROWS = 20_000;

/** A table as it stands in a file, its first line the columns' names. */
export function readTable(text: string): { ok: true; table: Table } | { ok: false; reason: Phrase } {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: 'greedy' });
  const broken = errors.find(({ type }) => type === 'Quotes');
  if (broken)
    return {
      ok: false,
      reason: phrase(
        'The file is no table (CSV): in line {value} a quotation mark is not closed, or stands where none may.',
        { value: (broken.row ?? 0) + 1 },
      ),
    };
  const [columns, ...rows] = data;
  if (!columns || rows.length === 0)
    return {
      ok: false,
      reason: phrase('The table is empty: a line with the names of its columns and at least one more were expected.'),
    };
  if (rows.length > MOST_ROWS)
    return {
      ok: false,
      reason: phrase('The table has {rows, number} lines; {most, number} at most can be brought in at once.', {
        rows: rows.length,
        most: MOST_ROWS,
      }),
    };
  return {
    ok: true,
    table: { columns: columns.map((name) => name.trim()), rows: rows.map((row) => row.map(plainCell)) },
  };
}

const GUESSES: Record<Field, RegExp> = {
  handle: /^@?(handle|user ?name|login|account|nick)/i,
  viewer: /^(viewer|id|user ?id|viewer ?id)$/i,
  name: /^(name|display|nick ?name)/i,
  points: /^(points|balance|score|currency)/i,
  note: /^(note|comment|remark)/i,
  leftOut: /^(left ?out|hidden|exclude)/i,
};

/** Which column is which, as far as their names say: by field, the column's number. */
export function guessColumns({ columns }: Table): Partial<Record<Field, number>> {
  const guessed: Partial<Record<Field, number>> = {};
  for (const field of FIELDS) {
    const at = columns.findIndex((name, n) => GUESSES[field].test(name) && !Object.values(guessed).includes(n));
    if (at >= 0) guessed[field] = at;
  }
  return guessed;
}

/** One line of a table, understood. Absent: the table says nothing of it. */
export interface Incoming {
  line: number;
  handle: string;
  viewer?: string;
  name?: string;
  points?: number;
  note?: string;
  leftOut?: boolean;
}

/** Understands a table by its columns: every line is either good or has a sentence that says what is wrong. Lines are counted from 1, the names' line being the first. */
export function readPeople(
  { rows }: Table,
  columns: Partial<Record<Field, number>>,
): { good: Incoming[]; bad: { line: number; reason: Phrase }[] } {
  const good: Incoming[] = [];
  const bad: { line: number; reason: Phrase }[] = [];
  const known = new Map<string, number>();
  for (const [n, row] of rows.entries()) {
    const line = n + 2;
    const cell = (field: Field): string | undefined =>
      columns[field] === undefined ? undefined : (row[columns[field]] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
    const refuse = (reason: Phrase): void => void bad.push({ line, reason });
    const handle = (cell('handle') ?? '').replace(/^@/, '');
    const viewer = cell('viewer');
    if (handle === '' && !viewer) {
      refuse(phrase('It names nobody: neither a handle nor a platform’s id.'));
      continue;
    }
    if (handle.length > 200 || (viewer ?? '').length > 200) {
      refuse(phrase('Its handle or id is longer than 200 characters.'));
      continue;
    }
    const key = (viewer || handle).toLowerCase();
    const before = known.get(key);
    if (before !== undefined) {
      refuse(phrase('The same viewer stands in line {before}.', { before }));
      continue;
    }
    const points = cell('points');
    if (points !== undefined && points !== '' && !/^\d{1,12}$/.test(points.replace(/[ ,’']/g, ''))) {
      refuse(phrase('“{text}” are no points: a whole number from 0 on.', { text: points.slice(0, 40) }));
      continue;
    }
    const out = cell('leftOut');
    if (out !== undefined && !/^(yes|no|true|false|1|0|)$/i.test(out)) {
      refuse(phrase('“{text}” is neither yes nor no.', { text: out.slice(0, 40) }));
      continue;
    }
    known.set(key, line);
    const name = cell('name');
    const note = cell('note');
    good.push({
      line,
      handle,
      ...(viewer ? { viewer } : {}),
      ...(name ? { name: name.slice(0, 200) } : {}),
      ...(points ? { points: Number(points.replace(/[ ,’']/g, '')) } : {}),
      ...(note === undefined ? {} : { note: note.slice(0, 500) }),
      ...(out === undefined ? {} : { leftOut: /^(yes|true|1)$/i.test(out) }),
    });
  }
  return { good, bad };
}
